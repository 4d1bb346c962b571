import {
  HOUR_MS,
  joinHours,
  piecesHours,
  shiftHours,
  shiftHoursUntil,
  unheardPieces,
  type NeedleAgeInput,
  type PiecesInTime,
  type Span,
} from '@gantelet/core';
import { ProblemError } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { zoneOffset } from '../../time/zone-offset.js';
import { findCounted, type CountedRow } from '../counter/index.js';
import { readShopTimes, type ZoneTime } from '../shop/index.js';
import type { PiecesOfNeedle } from './work-record.store.js';

/** How running time is counted in this shop. */
export interface ShopClock {
  readonly lifeHours: number;
  zoneTime(zoneId: string): ZoneTime;
  /** Hours of the zone's shifts between two instants. */
  shiftHours(zoneId: string, from: Date, to: Date): number;
  /**
   * Running hours from a counter where one was heard, from pieces where they were entered, otherwise from the shift.
   */
  hours(
    zoneId: string,
    from: Date,
    to: Date,
    entryHours: number,
    said: {
      readonly counted: Pick<CountedRow, 'motorMs' | 'coveredShiftMs'> | null;
      readonly pieces: readonly PiecesOfNeedle[];
    },
  ): Pick<NeedleAgeInput, 'shiftHours' | 'fraction' | 'knownHours' | 'pieceHours'>;
}

export async function shopClock(database: Database, tx: Transaction | null = null): Promise<ShopClock> {
  const times = await readShopTimes(database, tx);
  if (!times) throw new ProblemError('server.fault');
  const offset = zoneOffset(times.timeZone);
  const zoneTime = (zoneId: string): ZoneTime => times.zones.get(zoneId)!;
  const counters = new Map<string, (startMs: number) => number>();
  const hoursUntil = (zoneId: string, endMs: number): ((startMs: number) => number) => {
    const known = counters.get(`${zoneId} ${endMs}`);
    const hours = known ?? shiftHoursUntil(zoneTime(zoneId).shifts, endMs, offset);
    counters.set(`${zoneId} ${endMs}`, hours);
    return hours;
  };
  return {
    lifeHours: times.lifeHours,
    zoneTime,
    shiftHours: (zoneId, from, to) => hoursUntil(zoneId, to.getTime())(from.getTime()),
    hours: (zoneId, from, to, entryHours, { counted, pieces }) => {
      const { fraction, shifts } = zoneTime(zoneId);
      const joined = joinHours({
        entryHours,
        shiftHours: hoursUntil(zoneId, to.getTime())(from.getTime()),
        counted: {
          shiftHours: (counted?.coveredShiftMs ?? 0) / HOUR_MS,
          runningHours: (counted?.motorMs ?? 0) / HOUR_MS,
        },
        pieces: unheardPieces(piecesBetween(pieces, from, to, (span) => shiftHours(shifts, span, offset))),
      });
      return { ...joined, fraction };
    },
  };
}

/** The part of entered pieces that falls into a needle's time. */
function piecesBetween(
  pieces: readonly PiecesOfNeedle[],
  from: Date,
  to: Date,
  shiftHoursOf: (span: Span) => number,
): readonly PiecesInTime[] {
  return pieces.flatMap(({ fromAt, toAt, heardShiftMs, ...sewn }) => {
    const span = {
      startMs: Math.max(fromAt.getTime(), from.getTime()),
      endMs: Math.min(toAt.getTime(), to.getTime()),
    };
    const share = (span.endMs - span.startMs) / (toAt.getTime() - fromAt.getTime());
    if (share <= 0) return [];
    return {
      runningHours: piecesHours(sewn) * share,
      shiftHours: shiftHoursOf(span),
      heardHours: (heardShiftMs / HOUR_MS) * share,
    };
  });
}

/** What counters recorded for the needles, by machine. */
export async function countedBy(
  database: Database,
  machineId: string | null,
  until: Date,
  tx: Transaction | null = null,
): Promise<ReadonlyMap<string, CountedRow>> {
  const rows = await findCounted(database, machineId, until, tx);
  return new Map(rows.map((row) => [row.machineId, row]));
}
