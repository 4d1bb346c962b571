/** Thrown by public core functions when an argument is outside its stated range. Names argument, value and range. */
export class OutOfRange extends RangeError {
  constructor(
    readonly parameter: string,
    readonly given: number,
    readonly allowed: string,
  ) {
    super(`${parameter} is ${given}; allowed: ${allowed}`);
    this.name = 'OutOfRange';
  }
}

/** Returns `value` if it is a finite number, else throws {@link OutOfRange}. */
export function requireFinite(parameter: string, value: number): number {
  if (!Number.isFinite(value)) throw new OutOfRange(parameter, value, 'a finite number');
  return value;
}

/** Returns `value` if it is a finite number above zero, else throws {@link OutOfRange}. */
export function requirePositive(parameter: string, value: number): number {
  if (!(value > 0) || !Number.isFinite(value)) throw new OutOfRange(parameter, value, 'above 0');
  return value;
}

/** Returns `value` if it is a finite number of zero or more, else throws {@link OutOfRange}. */
export function requireNotNegative(parameter: string, value: number): number {
  if (!(value >= 0) || !Number.isFinite(value)) throw new OutOfRange(parameter, value, '0 or more');
  return value;
}
