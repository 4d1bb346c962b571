import {
  ProblemError,
  type Person,
  type Setup,
  type SetupRevision,
  type SetupWork,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { shopValues } from '../catalogue/index.js';
import { findMachine } from '../floor/index.js';
import { findSetups, insertSetup, lockSetup, updateSetup } from './match.store.js';
import { requireNeedleFits } from './setup-fit.js';

/** One set-up. @throws ProblemError `setup.unknown` */
export async function readSetup(
  database: Database,
  id: string,
  tx: Transaction | null = null,
): Promise<Setup> {
  const [setup] = await findSetups(database, { id }, tx);
  if (!setup) throw new ProblemError('setup.unknown');
  return setup;
}

/** Saves a new set-up under the key it was sent with. */
export async function saveSetup(
  database: Database,
  id: string,
  work: SetupWork,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<Setup> {
  await requireFits(database, work, tx);
  await insertSetup(database, id, work, person.id, now, tx);
  return readSetup(database, id, tx);
}

/** Changes a set-up unless somebody else has since it was opened. It stays on its machine. */
export async function reviseSetup(
  database: Database,
  id: string,
  { version, ...work }: SetupRevision,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<Setup> {
  const present = await lockSetup(database, id, tx);
  if (!present) throw new ProblemError('setup.unknown');
  if (present.machineId !== work.machineId) throw new ProblemError('setup.other-machine');
  await requireFits(database, work, tx);
  if (present.version !== version) {
    throw new ProblemError('version.stale', { sent: version, current: await readSetup(database, id, tx) });
  }
  await updateSetup(database, id, work, version + 1, person.id, now, tx);
  return readSetup(database, id, tx);
}

/** Checks again what the browser checked, and refuses a needle that cannot be used. */
async function requireFits(database: Database, work: SetupWork, tx: Transaction): Promise<void> {
  const machine = await findMachine(database, work.machineId, tx);
  requireNeedleFits(machine, work, await shopValues(database, tx));
}
