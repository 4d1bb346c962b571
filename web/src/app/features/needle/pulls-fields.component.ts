import { ChangeDetectionStrategy, Component, computed, effect, output, signal } from '@angular/core';
import type { EyePulls } from '@gantelet/contracts';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';

/** A weight on the thread and the forces that move it: three fields that give a result once all are filled in. */
@Component({
  selector: 'gan-pulls-fields',
  imports: [NumberInputDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="fields">
      @for (field of fields; track field.name) {
        <label
          >{{ field.name }}
          <input
            class="form-control"
            ganNumber
            unit="N"
            least="0.01"
            most="100"
            [number]="field.value()"
            (numberChange)="field.value.set($event)"
          />
        </label>
      }
    </div>
    @if (swapped()) {
      <p class="field-problem" role="alert">
        Pulling up takes at least as much force as letting down: are they swapped?
      </p>
    }`,
  styles: `
    .fields {
      display: grid;
      grid-template-columns: repeat(3, minmax(0, 1fr));
      gap: 10px;
      align-items: end;
      margin-bottom: 8px;
    }
  `,
})
export class PullsFieldsComponent {
  /** Null while they are incomplete. */
  readonly pulls = output<EyePulls | null>();
  private readonly weightN = signal<number | null>(null);
  private readonly upN = signal<number | null>(null);
  private readonly downN = signal<number | null>(null);
  protected readonly fields = [
    { name: 'Weight, N', value: this.weightN },
    { name: 'Pulling up, N', value: this.upN },
    { name: 'Letting down, N', value: this.downN },
  ];
  protected readonly swapped = computed(() => (this.upN() ?? Infinity) < (this.downN() ?? 0));

  constructor() {
    effect(() => {
      const [weightN, upN, downN] = [this.weightN(), this.upN(), this.downN()];
      const complete = weightN !== null && upN !== null && downN !== null && upN >= downN;
      this.pulls.emit(complete ? { weightN, upN, downN } : null);
    });
  }
}
