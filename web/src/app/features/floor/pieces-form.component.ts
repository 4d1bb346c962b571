import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  output,
  signal,
  type WritableSignal,
} from '@angular/core';
import type { PiecesEntry } from '@gantelet/contracts';
import { takeNumber } from '../../shared/typed-number';

const SHIFT_HOURS = 8;

/** Pieces as they are said, over the hours until now. */
export interface PiecesSaid extends Pick<PiecesEntry, 'pieces' | 'stitchesPerPiece'> {
  readonly hours: number;
}

/** Pieces that were sewn of late, for a machine whose counter is not heard. */
@Component({
  selector: 'gan-pieces-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<label>
      Pieces
      <input
        class="form-control"
        type="text"
        inputmode="numeric"
        (input)="whole($event, pieces)"
        (change)="whole($event, pieces)"
      />
    </label>
    <label>
      Stitches in each
      <input
        class="form-control"
        type="text"
        inputmode="numeric"
        (input)="whole($event, stitches)"
        (change)="whole($event, stitches)"
      />
    </label>
    <label>
      Over the last hours
      <input
        class="form-control"
        type="text"
        inputmode="decimal"
        value="${SHIFT_HOURS}"
        (input)="takeHours($event)"
        (change)="takeHours($event)"
      />
    </label>
    <button type="button" class="button" [disabled]="busy() || !ready()" (click)="write()">
      Write down
    </button>`,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
      align-items: end;
    }
  `,
})
export class PiecesFormComponent {
  readonly busy = input.required<boolean>();
  readonly made = output<PiecesSaid>();

  protected readonly pieces = signal<number | null>(null);
  protected readonly stitches = signal<number | null>(null);
  protected readonly hours = signal<number | null>(SHIFT_HOURS);
  protected readonly ready = computed(
    () => this.pieces() !== null && this.stitches() !== null && this.hours() !== null,
  );

  protected whole(event: Event, into: WritableSignal<number | null>): void {
    const allowed = (number: number) => Number.isInteger(number) && number > 0 && number <= 100_000;
    takeNumber(event, allowed, (number) => into.set(number));
  }

  protected takeHours(event: Event): void {
    takeNumber(
      event,
      (number) => number > 0 && number <= 24 * 7,
      (number) => this.hours.set(number),
    );
  }

  protected write(): void {
    const [pieces, stitchesPerPiece, hours] = [this.pieces(), this.stitches(), this.hours()];
    if (pieces === null || stitchesPerPiece === null || hours === null) return;
    this.made.emit({ pieces, stitchesPerPiece, hours });
  }
}
