import { needleAge } from '@gantelet/core';
import type { Database, Transaction } from '../../db/database.js';
import type { PieceCountRow } from '../../db/rows.js';
import { findHeard } from '../counter/index.js';
import { addHours, findNeedlesOut, findNextStay } from './past-hours.store.js';
import { shopClock } from './shop-clock.js';
import { findPiecesBetween, type PiecesOfNeedle } from './work-record.store.js';

/**
 * Adjusts the hours of removed needles by how far pieces entered later differ for their time, and by nothing else. A
 * day's pieces are often entered at its end, after a needle has been changed. A needle reinstalled from its pocket
 * carries the change on.
 */
export async function correctPastHours(
  database: Database,
  pieces: Pick<PieceCountRow, 'id' | 'machineId' | 'fromAt' | 'toAt'>,
  happened: 'written' | 'withdrawn',
  zoneId: string,
  tx: Transaction,
): Promise<void> {
  const needles = await findNeedlesOut(database, pieces, tx);
  if (needles.length === 0) return;
  const clock = await shopClock(database, tx);
  const heard = await findHeard(database, needles, tx);
  for (const [i, needle] of needles.entries()) {
    const counted = heard[i]!;
    const all = await findPiecesBetween(database, pieces, needle, tx);
    const others = all.filter(({ id }) => id !== pieces.id);
    const hoursBy = (said: readonly PiecesOfNeedle[]): number => {
      const hours = clock.hours(zoneId, needle.fromAt, needle.toAt, 0, { counted, pieces: said });
      return needleAge({ ...hours, intervalHours: null, call: null }).runningHours;
    };
    const more = hoursBy(all) - hoursBy(others);
    await carryOn(database, needle.removalId, happened === 'written' ? more : -more, tx);
  }
}

async function carryOn(database: Database, removalId: string, more: number, tx: Transaction): Promise<void> {
  let leaves: string | null = removalId;
  while (leaves !== null) {
    const next = await findNextStay(database, leaves, tx);
    await addHours(database, { removalId: leaves, nextInstallId: next?.installId ?? null }, more, tx);
    leaves = next?.removalId ?? null;
  }
}
