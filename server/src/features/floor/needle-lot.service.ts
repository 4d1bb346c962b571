import { sameNeedle } from '@gantelet/core';
import {
  ProblemError,
  type NeedleChoice,
  type NeedleLot,
  type NeedleLotEntry,
  type Person,
} from '@gantelet/contracts';
import { databaseErrno, type Database, type Transaction } from '../../db/database.js';
import { findLots, insertLot } from './needle-lot.store.js';

const DUPLICATE_KEY = 1062;

/** Registers a lot under the key it was sent with. @throws ProblemError `lot.code-taken` */
export async function registerLot(
  database: Database,
  id: string,
  { code, needle }: NeedleLotEntry,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<NeedleLot> {
  const { systemId, nm, pointId, finishId } = needle;
  const kind = { needleSystem: systemId, bladeNm: nm, pointStyle: pointId, needleFinish: finishId };
  try {
    await insertLot(database, { id, code, ...kind, receivedAt: now, receivedById: person.id }, tx);
  } catch (error) {
    if (databaseErrno(error) !== DUPLICATE_KEY) throw error;
    throw new ProblemError('lot.code-taken', { code }, [{ path: 'body.code', message: 'another code' }]);
  }
  return (await findLots(database, id, tx))[0]!;
}

/** @throws ProblemError `lot.unknown` for one that is not there or holds other needles */
export async function requireLot(
  database: Database,
  id: string,
  needle: NeedleChoice,
  tx: Transaction,
): Promise<void> {
  const [lot] = await findLots(database, id, tx);
  if (!lot || !sameNeedle(lot.needle, needle))
    throw new ProblemError('lot.unknown', {}, [{ path: 'body.lotId', message: 'a lot of this kind' }]);
}
