import {
  DAY_MS,
  addedHours,
  callOf,
  changeCosts,
  needleKey,
  readGroupId,
  shiftTimes,
  type MaterialKind,
  type NeedleEnds,
  type ShiftPattern,
  type ShiftTime,
  type UtcOffsetMinutes,
} from '@gantelet/core';
import {
  ProblemError,
  USUAL_BUYING,
  type FloorMachine,
  type FloorZone,
  type LivesReport,
  type MechanicHours,
  type NeedleChoice,
  type NeedleStock,
  type PlanAsk,
  type RoundsSettings,
  type Shop,
} from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { lastResult } from '../../jobs/job.store.js';
import { zoneOffset } from '../../time/zone-offset.js';
import { readFloor } from '../floor/index.js';
import { findShop, readShopCalendar } from '../shop/index.js';
import { readNeedleStock } from '../store/index.js';
import type { InputKind, InputMachine, RoundsInput } from './plan-document.js';
import { findPlan, type KeptPlan } from './round-plan.store.js';
import {
  findCountedShares,
  findMachineFacts,
  findRemovalAges,
  listPeople,
  type MachineFactsRow,
} from './rounds-input.store.js';
import { readSettings } from './rounds-settings.store.js';
/** Days of counter records that determine how much a machine runs. */
const COUNTED_DAYS = 28;
/** Days that count as last month. */
const MONTH_DAYS = 30;
/** Collects everything that goes into a plan, as of now. */
export async function roundsInput(
  database: Database,
  ask: PlanAsk,
  seed: number,
  now: Date,
): Promise<RoundsInput> {
  const [shop, settings, floor, facts, shares, asDone, calendar, people, stock, lives, last, published] =
    await Promise.all([
      findShop(database),
      readSettings(database),
      readFloor(database, now),
      findMachineFacts(database),
      findCountedShares(database, new Date(now.getTime() - COUNTED_DAYS * DAY_MS)),
      findRemovalAges(database, new Date(now.getTime() - MONTH_DAYS * DAY_MS)),
      readShopCalendar(database),
      listPeople(database),
      readNeedleStock(database, now),
      lastResult(database, 'fit-lives') as Promise<LivesReport | null>,
      findPlan(database, 'last'),
      findPlan(database, 'published'),
    ]);
  if (!shop) throw new ProblemError('server.fault');
  const times = horizon(calendar.shifts, settings, zoneOffset(calendar.timeZone), now);
  const byShift = times.map((time) => calendar.shifts[time.pattern]!);
  const planned = times.map((time, s) => ({
    shiftId: byShift[s]!.id,
    name: byShift[s]!.name,
    day: time.date,
    startsAt: new Date(time.startMs).toISOString(),
    endsAt: new Date(time.endMs).toISOString(),
  }));
  const machines = floor.zones.flatMap((zone) => {
    const worked = calendar.zones.find(({ zoneId }) => zoneId === zone.id)?.shiftIds ?? [];
    const shiftHours = addedHours(
      times.map(({ startMs, endMs }, s) => ({
        startMs: Math.max(startMs, now.getTime()),
        endMs: worked.includes(byShift[s]!.id) ? endMs : -Infinity,
      })),
    );
    return inWalkingOrder(zone.machines).map((machine) => {
      const fact = facts.get(machine.id)!;
      const share = shares.get(machine.id) ?? zone.needleFraction.value;
      return machineOf(machine, zone, fact, {
        shop,
        settings,
        times,
        lives,
        hours: shiftHours.map((hours) => share * hours),
        pinned: marksOf(last, machine.id, 'pinned', planned),
        published: marksOf(published, machine.id, 'changes', planned),
      });
    });
  });
  return {
    madeAt: now.toISOString(),
    timeZone: calendar.timeZone,
    seed,
    effort: ask.effort,
    rule: ask.rule,
    shifts: planned,
    zones: floor.zones.map(({ id, name }) => {
      const setupMinutes = settings.walks.find((walk) => walk.zoneId === id)?.minutes ?? 0;
      return { id, name, setupMinutes, visitCost: (shop.costs.labourPerHour * setupMinutes) / 60 };
    }),
    machines,
    mechanics: settings.mechanics.flatMap((mechanic) => {
      const person = people.find(({ id }) => id === mechanic.personId);
      const absences = settings.absences.filter(({ personId }) => personId === mechanic.personId);
      return person ? [{ ...mechanic, personName: person.name, absences }] : [];
    }),
    kinds: kindsOf(machines, stock, times),
    pricePerMove: settings.pricePerMove,
    flatHours: shop.lifeHours,
    needleCost: shop.costs.needle,
    labourPerHour: shop.costs.labourPerHour,
    wearMinutes: shop.costs.wearMinutes,
    accidentMinutes: shop.costs.accidentMinutes,
    asDone,
  };
}

/** The next shifts that the shop works, starting with the one in progress. */
function horizon(
  patterns: readonly ShiftPattern[],
  { horizonShifts, holidays }: RoundsSettings,
  offset: UtcOffsetMinutes,
  now: Date,
): readonly ShiftTime[] {
  const free = new Set(holidays.map(({ day }) => day));
  // A shop may work one short shift a week and close for weeks, so a whole year is searched.
  for (let days = 14; ; days *= 2) {
    const span = { startMs: now.getTime(), endMs: now.getTime() + days * DAY_MS };
    const times = shiftTimes(patterns, span, offset, free);
    if (times.length >= horizonShifts || days > 365) return times.slice(0, horizonShifts);
  }
}

/** Row by row, every other row backwards, so that nobody walks back for nothing. */
function inWalkingOrder(machines: readonly FloorMachine[]): readonly FloorMachine[] {
  const rank = ({ place, shopNumber }: FloorMachine): readonly number[] =>
    place ? [place.row, place.row % 2 === 0 ? place.column : -place.column] : [Infinity, shopNumber];
  return [...machines].sort((a, b) => {
    const [left, right] = [rank(a), rank(b)];
    return left[0] === right[0] ? left[1]! - right[1]! : left[0]! - right[0]!;
  });
}

type PlannedTime = RoundsInput['shifts'][number];

interface MachineContext {
  readonly shop: Shop;
  readonly settings: RoundsSettings;
  readonly times: readonly ShiftTime[];
  readonly lives: LivesReport | null;
  readonly hours: readonly number[];
  readonly pinned: readonly number[];
  readonly published: readonly number[];
}

function machineOf(
  machine: FloorMachine,
  zone: FloorZone,
  fact: MachineFactsRow,
  { shop, settings, times, lives, hours, pinned, published }: MachineContext,
): InputMachine {
  const machineClass = fact.machineClass as MechanicHours['machineClasses'][number];
  const material = (fact.lifeGroup ? readGroupId(fact.lifeGroup).material : 'woven') as MaterialKind;
  const changeMinutes =
    settings.classMinutes.find((one) => one.machineClass === machineClass)?.minutes ??
    shop.costs.plannedMinutes;
  const on = <T extends { machineId: string; fromDay: string; toDay: string }>(
    list: readonly T[],
    date: string,
  ) => list.find((one) => one.machineId === machine.id && one.fromDay <= date && date <= one.toDay) ?? null;
  const away = times.map(({ date }) => on(settings.away, date)?.kind ?? null);
  const { needle } = machine;
  return {
    id: machine.id,
    name: machine.name,
    zoneId: zone.id,
    needle: needle && choiceOf(needle),
    unplanned: !needle ? 'no-needle' : machine.stops.length > 0 ? 'stopped' : null,
    ageHours: machine.age?.runningHours ?? 0,
    ends: fact.lifeGroup ? endsOf(lives, fact.lifeGroup, machine.id) : null,
    costs: changeCosts({ ...shop.costs, plannedMinutes: changeMinutes }, material),
    spoiledWork: shop.costs.spoiledWork[material],
    machineClass,
    changeMinutes,
    hours: times.map(({ date }, s) => {
      if (away[s] === 'down') return 0;
      const correction = on(settings.corrections, date);
      return correction && hours[s]! > 0 ? correction.hoursPerShift : hours[s]!;
    }),
    urgent: callOf(machine.reports.map(({ trouble }) => trouble)) === 'change',
    away,
    pinned: [...pinned],
    published: [...published],
  };
}

function choiceOf({ systemId, nm, pointId, finishId }: NeedleChoice): NeedleChoice {
  return { systemId, nm, pointId, finishId };
}

/** The life distribution of a machine's needles from the last fit; null while its group is too uncertain. */
function endsOf(lives: LivesReport | null, lifeGroup: string, machineId: string): NeedleEnds | null {
  const report = lives?.groups.find(({ group }) => {
    const { material, points, machineClass, part = null } = group;
    const read = readGroupId(lifeGroup);
    return (
      read.material === material &&
      read.points === points &&
      read.machineClass === machineClass &&
      read.part === part
    );
  });
  if (!report || report.advice.do === 'too-little' || 'why' in report.pooled) return null;
  const own = report.pooled.machines.find((one) => one.machineId === machineId);
  return {
    wear: { shape: report.pooled.shape, scaleHours: own?.scaleHours ?? report.pooled.scaleHours },
    accidentsPerHour: report.accidents?.perHour ?? 0,
  };
}

/** Shifts marked in an earlier plan, renumbered; past ones are dropped. */
function marksOf(
  plan: KeptPlan | null,
  machineId: string,
  mark: 'pinned' | 'changes',
  shifts: readonly PlannedTime[],
): readonly number[] {
  if (!plan) return [];
  const { input, problem, planned, changes } = plan.document;
  const m = planned.findIndex((i) => input.machines[i]!.id === machineId);
  const marked = m < 0 ? [] : mark === 'changes' ? changes[m]! : problem.machines[m]!.pinned;
  return marked.flatMap((s) => {
    const { shiftId, startsAt } = input.shifts[s]!;
    const at = shifts.findIndex((now) => now.shiftId === shiftId && now.startsAt === startsAt);
    return at < 0 ? [] : [at];
  });
}

/** Every kind of needle in use, with what is on hand and when more arrives. */
function kindsOf(
  machines: readonly InputMachine[],
  stock: readonly NeedleStock[],
  times: readonly ShiftTime[],
): readonly InputKind[] {
  const kinds = new Map<string, NeedleChoice>();
  for (const { needle } of machines) if (needle) kinds.set(needleKey(needle), needle);
  return [...kinds]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([kind, needle]) => {
      const own = stock.find((one) => needleKey(one.needle) === kind);
      // What should arrive on a day is available from the first shift that begins on a later one.
      const arriving = times.map(({ date }, s) =>
        (own?.orders ?? [])
          .filter(({ expectedOn }) => expectedOn < date && (s === 0 || expectedOn >= times[s - 1]!.date))
          .reduce((sum, { quantity }) => sum + quantity, 0),
      );
      return {
        needle,
        onHand: own?.onHand ?? null,
        arriving,
        packSize: own?.packSize ?? USUAL_BUYING.needle.packSize,
        leadDays: own?.leadDays ?? USUAL_BUYING.needle.leadDays,
      };
    });
}
