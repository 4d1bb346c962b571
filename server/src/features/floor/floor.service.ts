import {
  callOf,
  effectiveGroup,
  groupId,
  HOUR_MS,
  joinHours,
  mustStop,
  needleAge,
  needleSystem,
  pointStyle,
  piecesHours,
  shiftHours,
  shiftHoursUntil,
  stackOf,
  wearingKind,
  type HoursBySource,
  type NeedleAgeInput,
  type Span,
} from '@gantelet/core';
import {
  newId,
  ProblemError,
  type Clearance,
  type FloorMachine,
  type FloorView,
  type NeedleChange,
  type Person,
  type ReportAnswer,
  type TroubleReport,
  type TroubleReportInput,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { needleColumns } from '../../db/needle-columns.js';
import type { MachineRow, NeedleInstallRow } from '../../db/rows.js';
import { zoneOffset } from '../../time/zone-offset.js';
import { findCounted, type CountedRow } from '../counter/index.js';
import { findShop, readZoneTimes, type ZoneTime } from '../shop/index.js';
import {
  answerReports,
  findInstall,
  findLayers,
  findOpenReports,
  findReport,
  insertClearance,
  insertInstall,
  insertRemoval,
  insertReport,
  readRecentChanges,
  readStandingMachines,
  type StandingMachine,
} from './floor.store.js';
import { findMachine, listZones, lockMachine, updateMachine } from './machine.store.js';
import { requireLot } from './needle-lot.service.js';
import { keepInPocket, requireKept, takeIntoMachine } from './part-used.service.js';
import { findGroupRules } from './life-group.store.js';
import { findPieces, type PiecesOfNeedle } from './work-record.store.js';
import { findKeptNeedles, readSharps } from './part-used.store.js';

const RECENT_SHOWN = 8;
/** A counter that was not heard for so long is silent. */
const SILENT_AFTER_MS = 2 * 60_000;
/** How far a phone's clock may be ahead of the server's. */
const CLOCK_SLACK_MS = 2 * 60_000;

/** The floor at an instant. */
export async function readFloor(database: Database, now: Date): Promise<FloorView> {
  const [clock, zones, standing, counted, pieces, reports, recent, kept, sharps] = await Promise.all([
    shopClock(database),
    listZones(database),
    readStandingMachines(database),
    countedBy(database, null, now),
    findPieces(database, null),
    findOpenReports(database, null),
    readRecentChanges(database, RECENT_SHOWN),
    findKeptNeedles(database),
    readSharps(database),
  ]);
  const said = { counted, pieces, reports };
  return {
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

/** Share of the shift that the needles of a zone move, with what it is known by. */
export function zoneFraction({ fraction, looks }: ZoneTime): FloorView['zones'][number]['needleFraction'] {
  const { value, low, high, standing } = fraction;
  return { value, low, high, standing, looks };
}

/** One needle out, one in, in the name of the person who did it. */
export async function changeNeedle(
  database: Database,
  machineId: string,
  change: NeedleChange,
  ids: { readonly installId: string },
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<FloorMachine> {
  const row = await lockMachine(database, machineId, tx);
  await requireClampTakes(database, row, change, tx);
  const changedAt = new Date(change.changedAt);
  const clock = await shopClock(database, tx);
  if (row.presentInstallId !== change.removesInstallId) {
    throw new ProblemError('needle.moved-on', {
      sent: change.removesInstallId,
      current: await standingNow(database, machineId, clock, now, tx),
    });
  }
  const leaving =
    row.presentInstallId === null ? null : await findInstall(database, row.presentInstallId, tx);
  requireTime(changedAt, leaving, now);
  const partUsed =
    change.partUsedId === null ? null : await requireKept(database, change.partUsedId, change.needle, tx);
  if (change.lotId !== null) await requireLot(database, change.lotId, change.needle, tx);
  const groupOfWork = await groupOfWorkOf(database, row, change.needle.pointId, tx);
  const removalId =
    leaving && (await removeNeedle(database, leaving, change, row, clock, person, changedAt, tx));
  await insertInstall(
    database,
    {
      id: ids.installId,
      machineId,
      ...needleColumns(change.needle),
      installedAt: changedAt,
      installedById: person.id,
      entryHours: partUsed?.runningHours ?? 0,
      setupId: row.presentSetupId,
      groupOfWork,
      lifeGroup:
        groupOfWork && effectiveGroup(groupOfWork, change.needle, await findGroupRules(database, tx)),
      lotId: partUsed?.lotId ?? change.lotId,
    },
    tx,
  );
  if (partUsed) await takeIntoMachine(database, partUsed.id, ids.installId, changedAt, tx);
  const answer = { answeredAt: changedAt, answeredById: person.id, finding: 'needle-changed' as const };
  await answerReports(database, { machineId }, answer, tx);
  const stopping = removalId !== null && mustStop(change.fragments) ? { stoppingRemovalId: removalId } : {};
  await updateMachine(database, machineId, { presentInstallId: ids.installId, ...stopping }, tx);
  return standingNow(database, machineId, clock, now, tx);
}

/** Lets a machine run again after a mechanic accounted for the missing piece and felt for burrs. */
export async function clearMachine(
  database: Database,
  machineId: string,
  { removalId, finding }: Clearance,
  key: string,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<FloorMachine> {
  const row = await lockMachine(database, machineId, tx);
  if (row.stoppingRemovalId === null || row.stoppingRemovalId !== removalId) {
    throw new ProblemError('clearance.nothing');
  }
  await insertClearance(
    database,
    { id: key, removalId, clearedAt: now, clearedById: person.id, finding },
    tx,
  );
  await updateMachine(database, machineId, { stoppingRemovalId: null }, tx);
  return standingNow(database, machineId, await shopClock(database, tx), now, tx);
}

/** Keeps what somebody at a machine heard or saw, with the needle that was in it. */
export async function reportTrouble(
  database: Database,
  machineId: string,
  { trouble, reportedAt }: TroubleReportInput,
  id: string,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<FloorMachine> {
  const { presentInstallId } = await lockMachine(database, machineId, tx);
  const at = new Date(reportedAt);
  requireTime(at, null, now, 'body.reportedAt');
  const row = {
    id,
    machineId,
    installId: presentInstallId,
    trouble,
    reportedAt: at,
    reportedById: person.id,
  };
  await insertReport(database, { ...row, answeredAt: null, answeredById: null, finding: null }, tx);
  return standingNow(database, machineId, await shopClock(database, tx), now, tx);
}

/** @throws ProblemError `report.unknown`, `report.answered` */
export async function answerReport(
  database: Database,
  id: string,
  { finding }: ReportAnswer,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<FloorMachine> {
  const report = await findReport(database, id, tx);
  if (!report) throw new ProblemError('report.unknown');
  if (report.answeredAt !== null) throw new ProblemError('report.answered');
  await answerReports(database, { id }, { answeredAt: now, answeredById: person.id, finding }, tx);
  return standingNow(database, report.machineId, await shopClock(database, tx), now, tx);
}

/** The group that the work of a machine makes a needle belong to; null for a machine that is set for nothing. */
async function groupOfWorkOf(
  database: Database,
  { presentSetupId, machineClass }: MachineRow,
  pointId: string,
  tx: Transaction,
): Promise<string | null> {
  const layers = presentSetupId === null ? [] : await findLayers(database, presentSetupId, tx);
  const points = pointStyle(pointId)?.family;
  if (layers.length === 0 || !points) return null;
  return groupId({ material: wearingKind(stackOf(layers)), points, machineClass, part: null });
}

async function removeNeedle(
  database: Database,
  leaving: NeedleInstallRow,
  { cause, fragments, keptInPocket }: NeedleChange,
  { zoneId, id: machineId }: MachineRow,
  clock: ShopClock,
  person: Person,
  removedAt: Date,
  tx: Transaction,
): Promise<string> {
  const id = newId();
  const counted = (await countedBy(database, machineId, removedAt, tx)).get(machineId) ?? null;
  const { installedAt, entryHours } = leaving;
  const pieces = (await findPieces(database, machineId, tx)).get(machineId) ?? [];
  const hours = clock.hours(zoneId, installedAt, removedAt, entryHours, { counted, pieces });
  const { runningHours } = needleAge({ ...hours, intervalHours: null, call: null });
  const who = { installId: leaving.id, machineId, removedById: person.id };
  await insertRemoval(database, { id, ...who, removedAt, cause, fragments, runningHours }, tx);
  if (keptInPocket !== null) await keepInPocket(database, id, keptInPocket, removedAt, tx);
  return id;
}

async function requireClampTakes(
  database: Database,
  row: MachineRow,
  { needle }: NeedleChange,
  tx: Transaction,
): Promise<void> {
  const { systemIds } = await findMachine(database, row.id, tx);
  const system = needleSystem(needle.systemId);
  const takes = systemIds.some((id) => needleSystem(id)?.clampFamily === system?.clampFamily);
  if (!takes || system?.shank !== row.shank) {
    const message = `this machine takes ${systemIds.join(' or ')}`;
    throw new ProblemError('needle.wrong-clamp', {}, [{ path: 'body.needle.systemId', message }]);
  }
}

/** @throws ProblemError `needle.time` for what happened before the needle went in, or after now */
export function requireTime(
  changedAt: Date,
  leaving: NeedleInstallRow | null,
  now: Date,
  path = 'body.changedAt',
): void {
  const earliest = leaving?.installedAt ?? new Date(0);
  if (changedAt >= earliest && changedAt.getTime() <= now.getTime() + CLOCK_SLACK_MS) return;
  const message = `from ${earliest.toISOString()} to now`;
  throw new ProblemError('needle.time', { earliest: earliest.toISOString() }, [{ path, message }]);
}

/** A machine as it stands now, inside a write. */
export async function standingNow(
  database: Database,
  machineId: string,
  clock: ShopClock,
  now: Date,
  tx: Transaction | null,
): Promise<FloorMachine> {
  const [standing] = await readStandingMachines(database, machineId, tx);
  if (!standing) throw new ProblemError('machine.unknown');
  const said = {
    counted: await countedBy(database, machineId, now, tx),
    pieces: await findPieces(database, machineId, tx),
    reports: await findOpenReports(database, machineId, tx),
  };
  return withAge(standing, said, clock, now);
}

/** What counters and people say, by machine. */
interface Said {
  readonly counted: ReadonlyMap<string, CountedRow>;
  readonly pieces: ReadonlyMap<string, readonly PiecesOfNeedle[]>;
  readonly reports: ReadonlyMap<string, readonly TroubleReport[]>;
}

function withAge(
  { machine, zoneId, entryHours, byLife }: StandingMachine,
  said: Said,
  clock: ShopClock,
  now: Date,
): FloorMachine {
  const { id, shopNumber, name, systemIds, needle, stoppedBy, presentSetup, place } = machine;
  const counted = said.counted.get(machine.id) ?? null;
  const pieces = said.pieces.get(machine.id) ?? [];
  const reports = [...(said.reports.get(machine.id) ?? [])];
  const planned = byLife
    ? { hours: byLife.hours, from: 'life' as const }
    : { hours: clock.lifeHours, from: 'flat' as const };
  const call = stoppedBy ? 'stop' : callOf(reports.map(({ trouble }) => trouble));
  const hours =
    needle && clock.hours(zoneId, new Date(needle.installedAt), now, entryHours, { counted, pieces });
  const age = hours && needleAge({ ...hours, intervalHours: planned.hours, call });
  const counter = counted && counterView(counted, now);
  // Named one by one: for thousands of machines spreading takes longer than all the rest here.
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
    stoppedBy,
    presentSetup,
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

/** What counters say of the needles, by machine. */
async function countedBy(
  database: Database,
  machineId: string | null,
  until: Date,
  tx: Transaction | null = null,
): Promise<ReadonlyMap<string, CountedRow>> {
  const rows = await findCounted(database, machineId, until, tx);
  return new Map(rows.map((row) => [row.machineId, row]));
}

/** How needle time counts in this shop. */
interface ShopClock {
  readonly lifeHours: number;
  zoneTime(zoneId: string): ZoneTime;
  /** Hours of the zone's shifts between two instants. */
  shiftHours(zoneId: string, from: Date, to: Date): number;
  /** Running hours as counted where a counter was heard, by pieces where they were written down, else by the shift. */
  hours(
    zoneId: string,
    from: Date,
    to: Date,
    entryHours: number,
    said: { readonly counted: CountedRow | null; readonly pieces: readonly PiecesOfNeedle[] },
  ): Pick<NeedleAgeInput, 'shiftHours' | 'fraction' | 'knownHours' | 'pieceHours'>;
}

export async function shopClock(database: Database, tx: Transaction | null = null): Promise<ShopClock> {
  const [shop, times] = await Promise.all([findShop(database, tx), readZoneTimes(database, tx)]);
  if (!shop) throw new ProblemError('server.fault');
  const offset = zoneOffset(shop.timeZone);
  const zoneTime = (zoneId: string): ZoneTime => times.get(zoneId)!;
  const counters = new Map<string, (startMs: number) => number>();
  const hoursUntil = (zoneId: string, endMs: number): ((startMs: number) => number) => {
    const known = counters.get(`${zoneId} ${endMs}`);
    const hours = known ?? shiftHoursUntil(zoneTime(zoneId).shifts, endMs, offset);
    counters.set(`${zoneId} ${endMs}`, hours);
    return hours;
  };
  return {
    lifeHours: shop.lifeHours,
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
        pieces: piecesBetween(pieces, from, to, (span) => shiftHours(shifts, span, offset)),
      });
      return { ...joined, fraction };
    },
  };
}

/** Pieces as hours, as far as they fall into the time of a needle. */
function piecesBetween(
  pieces: readonly PiecesOfNeedle[],
  from: Date,
  to: Date,
  shiftHoursOf: (span: Span) => number,
): HoursBySource['pieces'] {
  let sum = { shiftHours: 0, runningHours: 0 };
  for (const { fromAt, toAt, ...sewn } of pieces) {
    const span = {
      startMs: Math.max(fromAt.getTime(), from.getTime()),
      endMs: Math.min(toAt.getTime(), to.getTime()),
    };
    const share = Math.max(0, span.endMs - span.startMs) / (toAt.getTime() - fromAt.getTime());
    if (share === 0) continue;
    sum = {
      shiftHours: sum.shiftHours + shiftHoursOf(span),
      runningHours: sum.runningHours + piecesHours(sewn) * share,
    };
  }
  return sum;
}
