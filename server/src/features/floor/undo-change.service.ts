import { ProblemError, type FloorMachine, type Person } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { standingNow } from './floor-view.service.js';
import { shopClock } from './shop-clock.js';
import { findInstall } from './floor.store.js';
import { lockMachine, updateMachine } from './machine.store.js';
import { isCleared } from './safety-stop.store.js';
import { undoPockets } from './part-used.store.js';
import {
  deleteChange,
  findRemovalBefore,
  insertUndone,
  reopenReports,
  writtenAt,
} from './undo-change.store.js';

/** A change can be undone for a minute; the rest allows for the trip to the server. */
const UNDO_MS = 75_000;

/**
 * Undoes a machine's last needle change: the removed needle is back as if it had never left, and the deleted rows are
 * stored apart. Meant for a slip of the thumb, so it is possible for a minute only. A stop for a missing piece stays,
 * since only a mechanic can clear it, and a cleared stop cannot be undone.
 *
 * @throws ProblemError `change.not-last`, `change.too-late`, `change.cleared`
 */
export async function undoChange(
  database: Database,
  machineId: string,
  { undoId, installId }: { readonly undoId: string; readonly installId: string },
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<FloorMachine> {
  const machine = await lockMachine(database, machineId, tx);
  const install = await findInstall(database, installId, tx);
  if (!install || machine.presentInstallId !== installId) throw new ProblemError('change.not-last');
  const logged = await writtenAt(database, installId, tx);
  if (logged === null || now.getTime() - logged.getTime() > UNDO_MS)
    throw new ProblemError('change.too-late');
  const removal = await findRemovalBefore(database, install, tx);
  if (removal && (await isCleared(database, removal.id, tx))) throw new ProblemError('change.cleared');
  const change = { installId, removalId: removal?.id ?? null };
  const presentInstallId = removal?.installId ?? null;
  await undoPockets(database, change, tx);
  await reopenReports(database, install, presentInstallId, tx);
  await updateMachine(database, machineId, { presentInstallId }, tx);
  await deleteChange(database, change, tx);
  const changeMade = JSON.stringify({ install, removal });
  await insertUndone(
    database,
    { id: undoId, machineId, changeMade, undoneAt: now, undoneById: person.id },
    tx,
  );
  return standingNow(database, machineId, await shopClock(database, tx), now, tx);
}
