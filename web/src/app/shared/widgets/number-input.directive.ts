import {
  booleanAttribute,
  computed,
  DestroyRef,
  Directive,
  effect,
  ElementRef,
  forwardRef,
  inject,
  input,
  numberAttribute,
  output,
  signal,
} from '@angular/core';
import {
  NG_VALIDATORS,
  NG_VALUE_ACCESSOR,
  type ControlValueAccessor,
  type ValidationErrors,
  type Validator,
} from '@angular/forms';
import { MM_PER_INCH, readTypedNumber } from '@gantelet/core';
import { numberProblem, type NumberLimits } from '../words/number-words';
import { lengthUnit } from '../words/units-text';
import { shortNumber } from '../locale';

let made = 0;

/** To a tenth of a micrometre, or of a thousandth of an inch. */
const rounded = (number: number): number => (Number.isFinite(number) ? Number(number.toFixed(4)) : number);

/**
 * The number field used everywhere: accepts `1,5`, `1.5`, `1 1/2`, `3/16 in`. Text it cannot accept stays as typed,
 * with the reason; it never shows a number other than the one in use without saying so. For a plain value or a form
 * control.
 */
@Directive({
  selector: 'input[ganNumber]',
  host: {
    type: 'text',
    autocomplete: 'off',
    '[attr.inputmode]': "whole() ? 'numeric' : 'decimal'",
    '(input)': 'typed()',
    '(change)': 'left()',
    '(blur)': 'touched()',
  },
  providers: [
    { provide: NG_VALUE_ACCESSOR, useExisting: forwardRef(() => NumberInputDirective), multi: true },
    { provide: NG_VALIDATORS, useExisting: forwardRef(() => NumberInputDirective), multi: true },
  ],
})
export class NumberInputDirective implements ControlValueAccessor, Validator {
  /** The present value; null if there is none. */
  readonly number = input<number | null>();
  readonly least = input(-Infinity, { transform: numberAttribute });
  readonly most = input(Infinity, { transform: numberAttribute });
  readonly whole = input(false, { transform: booleanAttribute });
  /**
   * The unit, which may be typed after the number. A length in mm is shown and read in inches if those come first.
   */
  readonly unit = input('');
  /** Whether an empty field is a problem: the previous value then stays in use. */
  readonly needed = input(false, { transform: booleanAttribute });
  /** Decimals shown of a number that was not typed. */
  readonly digits = input(4, { transform: numberAttribute });
  /** Emits a number as soon as it is valid; null when the field is left empty. */
  readonly numberChange = output<number | null>();

  private readonly field = inject<ElementRef<HTMLInputElement>>(ElementRef).nativeElement;
  private readonly id = `number-problem-${++made}`;
  private note: HTMLElement | null = null;
  private problem: string | null = null;
  private readonly says = signal(false);
  /** Set while the field shows that it does not accept its text. */
  readonly wrong = this.says.asReadonly();
  /** The number in the field as last typed or shown. */
  private shown: number | null | undefined;
  private tell: (number: number | null) => void = () => undefined;
  protected touched: () => void = () => undefined;
  private check: () => void = () => undefined;

  /** The unit shown and read, and its size in the number's own unit. */
  private readonly seen = computed(() =>
    this.unit() === 'mm' && lengthUnit() === 'in'
      ? { unit: 'in', worth: MM_PER_INCH }
      : { unit: this.unit(), worth: 1 },
  );
  private seenUnit: string | null = null;

  constructor() {
    effect(() => {
      const [number, { unit }] = [this.number(), this.seen()];
      const otherUnit = this.seenUnit !== null && this.seenUnit !== unit;
      this.seenUnit = unit;
      // A form control passes its number by writeValue; only a change of units is noticed here.
      const counts = number === undefined ? this.shown : number;
      if (counts !== undefined && (counts !== this.shown || otherUnit)) this.show(counts);
    });
    inject(DestroyRef).onDestroy(() => this.note?.remove());
  }

  writeValue(number: number | null): void {
    if (number !== this.shown || this.problem !== null) this.show(number);
  }
  registerOnChange(tell: (number: number | null) => void): void {
    this.tell = tell;
  }
  registerOnTouched(touched: () => void): void {
    this.touched = touched;
  }
  setDisabledState(disabled: boolean): void {
    this.field.disabled = disabled;
  }
  validate(): ValidationErrors | null {
    return this.problem === null ? null : { number: this.problem };
  }
  registerOnValidatorChange(check: () => void): void {
    this.check = check;
  }

  protected typed(): void {
    const { number, problem } = this.read();
    // Text that is not a number yet, such as the 0 of 0.5, may become one: it is reported when the field is left.
    if (problem === null) this.take(number);
  }

  protected left(): void {
    const { number, problem } = this.read();
    const counts = this.number();
    const kept =
      problem !== null && this.needed() && typeof counts === 'number'
        ? ` Unchanged: ${this.text(counts)}.`
        : '';
    this.say(problem === null ? null : problem + kept);
    this.take(number);
  }

  private take(number: number | null): void {
    if (this.problem !== null && number !== null) this.say(null);
    this.shown = number;
    this.tell(number);
    this.numberChange.emit(number);
  }

  private read(): { readonly number: number | null; readonly problem: string | null } {
    const { unit, worth } = this.seen();
    const typed = readTypedNumber(this.field.value, unit);
    const limits: NumberLimits = {
      least: rounded(this.least() / worth),
      most: rounded(this.most() / worth),
      // Whole millimetres are not whole inches.
      whole: this.whole() && worth === 1,
      needed: this.needed(),
      unit,
    };
    const problem = numberProblem(typed, limits);
    if (problem !== null || !('number' in typed)) return { number: null, problem };
    const number = worth === 1 ? typed.number : rounded(typed.number * worth);
    return { number: this.whole() ? Math.round(number) : number, problem };
  }

  private show(number: number | null): void {
    this.shown = number;
    this.field.value = number === null ? '' : this.text(number);
    this.say(null);
  }

  private text(number: number): string {
    const { worth } = this.seen();
    // Inches are given in thousandths.
    return shortNumber(number / worth, worth === 1 ? this.digits() : 3);
  }

  private say(problem: string | null): void {
    if (problem === this.problem) return;
    this.problem = problem;
    this.says.set(problem !== null);
    if (problem === null) {
      this.field.removeAttribute('aria-invalid');
      this.note?.remove();
      this.note = null;
      this.field.removeAttribute('aria-describedby');
    } else {
      this.note ??= Object.assign(document.createElement('span'), {
        className: 'field-problem',
        id: this.id,
      });
      this.note.setAttribute('role', 'alert');
      this.note.textContent = problem;
      this.field.setAttribute('aria-invalid', 'true');
      this.field.setAttribute('aria-describedby', this.id);
      (this.field.closest('label') ?? this.field).after(this.note);
    }
    this.check();
  }
}
