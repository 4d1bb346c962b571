import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  output,
  viewChild,
} from '@angular/core';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';

/** A number that may be left open. */
@Component({
  selector: 'gan-number-field',
  imports: [NumberInputDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<label
      >{{ label() }}
      <input
        class="form-control"
        ganNumber
        [needed]="needed()"
        [unit]="unit()"
        [number]="value()"
        [attr.aria-invalid]="problem() ? 'true' : null"
        (numberChange)="valueChange.emit($event)"
    /></label>
    @if (problem(); as words) {
      <span class="field-problem">{{ words }}</span>
    }`,
  styles: `
    label {
      font-size: 0.875rem;
      display: block;
    }
  `,
})
export class NumberFieldComponent {
  readonly label = input.required<string>();
  readonly value = input.required<number | null>();
  readonly problem = input<string | undefined>();
  readonly unit = input('');
  /** Whether it may not be left open. */
  readonly needed = input(false, { transform: booleanAttribute });
  private readonly field = viewChild.required(NumberInputDirective);
  /** Whether the field says that it does not take what stands in it. */
  readonly refused = computed(() => this.field().wrong());
  readonly valueChange = output<number | null>();
}
