import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import type { PartUsedNeedle } from '@gantelet/contracts';
import { ColourMarksComponent } from '../../shared/widgets/colour-marks.component';
import { needleText } from '../../shared/words/changeover-words';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { FixedPipe } from '../../shared/widgets/locale.pipes';

/** The part-used needles in their pockets: put one into the sharps box, or move it to another pocket. */
@Component({
  selector: 'gan-pockets',
  imports: [ColourMarksComponent, FixedPipe, NumberInputDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@for (one of kept(); track one.id) {
      <li>
        <strong>Pocket {{ one.pocket }}</strong>
        {{ needleText(one.needle) }}<gan-colour-marks [needle]="one.needle" />,
        {{ one.runningHours | fixed: 1 }} h in {{ one.setupName ?? one.machineName
        }}{{ one.lotCode ? ', lot ' + one.lotCode : '' }}
        @if (movingId() === one.id) {
          <div class="acts">
            <label>
              Pocket
              <input
                class="form-control"
                ganNumber
                whole
                least="1"
                most="999"
                size="4"
                [number]="to()"
                (numberChange)="to.set($event)"
              />
            </label>
            <button
              type="button"
              class="button small"
              [disabled]="busy().has(one.id) || to() === null"
              (click)="move()"
            >
              Move it
            </button>
            <button type="button" class="button small" (click)="movingId.set(null)">Cancel</button>
          </div>
        } @else {
          <div class="acts">
            <button
              type="button"
              class="button small"
              [attr.aria-label]="'Discard to sharps box, pocket ' + one.pocket"
              [disabled]="busy().has(one.id)"
              (click)="discarded.emit(one.id)"
            >
              Discard to sharps box
            </button>
            <button
              type="button"
              class="button small"
              [attr.aria-label]="'Move to another pocket, now in ' + one.pocket"
              (click)="pick(one)"
            >
              Move to another pocket
            </button>
          </div>
        }
      </li>
    } @empty {
      <li>No needle in a pocket. One that comes out for another job can be kept here.</li>
    }`,
  styles: `
    :host {
      display: block;
      margin-bottom: 16px;
    }
    li {
      list-style: none;
      padding: 6px 0;
      border-bottom: 1px solid var(--rule);
      font-size: 0.9375rem;
    }
    strong {
      font-family: var(--narrow);
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      align-items: end;
      margin-top: 4px;
    }
  `,
  host: { role: 'list' },
})
export class PocketsComponent {
  readonly kept = input.required<readonly PartUsedNeedle[]>();
  /** Needles that are being moved. */
  readonly busy = input<ReadonlySet<string>>(new Set());
  readonly discarded = output<string>();
  readonly moved = output<{ readonly partUsedId: string; readonly pocket: number }>();

  protected readonly needleText = needleText;
  protected readonly movingId = signal<string | null>(null);
  protected readonly to = signal<number | null>(null);

  protected pick({ id, pocket }: PartUsedNeedle): void {
    this.movingId.set(id);
    this.to.set(pocket);
  }

  protected move(): void {
    const [partUsedId, pocket] = [this.movingId(), this.to()];
    if (partUsedId === null || pocket === null) return;
    this.moved.emit({ partUsedId, pocket });
    this.movingId.set(null);
  }
}
