import * as z from 'zod';
import { catalogueValue, type ShopValue } from '@gantelet/core';
import { Id, Instant, Name } from '../shared/index.js';

const ValueId = z
  .string()
  .max(80)
  .refine((id) => catalogueValue(id) !== undefined, { error: 'not a value of the catalogue' });

/** The shop's own value replacing a default, or a return to the default. */
export const ShopValueInput = z
  .strictObject({
    valueId: ValueId,
    /** Null restores the default. */
    value: z.number().min(-1e9).max(1e9).nullable(),
    standing: z.enum(['measured', 'chosen']),
    /** How it was measured, or why it was chosen. */
    note: z.string().trim().max(300),
    /** The entry the person saw as the present one: if another has replaced it, the change is refused. */
    replaces: Id.nullable(),
  })
  .check((context) => {
    const { valueId, value } = context.value;
    const shipped = catalogueValue(valueId);
    if (!shipped || value === null || (value >= shipped.least && value <= shipped.most)) return;
    context.issues.push({
      code: 'custom',
      path: ['value'],
      input: value,
      message: `allowed: ${shipped.least} to ${shipped.most} ${shipped.unit}`.trim(),
    });
  });
export type ShopValueInput = z.infer<typeof ShopValueInput>;

/** One entry in the history of a value. Entries are only ever added. */
export const ShopValueEntry = z.object({
  id: Id,
  valueId: z.string(),
  value: z.number().nullable(),
  standing: z.enum(['measured', 'chosen']),
  note: z.string(),
  setAt: Instant,
  setBy: Name,
});
export type ShopValueEntry = z.infer<typeof ShopValueEntry>;

/** The shop's values now in force: the last entry of each, unless the default was restored. */
export function presentShopValues(history: readonly ShopValueEntry[]): readonly ShopValue[] {
  return [...lastEntries(history).values()].flatMap(({ valueId, value, standing, note, setAt, setBy }) => {
    if (value === null) return [];
    const how = note === '' ? '' : `: ${note}`;
    return [{ valueId, value, standing, source: `${standing} by ${setBy}, ${setAt.slice(0, 10)}${how}` }];
  });
}

/** The last entry of each value, by value id. @param history oldest first */
export function lastEntries(history: readonly ShopValueEntry[]): ReadonlyMap<string, ShopValueEntry> {
  return new Map(history.map((entry) => [entry.valueId, entry]));
}
