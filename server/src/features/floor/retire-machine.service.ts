import { ProblemError, type Machine, type Person, type Retirement } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { unplaceJobs } from '../job-queue/index.js';
import { requireVersion } from './machine.service.js';
import { findMachine, findMachineRow, updateMachine } from './machine.store.js';
import { emptyMachine } from './needle-change.service.js';
import { findOpenChangeovers } from './open-changeover.store.js';
import { findOpenStops } from './safety-stop.store.js';

/**
 * Takes a machine out of all lists and plans, with its needle removed and its jobs unassigned; or brings it back,
 * empty.
 *
 * @throws ProblemError `machine.unknown`, `machine.stopped`, `changeover.under-way`, `version.stale`
 */
export async function retireMachine(
  database: Database,
  id: string,
  { retired, version }: Retirement,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<Machine> {
  const row = await findMachineRow(database, id, tx, true);
  await requireVersion(database, row, version, tx);
  if (retired && row.retiredAt === null) {
    const open = (await findOpenChangeovers(database, id, tx)).get(id);
    if (open) throw new ProblemError('changeover.under-way', { by: open.by });
    if ((await findOpenStops(database, id, tx)).has(id))
      throw new ProblemError('machine.stopped', { name: row.name });
    await emptyMachine(database, row, person, now, tx);
    await unplaceJobs(database, id, tx);
  }
  const empty = retired ? { presentInstallId: null, presentSetupId: null } : {};
  await updateMachine(database, id, { ...empty, retiredAt: retired ? now : null, version: version + 1 }, tx);
  return findMachine(database, id, tx);
}
