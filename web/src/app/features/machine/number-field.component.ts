import { booleanAttribute, ChangeDetectionStrategy, Component, input } from '@angular/core';
import { ReactiveFormsModule, type FormControl } from '@angular/forms';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';

/** A number field that may be left empty. */
@Component({
  selector: 'gan-number-field',
  imports: [NumberInputDirective, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<label
      >{{ label() }}
      <input
        class="form-control"
        ganNumber
        [needed]="needed()"
        [unit]="unit()"
        [formControl]="control()"
        [attr.aria-invalid]="problem() ? 'true' : null"
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
  readonly control = input.required<FormControl<number | null>>();
  readonly problem = input<string | undefined>();
  readonly unit = input('');
  /** Whether a number is required. */
  readonly needed = input(false, { transform: booleanAttribute });
}
