import { sourced, type Sourced } from '../standing/index.js';
import { GAUGE_VALUES } from './gauge-values.js';
import { HOOK_VALUES } from './hook-values.js';
import { MATCH_VALUES } from './match-values.js';
import { TENSION_VALUES } from './tension-values.js';
import { WORK_VALUES } from './work-values.js';

/** Every value that belongs to no single item of the catalogue. */
export const SHIPPED_VALUES = {
  ...MATCH_VALUES,
  ...WORK_VALUES,
  ...TENSION_VALUES,
  ...GAUGE_VALUES,
  ...HOOK_VALUES,
};

export type ValueId = keyof typeof SHIPPED_VALUES;

/**
 * The values for a calculation: the shipped ones, with this shop's own replacing them. Values of single items, such
 * as `material.duck-10.thickness`, are included only if the shop has its own; otherwise the item's shipped one
 * counts.
 */
export type Values = Readonly<Record<ValueId, Sourced<number>>> &
  Readonly<Record<string, Sourced<number> | undefined>>;

/** A value this shop has set for itself. */
export interface ShopValue {
  readonly valueId: string;
  readonly value: number;
  /** `measured` if somebody measured or confirmed it, `chosen` if it is the shop's way of working. */
  readonly standing: 'measured' | 'chosen';
  /** Who, when and how, in words. */
  readonly source: string;
}

/** The shipped values with a shop's own replacing them. */
export function withShopValues(own: readonly ShopValue[]): Values {
  const entries = own.map(
    ({ valueId, value, standing, source }) => [valueId, sourced(value, standing, source)] as const,
  );
  return { ...SHIPPED_VALUES, ...Object.fromEntries(entries) };
}
