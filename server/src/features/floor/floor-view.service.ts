import { callOf, HOUR_MS, needleAge } from '@gantelet/core';
import {
  ProblemError,
  type ChangeoverOnFloor,
  type FloorMachine,
  type FloorView,
  type SafetyStop,
  type TroubleReport,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { CountedRow } from '../counter/index.js';
import type { ZoneTime } from '../shop/index.js';
import {
  findOpenReports,
  floorVersion,
  readRecentChanges,
  readStandingMachines,
  type StandingMachine,
} from './floor.store.js';
import { listZones } from './machine.store.js';
import { countedBy, shopClock, type ShopClock } from './shop-clock.js';
import { findKeptNeedles, readSharps } from './part-used.store.js';
import { findOpenChangeovers } from './open-changeover.store.js';
import { findOpenStops } from './safety-stop.store.js';
import { findPieces, type PiecesOfNeedle } from './work-record.store.js';

const RECENT_SHOWN = 8;
/** A counter not heard for this long counts as silent. */
const SILENT_AFTER_MS = 2 * 60_000;

/** The floor at an instant. */
export async function readFloor(database: Database, now: Date): Promise<FloorView> {
  // Read before anything else: a change that happens meanwhile makes it an older version.
  const version = await floorVersion(database);
  const [clock, zones, standing, counted, pieces, reports, stops, changeovers, recent, kept, sharps] =
    await Promise.all([
      shopClock(database),
      listZones(database),
      readStandingMachines(database),
      countedBy(database, null, now),
      findPieces(database, null),
      findOpenReports(database, null),
      findOpenStops(database, null),
      findOpenChangeovers(database, null),
      readRecentChanges(database, RECENT_SHOWN),
      findKeptNeedles(database),
      readSharps(database),
    ]);
  const said = { counted, pieces, reports, stops, changeovers };
  return {
    version,
    readAt: now.toISOString(),
    lifeHours: clock.lifeHours,
    recent,
    partUsed: kept.map(({ lotId: _, ...needle }) => needle),
    sharps,
    zones: zones.map((zone) => {
      const time = clock.zoneTime(zone.id);
      return {
        ...zone,
        needleFraction: zoneFraction(time),
        planVersion: time.planVersion,
        machines: standing
          .filter((one) => one.zoneId === zone.id)
          .map((one) => withAge(one, said, clock, now)),
      };
    }),
  };
}

/** Share of the shift that a zone's needles run, and where the figure comes from. */
export function zoneFraction({ fraction, checks }: ZoneTime): FloorView['zones'][number]['needleFraction'] {
  const { value, low, high, standing } = fraction;
  return { value, low, high, standing, checks };
}

/** A machine as it is now, inside a write. */
export async function standingNow(
  database: Database,
  machineId: string,
  clock: ShopClock,
  now: Date,
  tx: Transaction | null,
): Promise<FloorMachine> {
  // Sent one after the other without waiting for the answers in between.
  const [[standing], counted, pieces, reports, stops, changeovers] = await Promise.all([
    readStandingMachines(database, machineId, tx),
    countedBy(database, machineId, now, tx),
    findPieces(database, machineId, tx),
    findOpenReports(database, machineId, tx),
    findOpenStops(database, machineId, tx),
    findOpenChangeovers(database, machineId, tx),
  ]);
  if (!standing) throw new ProblemError('machine.unknown');
  const said = { counted, pieces, reports, stops, changeovers };
  return withAge(standing, said, clock, now);
}

/** What counters and people recorded, by machine. */
interface Said {
  readonly counted: ReadonlyMap<string, CountedRow>;
  readonly pieces: ReadonlyMap<string, readonly PiecesOfNeedle[]>;
  readonly reports: ReadonlyMap<string, readonly TroubleReport[]>;
  readonly stops: ReadonlyMap<string, readonly SafetyStop[]>;
  readonly changeovers: ReadonlyMap<string, ChangeoverOnFloor>;
}

function withAge(
  { machine, zoneId, entryHours, byLife }: StandingMachine,
  said: Said,
  clock: ShopClock,
  now: Date,
): FloorMachine {
  const { id, shopNumber, name, systemIds, needle, presentSetup, place } = machine;
  const counted = said.counted.get(machine.id) ?? null;
  const pieces = said.pieces.get(machine.id) ?? [];
  const reports = [...(said.reports.get(machine.id) ?? [])];
  const planned = byLife
    ? { hours: byLife.hours, from: 'life' as const }
    : { hours: clock.lifeHours, from: 'flat' as const };
  const stops = [...(said.stops.get(machine.id) ?? [])];
  const call = stops.length > 0 ? 'stop' : callOf(reports.map(({ trouble }) => trouble));
  const hours =
    needle && clock.hours(zoneId, new Date(needle.installedAt), now, entryHours, { counted, pieces });
  const age = hours && needleAge({ ...hours, intervalHours: planned.hours, call });
  const counter = counted && counterView(counted, now);
  // Fields listed one by one: for thousands of machines, spreading takes longer than everything else here.
  return {
    id,
    shopNumber,
    name,
    systemIds,
    needle,
    age,
    planned,
    reports,
    counter,
    stops,
    presentSetup,
    changeover: said.changeovers.get(id) ?? null,
    place,
  };
}

function counterView({ lastHeardAt, stitches, motorMs, coveredShiftMs }: CountedRow, now: Date) {
  const heard = lastHeardAt !== null && now.getTime() - lastHeardAt.getTime() <= SILENT_AFTER_MS;
  return {
    state: heard ? ('heard' as const) : ('silent' as const),
    lastHeardAt: lastHeardAt?.toISOString() ?? null,
    stitches: Math.round(stitches),
    motorHours: motorMs / HOUR_MS,
    coveredHours: coveredShiftMs / HOUR_MS,
  };
}
