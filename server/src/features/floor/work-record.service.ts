import { HOUR_MS, piecesHours } from '@gantelet/core';
import {
  ProblemError,
  type FloorMachine,
  type FloorZone,
  type Person,
  type PiecesEntry,
  type SpotCheck,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { readShopTimes, requireShopTime } from '../shop/index.js';
import { standingNow, zoneFraction } from './floor-view.service.js';
import { correctPastHours } from './past-hours.service.js';
import { shopClock } from './shop-clock.js';
import { lockMachine } from './machine.store.js';
import {
  findPieceCount,
  hasPieces,
  insertSpotCheck,
  insertPieces,
  updatePieceCount,
} from './work-record.store.js';

/** Records a spot check, and returns it with the figures of its zone. */
export async function logSpotCheck(
  database: Database,
  id: string,
  { machineId, sewing, checkedAt }: SpotCheck,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<Pick<FloorZone, 'id' | 'needleFraction'>> {
  const { zoneId } = await lockMachine(database, machineId, tx);
  const at = new Date(checkedAt);
  await requireShopTime(database, at, 'body.checkedAt', now, tx);
  await insertSpotCheck(
    database,
    { id, zoneId, machineId, sewing, checkedAt: at, checkedById: person.id },
    tx,
  );
  const times = await readShopTimes(database, tx);
  return { id: zoneId, needleFraction: zoneFraction(times!.zones.get(zoneId)!) };
}

/**
 * Records pieces sewn on a machine.
 *
 * @throws ProblemError `pieces.no-speed`, `pieces.too-many`, `pieces.overlap`
 */
export async function logPieces(
  database: Database,
  machineId: string,
  id: string,
  { pieces, stitchesPerPiece, from, to }: PiecesEntry,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<FloorMachine> {
  const { speedInUseSpm: speedSpm, zoneId } = await lockMachine(database, machineId, tx);
  const span = { fromAt: new Date(from), toAt: new Date(to) };
  await requireShopTime(database, span.fromAt, 'body.from', now, tx);
  await requireShopTime(database, span.toAt, 'body.to', now, tx);
  if (speedSpm === null) throw new ProblemError('pieces.no-speed');
  const hours = piecesHours({ pieces, stitchesPerPiece, speedSpm });
  if (hours > (span.toAt.getTime() - span.fromAt.getTime()) / HOUR_MS) {
    const message = 'fewer, or a longer time';
    throw new ProblemError('pieces.too-many', { hours: hours.toFixed(1) }, [
      { path: 'body.pieces', message },
    ]);
  }
  if (await hasPieces(database, machineId, span, tx)) throw new ProblemError('pieces.overlap');
  const row = { id, machineId, pieces, stitchesPerPiece, speedSpm, ...span, countedById: person.id };
  await insertPieces(database, { ...row, withdrawnAt: null, withdrawnById: null }, tx);
  await correctPastHours(database, row, 'written', zoneId, tx);
  return standingNow(database, machineId, await shopClock(database, tx), now, tx);
}

/**
 * Withdraws pieces entered by mistake: they no longer age a needle, and their time is free again.
 *
 * @throws ProblemError `pieces.unknown`, `pieces.withdrawn`
 */
export async function withdrawPieces(
  database: Database,
  id: string,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<FloorMachine> {
  const row = await findPieceCount(database, id, tx);
  if (!row) throw new ProblemError('pieces.unknown');
  if (row.withdrawnAt !== null) throw new ProblemError('pieces.withdrawn');
  const { zoneId } = await lockMachine(database, row.machineId, tx);
  await updatePieceCount(database, id, { withdrawnAt: now, withdrawnById: person.id }, tx);
  await correctPastHours(database, row, 'withdrawn', zoneId, tx);
  return standingNow(database, row.machineId, await shopClock(database, tx), now, tx);
}
