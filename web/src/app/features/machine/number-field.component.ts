import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** A number that may be left open. What cannot be read as one is given back as it was. */
@Component({
  selector: 'gan-number-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<label
      >{{ label() }}
      <input
        class="form-control"
        inputmode="decimal"
        [value]="value() ?? ''"
        [attr.aria-invalid]="problem() ? 'true' : null"
        (change)="read($event)"
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
  readonly valueChange = output<number | null>();

  protected read(event: Event): void {
    const field = event.target as HTMLInputElement;
    const text = field.value.trim().replace(',', '.');
    const number = Number(text);
    if (text === '') this.valueChange.emit(null);
    else if (Number.isFinite(number)) this.valueChange.emit(number);
    else field.value = String(this.value() ?? '');
  }
}
