import type { TypedNumber } from '@gantelet/core';

/** What a number field accepts. */
export interface NumberLimits {
  readonly least: number;
  readonly most: number;
  readonly whole: boolean;
  readonly needed: boolean;
  /** Empty for a plain number. */
  readonly unit: string;
}

/** Why a field does not accept its text, and what it does accept; null if it is valid. */
export function numberProblem(typed: TypedNumber, limits: NumberLimits): string | null {
  const { least, most, whole, needed, unit } = limits;
  if ('why' in typed) {
    switch (typed.why) {
      case 'empty':
        return needed ? `Needed. ${rangeText(limits)}` : null;
      case 'no-number':
        return `Not a number. Write 0.75, 0,75 or 3/4.`;
      case 'other-unit':
        return unit === '' ? 'A plain number, without a unit.' : `A number in ${unit}.`;
    }
  }
  if (whole && !Number.isInteger(typed.number)) return `Whole numbers only. ${rangeText(limits)}`.trim();
  return typed.number < least || typed.number > most ? rangeText(limits) : null;
}

function rangeText({ least, most, unit }: NumberLimits): string {
  const of = unit === '' ? '' : ` ${unit}`;
  if (Number.isFinite(least) && Number.isFinite(most)) return `Allowed: ${least} to ${most}${of}.`;
  if (Number.isFinite(least)) return `Allowed: ${least}${of} or more.`;
  return Number.isFinite(most) ? `Allowed: ${most}${of} or less.` : '';
}
