import {
  eyeFriction,
  frictionEvidence,
  LOT_ERROR,
  sameNeedle,
  type EyePulls,
  type Values,
} from '@gantelet/core';
import {
  ProblemError,
  type EyeFrictionEntry,
  type NeedleChoice,
  type NeedleLot,
  type NeedleLotEntry,
  type Person,
} from '@gantelet/contracts';
import { orIfDuplicate, type Database, type Transaction } from '../../db/database.js';
import { needleColumns } from '../../db/needle-columns.js';
import { shopValues } from '../catalogue/index.js';
import {
  findFrictions,
  findLots,
  insertFriction,
  insertLot,
  lockKind,
  updateLot,
  wentIn,
} from './needle-lot.store.js';

/** Registers a lot under the key it was sent with. @throws ProblemError `lot.code-taken` */
export async function registerLot(
  database: Database,
  id: string,
  { code, needle }: NeedleLotEntry,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<NeedleLot> {
  const row = { id, code, ...needleColumns(needle), receivedAt: now, receivedById: person.id };
  await orIfDuplicate(insertLot(database, row, tx), () => codeTaken(code));
  return readLot(database, id, tx);
}

/**
 * Corrects what a lot was registered as. Which kind it holds stands once a needle of it went into a machine.
 *
 * @throws ProblemError `lot.unknown`, `lot.in-use`, `lot.code-taken`
 */
export async function reviseLot(
  database: Database,
  id: string,
  { code, needle }: NeedleLotEntry,
  tx: Transaction,
): Promise<NeedleLot> {
  const kind = await lockKind(database, id, tx);
  if (!kind) throw new ProblemError('lot.unknown');
  if (!sameNeedle(kind, needle) && (await wentIn(database, id, tx))) {
    const message = 'the kind it was registered with';
    throw new ProblemError('lot.in-use', {}, [{ path: 'body.needle', message }]);
  }
  const change = { code, ...needleColumns(needle) };
  await orIfDuplicate(updateLot(database, id, change, tx), () => codeTaken(code));
  return readLot(database, id, tx);
}

function codeTaken(code: string): ProblemError {
  return new ProblemError('lot.code-taken', { code }, [{ path: 'body.code', message: 'another code' }]);
}

/** All lots with what the eyes of their needles showed, the newest first. */
export async function readLots(database: Database): Promise<NeedleLot[]> {
  const [lots, frictions, values] = await Promise.all([
    findLots(database),
    findFrictions(database),
    shopValues(database),
  ]);
  return lots.map((lot) => ({
    ...lot,
    friction: frictionOf(
      frictions.filter(({ lotId }) => lotId === lot.id),
      values,
    ),
  }));
}

/** Logs the test of one eye under the key it was sent with. @throws ProblemError `lot.unknown` */
export async function testEye(
  database: Database,
  lotId: string,
  id: string,
  pulls: EyeFrictionEntry,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<NeedleLot> {
  if ((await findLots(database, lotId, tx)).length === 0) throw new ProblemError('lot.unknown');
  await insertFriction(database, { id, lotId, ...pulls, readAt: now, readById: person.id }, tx);
  return readLot(database, lotId, tx);
}

async function readLot(database: Database, id: string, tx: Transaction): Promise<NeedleLot> {
  const [lot] = await findLots(database, id, tx);
  const values = await shopValues(database, tx);
  return { ...lot!, friction: frictionOf(await findFrictions(database, id, tx), values) };
}

function frictionOf(tests: readonly EyePulls[], values: Values): NeedleLot['friction'] {
  const eyes = tests.map((pulls) => eyeFriction(pulls, values));
  const tooMuch = eyes.filter((eye) => eye.tooMuch).length;
  const evidence = frictionEvidence(eyes.length, tooMuch);
  return {
    tested: eyes.length,
    tooMuch,
    mean: eyes.length === 0 ? null : eyes.reduce((sum, { both }) => sum + both, 0) / eyes.length,
    evidence,
    bad: evidence >= 1 / LOT_ERROR,
  };
}

/** @throws ProblemError `lot.unknown` for one that is not there or holds other needles */
export async function requireLot(
  database: Database,
  id: string,
  needle: NeedleChoice,
  tx: Transaction,
): Promise<void> {
  const kind = await lockKind(database, id, tx);
  if (!kind || !sameNeedle(kind, needle))
    throw new ProblemError('lot.unknown', {}, [{ path: 'body.lotId', message: 'a lot of this kind' }]);
}
