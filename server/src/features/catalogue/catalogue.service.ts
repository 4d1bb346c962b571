import { withShopValues, type Values } from '@gantelet/core';
import {
  presentShopValues,
  ProblemError,
  type Person,
  type ShopValueEntry,
  type ShopValueInput,
} from '@gantelet/contracts';
import { orIfDuplicate, type Database, type Transaction } from '../../db/database.js';
import { insertShopValue, readShopValues } from './catalogue.store.js';

/** The values this shop computes with. */
export async function shopValues(database: Database, tx: Transaction | null = null): Promise<Values> {
  return withShopValues(presentShopValues(await readShopValues(database, tx)));
}

/**
 * Adds an entry to the history of a value.
 *
 * @throws ProblemError `value.moved-on` when the latest entry is not the one the person saw
 */
export async function setShopValue(
  database: Database,
  id: string,
  { replaces, ...input }: ShopValueInput,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<ShopValueEntry> {
  const history = await readShopValues(database, tx, input.valueId);
  const current = history.at(-1) ?? null;
  if ((current?.id ?? null) !== replaces) throw new ProblemError('value.moved-on', { current });
  const row = { id, ...input, setAt: now, setById: person.id, position: history.length };
  // Another writer may have taken the same place in the history a moment earlier.
  await orIfDuplicate(insertShopValue(database, row, tx), () => new ProblemError('value.moved-on'));
  return { id, ...input, setAt: now.toISOString(), setBy: person.name };
}
