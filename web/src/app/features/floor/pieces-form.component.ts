import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { PiecesEntry } from '@gantelet/contracts';
import { typedNumber } from '../../shared/typed-number';

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
      <input class="form-control" type="text" inputmode="numeric" (change)="pieces.set(whole($event))" />
    </label>
    <label>
      Stitches in each
      <input class="form-control" type="text" inputmode="numeric" (change)="stitches.set(whole($event))" />
    </label>
    <label>
      Over the last hours
      <input
        class="form-control"
        type="text"
        inputmode="decimal"
        value="${SHIFT_HOURS}"
        (change)="hours.set(hoursOf($event))"
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

  protected whole(event: Event): number | null {
    return typedNumber(event, (number) => Number.isInteger(number) && number > 0 && number <= 100_000);
  }

  protected hoursOf(event: Event): number | null {
    return typedNumber(event, (number) => number > 0 && number <= 24 * 7);
  }

  protected write(): void {
    const [pieces, stitchesPerPiece, hours] = [this.pieces(), this.stitches(), this.hours()];
    if (pieces === null || stitchesPerPiece === null || hours === null) return;
    this.made.emit({ pieces, stitchesPerPiece, hours });
  }
}
