import { judgeNeedle, judgeSample, lotSample } from '@gantelet/core';
import { ProblemError, type NeedleCheck, type NeedleCheckInput, type Person } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { NeedleLotRow } from '../../db/needle-rows.js';
import { shopValues } from '../catalogue/index.js';
import { requireShopTime } from '../shop/index.js';
import { cleanPhoto } from './needle-photo.js';
import { findChecks, findPhoto, insertCheck, insertPhoto } from './needle-check.store.js';
import { sampleOf } from './needle-lot.service.js';
import { lockLot, updateLot } from './needle-lot.store.js';

/** How many of the latest checks are returned when no lot is named. */
const LATEST = 100;

/** The latest needle checks, newest first; or all checks of one lot. */
export function readChecks(database: Database, lotId: string | undefined): Promise<NeedleCheck[]> {
  return findChecks(database, lotId === undefined ? { latest: LATEST } : { lotId });
}

/** The photo taken during a check. @throws ProblemError `entry.unknown` */
export async function readPhoto(database: Database, checkId: string): Promise<{ photo: string }> {
  const photo = await findPhoto(database, checkId);
  if (photo === null) throw new ProblemError('entry.unknown');
  return { photo };
}

/**
 * Logs a needle check under the key it was sent with. One bad needle too many quarantines its lot from then on; a
 * full sample accepts a lot that was waiting for it.
 *
 * @throws ProblemError `lot.unknown`, `time.outside`
 */
export async function logNeedleCheck(
  database: Database,
  id: string,
  { lotId, looks, note, photo, checkedAt }: NeedleCheckInput,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<NeedleCheck> {
  const lot = lotId === null ? null : await lockLot(database, lotId, tx);
  if (lotId !== null && !lot)
    throw new ProblemError('lot.unknown', {}, [{ path: 'body.lotId', message: 'a registered lot, or none' }]);
  const at = new Date(checkedAt);
  await requireShopTime(database, at, 'body.checkedAt', now, tx);
  const document = JSON.stringify({ version: 1, looks });
  await insertCheck(database, { id, lotId, document, note, checkedAt: at, checkedById: person.id }, tx);
  if (photo !== null) await insertPhoto(database, id, await cleanPhoto(photo), tx);
  if (lot) await decideBySample(database, lot, looks, person, now, tx);
  const [check] = await findChecks(database, { id }, tx);
  return check!;
}

async function decideBySample(
  database: Database,
  lot: NeedleLotRow,
  looks: NeedleCheck['looks'],
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<void> {
  const values = await shopValues(database, tx);
  const checks = await findChecks(database, { lotId: lot.id }, tx);
  const { checked, bad } = sampleOf(checks, values);
  const verdict = judgeSample(lotSample(lot.received, values), { checked, bad });
  const ofThisOne = judgeNeedle(looks, values).verdict === 'bad';
  const decided = { decidedAt: now, decidedById: person.id };
  // A lot accepted by hand in spite of its sample is quarantined again by another bad needle, but not affected by a
  // good one.
  if (verdict === 'refuse' && ofThisOne && lot.state !== 'quarantined') {
    const decision = `${bad} bad of ${checked} checked`;
    await updateLot(database, lot.id, { state: 'quarantined', ...decided, decision }, tx);
  } else if (verdict === 'accept' && lot.state === 'to-check') {
    const decision = `${checked} checked, ${bad} bad`;
    await updateLot(database, lot.id, { state: 'accepted', ...decided, decision }, tx);
  }
}
