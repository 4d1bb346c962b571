import {
  eyeFriction,
  frictionEvidence,
  judgeNeedle,
  LOT_ERROR,
  sameNeedle,
  type NeedleVerdict,
  type Values,
} from '@gantelet/core';
import {
  ProblemError,
  type LotDecision,
  type NeedleChoice,
  type NeedleCheck,
  type NeedleLot,
  type NeedleLotEntry,
  type NewNeedleLot,
  type Person,
} from '@gantelet/contracts';
import { orIfDuplicate, type Database, type Transaction } from '../../db/database.js';
import { needleColumns } from '../../db/needle-columns.js';
import { shopValues } from '../catalogue/index.js';
import { findChecks } from './needle-check.store.js';
import { findLots, insertLot, lockLot, updateLot, wentIn } from './needle-lot.store.js';

/** Registers a lot under the key it was sent with. @throws ProblemError `lot.code-taken` */
export async function registerLot(
  database: Database,
  id: string,
  { needle, ...lot }: NewNeedleLot,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<NeedleLot> {
  const undecided = { decidedAt: null, decidedById: null, decision: '' };
  const row = {
    id,
    ...lot,
    ...needleColumns(needle),
    receivedAt: now,
    receivedById: person.id,
    ...undecided,
  };
  await orIfDuplicate(insertLot(database, row, tx), () => codeTaken(lot.code));
  return readLot(database, id, tx);
}

/**
 * Corrects a lot's details. Its kind is fixed once one of its needles has been installed.
 *
 * @throws ProblemError `lot.unknown`, `lot.in-use`, `lot.code-taken`
 */
export async function reviseLot(
  database: Database,
  id: string,
  { needle, ...lot }: NeedleLotEntry,
  tx: Transaction,
): Promise<NeedleLot> {
  const standing = await lockLot(database, id, tx);
  if (!standing) throw new ProblemError('lot.unknown');
  if (!sameNeedle(standing.needle, needle) && (await wentIn(database, id, tx))) {
    const message = 'the kind it was registered with';
    throw new ProblemError('lot.in-use', {}, [{ path: 'body.needle', message }]);
  }
  const change = { ...lot, ...needleColumns(needle) };
  await orIfDuplicate(updateLot(database, id, change, tx), () => codeTaken(lot.code));
  return readLot(database, id, tx);
}

function codeTaken(code: string): ProblemError {
  return new ProblemError('lot.code-taken', { code }, [{ path: 'body.code', message: 'another code' }]);
}

/** Accepts a lot, quarantines it, or has it checked. @throws ProblemError `lot.unknown` */
export async function decideLot(
  database: Database,
  id: string,
  { state, note }: LotDecision,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<NeedleLot> {
  if (!(await lockLot(database, id, tx))) throw new ProblemError('lot.unknown');
  await updateLot(database, id, { state, decidedAt: now, decidedById: person.id, decision: note }, tx);
  return readLot(database, id, tx);
}

/** All lots with the results of their needle checks, newest first. */
export async function readLots(database: Database): Promise<NeedleLot[]> {
  const [lots, checks, values] = await Promise.all([
    findLots(database),
    findChecks(database, { ofAnyLot: true }),
    shopValues(database),
  ]);
  return lots.map((lot) => ({
    ...lot,
    ...shownBy(
      checks.filter(({ lotId }) => lotId === lot.id),
      values,
    ),
  }));
}

async function readLot(database: Database, id: string, tx: Transaction): Promise<NeedleLot> {
  const [lot] = await findLots(database, id, tx);
  const values = await shopValues(database, tx);
  return { ...lot!, ...shownBy(await findChecks(database, { lotId: id }, tx), values) };
}

/** How many needles were checked, and how many failed. */
export function sampleOf(checks: readonly NeedleCheck[], values: Values): NeedleLot['sample'] {
  const verdicts = checks.map(({ looks }) => judgeNeedle(looks, values).verdict);
  const count = (verdict: NeedleVerdict): number => verdicts.filter((one) => one === verdict).length;
  return { checked: checks.length, bad: count('bad'), doubtful: count('doubtful') };
}

/** What the checked needles of a lot say about it. */
function shownBy(checks: readonly NeedleCheck[], values: Values): Pick<NeedleLot, 'sample' | 'friction'> {
  const eyes = checks.flatMap(({ looks: { pulls, path } }) =>
    pulls ? [eyeFriction(pulls, values, path)] : [],
  );
  const tooMuch = eyes.filter((eye) => eye.tooMuch).length;
  const evidence = frictionEvidence(eyes.length, tooMuch);
  return {
    sample: sampleOf(checks, values),
    friction: {
      tested: eyes.length,
      tooMuch,
      mean: eyes.length === 0 ? null : eyes.reduce((sum, { both }) => sum + both, 0) / eyes.length,
      evidence,
      bad: evidence >= 1 / LOT_ERROR,
    },
  };
}

/**
 * Lets a needle of a lot be installed. One installed before the lot was quarantined is logged all the same: it is in.
 *
 * @throws ProblemError `lot.unknown` if there is no such lot or it holds other needles, `lot.quarantined`
 */
export async function requireLot(
  database: Database,
  id: string,
  needle: NeedleChoice,
  changedAt: Date,
  tx: Transaction,
): Promise<void> {
  const lot = await lockLot(database, id, tx);
  if (!lot || !sameNeedle(lot.needle, needle))
    throw new ProblemError('lot.unknown', {}, [{ path: 'body.lotId', message: 'a lot of this kind' }]);
  const keptOut = lot.state === 'quarantined' && changedAt >= (lot.decidedAt ?? lot.receivedAt);
  if (keptOut)
    throw new ProblemError('lot.quarantined', { code: lot.code }, [
      { path: 'body.lotId', message: 'a lot that may be used' },
    ]);
}
