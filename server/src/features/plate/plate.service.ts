import { ProblemError, type PlateChange, type PlateEntry, type PlateView } from '@gantelet/contracts';
import type { WriteContext } from '../../db/write-context.js';
import { deletePlate, findPlates, insertPlate, lockPlate, updatePlate } from './plate.store.js';

/** @throws ProblemError `plate.mark-taken`, `machine.unknown` */
export async function addPlate(
  { database, tx }: WriteContext,
  id: string,
  entry: PlateEntry,
): Promise<PlateView[]> {
  await insertPlate(database, id, entry, tx);
  return findPlates(database, tx);
}

/** @throws ProblemError `plate.unknown`, `plate.mark-taken`, `machine.unknown`, `version.stale` */
export async function changePlate(
  { database, tx }: WriteContext,
  id: string,
  { version, dropped, ...entry }: PlateChange,
): Promise<PlateView[]> {
  const row = await lockPlate(database, id, tx);
  if (row.version !== version) throw new ProblemError('version.stale');
  await (dropped ? deletePlate(database, id, tx) : updatePlate(database, row, entry, version + 1, tx));
  return findPlates(database, tx);
}
