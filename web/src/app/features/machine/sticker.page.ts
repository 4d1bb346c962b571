import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { QrCodeComponent } from '../../shared/widgets/qr-code.component';
import { machineActions, machineFeature } from './machine.state';

/** The sticker of a machine: its QR code opens the machine's sheet on a phone, where a needle change is two taps. */
@Component({
  selector: 'gan-sticker',
  imports: [QrCodeComponent, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../../shared/label-sheet.scss',
  template: `<main>
    @if (machine(); as machine) {
      <div class="no-print">
        <h1>QR sticker for {{ machine.name }}</h1>
        <p>
          The code opens <a [routerLink]="['/floor', machine.id]">its page on the Floor</a>. Choose the 62 mm
          roll in the print dialog, and stick it where it can be scanned with the guards fitted.
        </p>
        <button type="button" class="button main" (click)="print()">Print the sticker</button>
        <hr class="stitch" />
      </div>
      <article class="label">
        <div>
          <strong>{{ machine.name }}</strong>
          <span>No. {{ machine.shopNumber }}, {{ machine.zone.name }}</span>
          <span>Needles {{ machine.systemIds.join(', ') || 'not entered' }}</span>
        </div>
        <gan-qr-code [text]="address()" />
      </article>
    }
  </main>`,
  styles: `
    main {
      padding: 18px 26px;
      max-width: 700px;
    }
  `,
})
export class StickerPage {
  /** From the address. */
  readonly machineId = input.required<string>();

  private readonly store = inject(Store);
  private readonly machines = this.store.selectSignal(machineFeature.selectMachines);
  protected readonly machine = computed(
    () => this.machines()?.find(({ id }) => id === this.machineId()) ?? null,
  );
  protected readonly address = computed(() => `${window.location.origin}/floor/${this.machineId()}`);

  constructor() {
    this.store.dispatch(machineActions.opened());
  }

  protected print(): void {
    window.print();
  }
}
