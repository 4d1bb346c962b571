import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { StoreItem } from '@gantelet/contracts';
import type { Marked } from '../../shared/colour-marks';
import { ColourMarksComponent } from '../../shared/widgets/colour-marks.component';
import { QrCodeComponent } from '../../shared/widgets/qr-code.component';
import { packText, thingText } from '../../shared/words/store-words';
import { storeActions, storeFeature } from './store.state';
import { CountedPipe } from '../../shared/widgets/locale.pipes';

/** Labels for drawers and shelves: what is there, and a QR code that opens it in the store. */
@Component({
  selector: 'gan-store-labels',
  imports: [ColourMarksComponent, CountedPipe, QrCodeComponent, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../../shared/label-sheet.scss',
  template: `<main>
    <div class="no-print">
      <h1>Labels for the store</h1>
      <hr class="stitch" />
      <p>
        One for each item in use. The QR code opens it in the <a routerLink="/store">store</a>, where it can
        be counted or taken out. Choose the 62 mm roll in the print dialog.
      </p>
      <label>
        Location
        <select #where class="form-select" (change)="place.set(where.value)">
          <option value="all" [selected]="place() === 'all'">everywhere</option>
          @for (one of places(); track one) {
            <option [value]="one" [selected]="place() === one">{{ one || 'no place yet' }}</option>
          }
        </select>
      </label>
      <button type="button" class="button main" [disabled]="labels().length === 0" (click)="print()">
        Print {{ labels().length | counted: 'label' }}
      </button>
    </div>
    @for (label of labels(); track label.id) {
      <article class="label">
        <div>
          <strong>{{ label.name }}</strong>
          <span><gan-colour-marks [needle]="label.needle" [tex]="label.tex" /></span>
          <span>{{ label.place }}</span>
          <span>{{ label.pack }}</span>
        </div>
        <gan-qr-code [text]="label.address" />
      </article>
    }
  </main>`,
  styles: `
    main {
      padding: 18px 26px;
      max-width: 700px;
      display: grid;
      gap: 10px;
      justify-items: start;
    }
    .label strong {
      font-size: 12pt;
    }
    label {
      display: block;
      margin-bottom: 10px;
    }
    /* Names of needles take more lines than those of machines. */
    @page {
      size: 62mm 40mm;
    }
    @media print {
      main {
        padding: 0;
        display: block;
      }
      .label {
        break-after: page;
      }
      .label:last-child {
        break-after: auto;
      }
    }
  `,
})
export class StoreLabelsPage {
  private readonly store = inject(Store);
  private readonly view = this.store.selectSignal(storeFeature.selectView);
  protected readonly place = signal('all');
  private readonly used = computed(() => (this.view()?.items ?? []).filter(({ inUse }) => inUse));
  protected readonly places = computed(() =>
    [...new Set(this.used().map(({ place }) => place))].sort((a, b) => a.localeCompare(b)),
  );
  protected readonly labels = computed(() =>
    this.used()
      .filter(({ place }) => this.place() === 'all' || place === this.place())
      .map((item) => ({
        id: item.id,
        name: thingText(item.thing),
        ...markedOf(item),
        place: item.place,
        pack: packText(item),
        address: `${window.location.origin}/store?item=${item.id}`,
      }))
      .sort((a, b) => a.place.localeCompare(b.place, undefined, { numeric: true })),
  );

  constructor() {
    this.store.dispatch(storeActions.opened());
  }

  protected print(): void {
    window.print();
  }
}

/** What the shop's colour marks are looked up by; parts have none. */
function markedOf({ thing }: StoreItem): Required<Marked> {
  return {
    needle: thing.kind === 'needle' ? thing.needle : null,
    tex: thing.kind === 'thread' ? thing.tex : null,
  };
}
