import {
  newId,
  ProblemError,
  readStoreRow,
  storeThingKey,
  type CountedThing,
  type FieldProblem,
  type StoreImport,
  type StoreImportResult,
} from '@gantelet/contracts';
import type { WriteContext } from '../../db/write-context.js';
import { findItems, insertItem, insertMove } from './store-item.store.js';

/**
 * Imports a list of store items with their counts, all or none. An item that exists is left as it is, including its
 * count, so importing a list twice changes nothing.
 *
 * @throws ProblemError `request.invalid` naming every cell that is wrong
 */
export async function importStore(
  { database, tx, person, now }: WriteContext,
  { rows }: StoreImport,
): Promise<StoreImportResult> {
  const things = readRows(rows);
  const kept = new Set((await findItems(database, tx)).map(({ thing }) => storeThingKey(thing)));
  const added = [...things].filter(([key]) => !kept.has(key)).map(([, thing]) => thing);
  for (const { entry, onHand } of added) {
    const itemId = newId();
    await insertItem(database, itemId, entry, tx);
    if (onHand === null) continue;
    const moved = { movedAt: now, movedById: person.id, orderId: null, note: '' };
    await insertMove(database, { id: newId(), itemId, kind: 'count', quantity: onHand, ...moved }, tx);
  }
  return { added: added.length, there: things.size - added.length };
}

/** Each item of a list once, by its key. */
function readRows(rows: StoreImport['rows']): ReadonlyMap<string, CountedThing> {
  const wrong: FieldProblem[] = [];
  const things = new Map<string, CountedThing>();
  rows.forEach((row, i) => {
    const read = readStoreRow(row);
    if ('problems' in read) {
      for (const { column, message } of read.problems)
        wrong.push({ path: `body.rows.${i}.${column}`, message });
      return;
    }
    const key = storeThingKey(read.entry.thing);
    if (things.has(key)) wrong.push({ path: `body.rows.${i}.label`, message: 'each thing once' });
    things.set(key, read);
  });
  if (wrong.length > 0) throw new ProblemError('request.invalid', {}, wrong);
  return things;
}
