import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { PiecesEntry } from '@gantelet/contracts';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';

const SHIFT_HOURS = 8;

/** Pieces as entered, over the hours until now. */
export interface PiecesSaid extends Pick<PiecesEntry, 'pieces' | 'stitchesPerPiece'> {
  readonly hours: number;
}

/** Pieces sewn recently, for a machine whose counter is not heard. */
@Component({
  selector: 'gan-pieces-form',
  imports: [NumberInputDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<label>
      Pieces
      <input
        class="form-control"
        ganNumber
        whole
        least="1"
        most="100000"
        [number]="pieces()"
        (numberChange)="pieces.set($event)"
      />
    </label>
    <label>
      Stitches in each
      <input
        class="form-control"
        ganNumber
        whole
        least="1"
        most="100000"
        [number]="stitches()"
        (numberChange)="stitches.set($event)"
      />
    </label>
    <label>
      Over the last hours
      <input
        class="form-control"
        ganNumber
        unit="h"
        least="0.1"
        most="168"
        [number]="hours()"
        (numberChange)="hours.set($event)"
      />
    </label>
    <button type="button" class="button" [disabled]="busy() || !ready()" (click)="write()">
      Save pieces
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

  protected write(): void {
    const [pieces, stitchesPerPiece, hours] = [this.pieces(), this.stitches(), this.hours()];
    if (pieces === null || stitchesPerPiece === null || hours === null) return;
    this.made.emit({ pieces, stitchesPerPiece, hours });
  }
}
