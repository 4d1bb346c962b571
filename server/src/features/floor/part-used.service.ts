import { sameNeedle } from '@gantelet/core';
import {
  newId,
  ProblemError,
  type NeedleChoice,
  type PartUsedNeedle,
  type Person,
  type Sharps,
} from '@gantelet/contracts';
import { orIfDuplicate, type Database, type Transaction } from '../../db/database.js';
import {
  findKeptNeedles,
  insertPartUsed,
  insertSharpsEmptying,
  readSharps,
  takeFromPocket,
  updatePocket,
  type KeptNeedle,
} from './part-used.store.js';

/** Puts the needle of a removal into a pocket. @throws ProblemError `pocket.taken` */
export async function keepInPocket(
  database: Database,
  removalId: string,
  pocket: number,
  keptAt: Date,
  tx: Transaction,
): Promise<void> {
  const kept = insertPartUsed(database, { id: newId(), removalId, pocket, keptAt }, tx);
  await orIfDuplicate(kept, () => pocketTaken(pocket, 'body.keptInPocket'));
}

/** Moves a part-used needle to another pocket. @throws ProblemError `part-used.gone`, `pocket.taken` */
export async function moveToPocket(
  database: Database,
  id: string,
  pocket: number,
  tx: Transaction,
): Promise<PartUsedNeedle> {
  await requireKeptNeedle(database, id, tx);
  await orIfDuplicate(updatePocket(database, id, pocket, tx), () => pocketTaken(pocket, 'body.pocket'));
  const { lotId: _, ...moved } = await requireKeptNeedle(database, id, tx);
  return moved;
}

function pocketTaken(pocket: number, path: string): ProblemError {
  return new ProblemError('pocket.taken', { pocket }, [{ path, message: 'an empty pocket' }]);
}

async function requireKeptNeedle(database: Database, id: string, tx: Transaction): Promise<KeptNeedle> {
  const [kept] = await findKeptNeedles(database, id, tx);
  if (!kept) throw new ProblemError('part-used.gone');
  return kept;
}

/** The part-used needle that is to go into a machine. @throws ProblemError `part-used.gone`, `part-used.other` */
export async function requireKept(
  database: Database,
  id: string,
  needle: NeedleChoice,
  tx: Transaction,
): Promise<KeptNeedle> {
  const kept = await requireKeptNeedle(database, id, tx);
  if (!sameNeedle(kept.needle, needle)) throw new ProblemError('part-used.other');
  return kept;
}

/** Records that a part-used needle went into a machine. @throws ProblemError `part-used.gone` */
export async function takeIntoMachine(
  database: Database,
  id: string,
  takenInstallId: string,
  leftAt: Date,
  tx: Transaction,
): Promise<void> {
  if (!(await takeFromPocket(database, id, { leftAt, takenInstallId }, tx)))
    throw new ProblemError('part-used.gone');
}

/** Puts a part-used needle into the sharps box. @throws ProblemError `part-used.gone` */
export async function discardPartUsed(
  database: Database,
  id: string,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<Sharps> {
  const left = await takeFromPocket(database, id, { leftAt: now, discardedById: person.id }, tx);
  if (!left) throw new ProblemError('part-used.gone');
  return readSharps(database, tx);
}

/** Records the count of the sharps box beside the expected number. */
export async function emptySharps(
  database: Database,
  id: string,
  counted: number,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<Sharps> {
  const { needles } = await readSharps(database, tx);
  const row = { id, emptiedAt: now, emptiedById: person.id, counted, expected: needles };
  await insertSharpsEmptying(database, row, tx);
  return readSharps(database, tx);
}
