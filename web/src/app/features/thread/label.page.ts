import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { readLabel, threadEquivalents, type LabelReading } from '@gantelet/core';
import { QrCodeComponent } from '../../shared/widgets/qr-code.component';
import { shortNumber } from '../../shared/locale';

/** A label for a spool or a needle tube, 62 mm wide, with a QR code that opens the item. */
@Component({
  selector: 'gan-label',
  imports: [QrCodeComponent, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <div class="no-print">
      <p><a routerLink="/thread" [queryParams]="{ read: text() }">Back to the thread room</a></p>
      <h1>Label, 62 mm</h1>
      @if (readings().length > 1) {
        <label for="label-reading">Which is it?</label>
        <select #whichField id="label-reading" class="form-select" (change)="which.set(+whichField.value)">
          @for (reading of readings(); track $index; let i = $index) {
            <option [value]="i" [selected]="i === which()">{{ titleOf(reading) }}</option>
          }
        </select>
      }
      <label for="label-lot">Extra line on the label</label>
      <input
        #noteField
        id="label-lot"
        class="form-control"
        maxlength="40"
        [value]="note()"
        (input)="note.set(noteField.value)"
      />
      <button type="button" class="button main" (click)="print()">Print the label</button>
      <p class="soft">Choose the 62 mm roll in the print dialog.</p>
    </div>
    @if (reading(); as reading) {
      <article class="label" aria-label="The label">
        <div>
          <strong>{{ titleOf(reading) }}</strong>
          <span>{{ rest() }}</span>
          <span>{{ note() }}</span>
        </div>
        <gan-qr-code [text]="address()" />
      </article>
    } @else {
      <p class="field-problem">Nothing to print: this is not a thread or needle size known here.</p>
    }
  </main>`,
  styleUrl: '../../shared/label-sheet.scss',
  styles: `
    main {
      padding: 18px 26px;
      max-width: 520px;
    }
    label {
      display: block;
      font-size: 0.875rem;
      margin-top: 8px;
    }
    .button {
      margin: 12px 0;
    }
  `,
})
export class LabelPage {
  /** From the address: what the label says. */
  readonly read = input<string>();

  protected readonly text = computed(() => (this.read() ?? '').slice(0, 60));
  protected readonly which = signal(0);
  protected readonly note = signal('');
  protected readonly readings = computed(() => {
    const answer = readLabel(this.text());
    return answer.outcome === 'read' ? answer.readings : [];
  });
  protected readonly reading = computed(() => this.readings()[this.which()] ?? this.readings()[0] ?? null);
  protected readonly rest = computed(() => {
    const reading = this.reading();
    return reading ? restOf(reading) : '';
  });
  protected readonly address = computed(
    () => `${window.location.origin}/thread?read=${encodeURIComponent(this.text())}`,
  );

  protected titleOf(reading: LabelReading): string {
    if (reading.kind === 'thread') return `Tex ${shortNumber(reading.thread.tex)}`;
    const { system, size } = reading.needle;
    return [system?.id, size && `${size.nm}/${size.number}`].filter(Boolean).join(' ');
  }

  protected print(): void {
    window.print();
  }
}

/** The equivalents, for the small print. */
function restOf(reading: LabelReading): string {
  if (reading.kind === 'needle') {
    const { system, point } = reading.needle;
    return [point?.name, system?.equivalents.join(', ')].filter(Boolean).join('; ');
  }
  const { tradeSize, ticket, letter, denier } = threadEquivalents(Math.round(reading.thread.tex));
  const names = [
    tradeSize && `size ${tradeSize}`,
    ticket && `ticket ${ticket}`,
    letter && `letter ${letter}`,
  ];
  return [...names, `${denier} denier`].filter(Boolean).join(', ');
}
