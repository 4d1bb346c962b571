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
 * The one number field: takes `1,5`, `1.5`, `1 1/2`, `3/16 in`. What it cannot take it leaves as it was typed and says
 * why; it never shows another number than the one that counts without saying so. For a value of its own or a form control.
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
  /** What counts now; null when nothing does. */
  readonly number = input<number | null>();
  readonly least = input(-Infinity, { transform: numberAttribute });
  readonly most = input(Infinity, { transform: numberAttribute });
  readonly whole = input(false, { transform: booleanAttribute });
  /** What the number is in; may be typed after it. A length in mm is shown and read in inches where those stand first. */
  readonly unit = input('');
  /** Whether an empty field is a problem: then what counted before goes on to. */
  readonly needed = input(false, { transform: booleanAttribute });
  /** Decimal places shown of a number that was not typed. */
  readonly digits = input(4, { transform: numberAttribute });
  /** A number as soon as it can be taken; null when the field is left without one. */
  readonly numberChange = output<number | null>();

  private readonly field = inject<ElementRef<HTMLInputElement>>(ElementRef).nativeElement;
  private readonly id = `number-problem-${++made}`;
  private note: HTMLElement | null = null;
  private problem: string | null = null;
  private readonly says = signal(false);
  /** Set while the field says that it does not take what stands in it. */
  readonly wrong = this.says.asReadonly();
  /** The number that stands in the field as it was typed or shown last. */
  private shown: number | null | undefined;
  private tell: (number: number | null) => void = () => undefined;
  protected touched: () => void = () => undefined;
  private check: () => void = () => undefined;

  /** The unit that is shown and read, and what one of it is in the unit of the number. */
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
      // A form control tells its number by writeValue; only a change of units is seen here.
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
    // What is no number yet, such as the 0 of 0.5, may become one: it is said when the field is left.
    if (problem === null) this.take(number);
  }

  protected left(): void {
    const { number, problem } = this.read();
    const counts = this.number();
    const kept =
      problem !== null && this.needed() && typeof counts === 'number' ? ` Kept: ${this.text(counts)}.` : '';
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
      // Whole millimetres are no whole inches.
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
    // Inches come in thousandths.
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
