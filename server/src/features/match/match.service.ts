import {
  diameterOfConstruction,
  rankNeedles,
  schoolForStack,
  stackOf,
  threadConstruction,
} from '@gantelet/core';
import {
  ProblemError,
  type Machine,
  type Person,
  type Setup,
  type SetupRevision,
  type SetupWork,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { findMachine } from '../floor/index.js';
import { findSetups, insertSetup, lockSetup, updateSetup } from './match.store.js';

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
  requireFits(await findMachine(database, work.machineId, tx), work);
  await insertSetup(database, id, work, person.id, now, tx);
  return readSetup(database, id, tx);
}

/** Changes a set-up that nobody else changed since it was opened. It stays on its machine. */
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
  requireFits(await findMachine(database, work.machineId, tx), work);
  if (present.version !== version) {
    throw new ProblemError('version.stale', { sent: version, current: await readSetup(database, id, tx) });
  }
  await updateSetup(database, id, work, version + 1, person.id, now, tx);
  return readSetup(database, id, tx);
}

/** Ranks again what the browser ranked, and refuses a needle that could not go in. */
function requireFits(machine: Machine, work: SetupWork): void {
  const stack = stackOf(work.layers);
  const construction = threadConstruction(work.thread.constructionId)!;
  const { ranked } = rankNeedles({
    machine,
    stack,
    threadDiameterMm: diameterOfConstruction(work.thread.tex, construction).value,
    stitchLengthMm: work.stitchLengthMm,
    schools: { size: schoolForStack(work.schools.size, stack), leatherPoint: work.schools.leatherPoint },
  });
  const { systemId, nm, pointId } = work.needle;
  const fits = ranked.some((c) => c.system.id === systemId && c.size.nm === nm && c.point.id === pointId);
  if (!fits) {
    const path = 'body.needle';
    throw new ProblemError('setup.needle-unfit', {}, [{ path, message: 'pick one of the ranked needles' }]);
  }
}
