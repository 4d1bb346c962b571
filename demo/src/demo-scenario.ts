import {
  DAY_MS,
  diameterOfConstruction,
  needleFraction,
  rankNeedles,
  readThreadSize,
  stackOf,
  threadConstruction,
  threadOnBench,
} from '@gantelet/core';
import type { Scenario, SetupWork } from '@gantelet/contracts';
import { demoBobbinCases } from './bobbin-cases.js';
import { chanceFrom, type Chance } from './chance.js';
import { DEMO_JOBS } from './jobs.js';
import { demoQueue } from './job-queue.js';
import { machineDetails } from './machine-details.js';
import { DEMO_MACHINES, type DemoMachine } from './machines.js';
import { demoPockets, demoSharps } from './needle-box.js';
import { needleHistory } from './needle-history.js';
import { demoDeliveries, demoLots } from './needle-lots.js';
import { demoPlates } from './plates.js';
import { demoRounds } from './rounds.js';
import { demoStore } from './store.js';
import { demoFaults, demoServiceKinds } from './fault-history.js';
import { demoThreadingCards } from './threading-cards.js';
import { demoServices } from './service-history.js';
import { hiddenSetting, seamHistory } from './seam-history.js';
import { demoShopValues } from './shop-values.js';
import { DEMO_STAND_INS } from './stand-ins.js';
import { shiftCalendar, type ShiftCalendar } from './shift-calendar.js';
import { DEMO_PEOPLE, DEMO_SHIFTS, DEMO_ZONES, WORKS, type DemoZone } from './works.js';
const YEAR_MS = 365 * DAY_MS;
const SEAM_EVERY_MS = 4 * 60_000;
/** The machine that is stopped for a missing piece when the demo begins. */
const STOPPED_MACHINE = 'Patcher 22';
/** Work not sewn yet, and work in the middle of its test seams, so that both can be seen. */
const NEVER_SEWN = 'Log carrier body';
const HALF_SEWN = { machine: 'Cylinder 11', job: 'Apron body', seams: 2, startOffTurns: 1.2 };

/** A machine that goes from light to heavy thread and back, with a bobbin case for each. */
const TWO_CASES = { machine: 'Flatbed compound 12', job: 'Gauntlet cuff', heavyTex: 110, savedDaysAgo: 12 };

/** The light work of that machine, sewn recently, and its bobbin cases. */
function workForTwoCases(
  built: readonly ReturnType<typeof machineWithHistory>[],
  { mechanicIds }: Staff,
  nowMs: number,
  chance: Chance,
) {
  const demo = DEMO_MACHINES.find(({ name }) => name === TWO_CASES.machine)!;
  const own = built.find(({ machine }) => machine.name === TWO_CASES.machine)!;
  const savedMs = nowMs - TWO_CASES.savedDaysAgo * DAY_MS;
  const setup = {
    ...setupWork(TWO_CASES.job, own.machine.id, demo),
    id: chance.idAt(savedMs),
    savedAt: new Date(savedMs).toISOString(),
    savedById: mechanicIds[0]!,
  };
  const seams = seamsOf(setup, demo, { offset: 0.1, threadSlope: -0.4 }, chance);
  const work = { setups: [...own.setups, setup], seams: [...own.seams, ...seams] };
  const since = { startMs: nowMs - YEAR_MS, putInById: mechanicIds[0]! };
  return { setups: [setup], seams, cases: demoBobbinCases(work, TWO_CASES.heavyTex, since, chance) };
}

function staffOf(people: readonly { readonly id: string; readonly role: string }[]) {
  const having = (role: string): string[] => people.filter((one) => one.role === role).map(({ id }) => id);
  return { mechanicIds: having('mechanic'), operatorIds: having('operator') };
}

/**
 * The whole demo: works, machines, set-ups and a year of needles and test seams that ends at `nowMs`.
 *
 * @param seed same seed and instant, same scenario
 */
export function demoScenario(seed: number, nowMs: number): Scenario {
  const chance = chanceFrom(seed);
  const year = { startMs: nowMs - YEAR_MS, endMs: nowMs };
  const id = () => chance.idAt(year.startMs);
  const people = DEMO_PEOPLE.map((person) => ({ id: id(), ...person }));
  const shifts = DEMO_SHIFTS.map((shift) => ({ ...shift, id: id(), weekdays: [...shift.weekdays] }));
  const zones = demoZones(shifts, year, id);
  const staff = staffOf(people);
  const lots = demoLots(year.startMs, staff.mechanicIds[0]!, chance);
  const built = DEMO_MACHINES.map((machine, i) => {
    const zone = zones.find((one) => one.demo.name === machine.zone)!;
    return machineWithHistory(machine, i + 1, zone.row.id, zone, staff, lots, year.startMs, nowMs, chance);
  });
  const places = demoPlaces(built.map(({ machine }) => machine));
  const twoCases = workForTwoCases(built, staff, nowMs, chanceFrom(seed + 4));
  const setups = [...built.flatMap((one) => one.setups), ...twoCases.setups];
  const removals = built.flatMap((one) => one.needles.removals);
  return {
    shop: { ...WORKS, schools: { ...WORKS.schools }, colourMarks: [...WORKS.colourMarks] },
    people,
    shifts,
    zones: zones.map((zone) => zone.row),
    machines: built.map(({ machine }) => ({ ...machine, place: places.get(machine.id)! })),
    shopValues: demoShopValues(people, year.startMs, nowMs, chance),
    setups,
    queuedJobs: demoQueue(built, people[0]!.id, nowMs, chanceFrom(seed + 2)),
    seams: [...built.flatMap((one) => one.seams), ...twoCases.seams],
    ...twoCases.cases,
    installs: built.flatMap((one) => one.needles.installs),
    removals,
    ...lots.withDeliveries(demoDeliveries(nowMs, staff.mechanicIds[0]!, chanceFrom(seed + 1))),
    plates: demoPlates(built, year.startMs, chanceFrom(seed + 7)),
    services: demoServices(
      built.map(({ machine, needles }) => ({ id: machine.id, removals: needles.removals })),
      staff.mechanicIds,
      nowMs,
      chance,
    ),
    ...demoTroubles(built, staff.mechanicIds, nowMs, chanceFrom(seed + 6)),
    partUsed: demoPockets(removals, chance),
    sharpsEmptyings: demoSharps(removals, staff.mechanicIds[0]!, nowMs, chance),
    clearances: built.flatMap((one) => one.needles.clearances),
    rounds: demoRounds(
      people,
      shifts,
      zones.map(({ row }) => row),
      built.map(({ machine }) => machine),
      nowMs,
    ),
    ...demoStore(
      built.map(({ setups }) => setups[0]!),
      staff.mechanicIds[0]!,
      nowMs,
      chanceFrom(seed + 3),
    ),
    standIns: standInsOf(built, people[0]!.id),
  };
}

/** Recent trouble, and what was recorded about it. */
function demoTroubles(
  built: readonly ReturnType<typeof machineWithHistory>[],
  mechanicIds: readonly string[],
  nowMs: number,
  chance: Chance,
): Pick<Scenario, 'faults' | 'serviceKinds' | 'threadingCards'> {
  const ids = new Map(built.map(({ machine }) => [machine.name, machine.id]));
  const faults = demoFaults(ids, mechanicIds, nowMs, chance);
  const addedMs = Date.parse(faults[0]!.beganAt);
  return {
    faults,
    serviceKinds: demoServiceKinds(addedMs, chance),
    threadingCards: demoThreadingCards(ids, mechanicIds[0]!, addedMs),
  };
}

/** Stand-ins for gauges and scales, at the machines they are named after. */
function standInsOf(
  built: readonly ReturnType<typeof machineWithHistory>[],
  registeredById: string,
): Scenario['standIns'] {
  return DEMO_STAND_INS.map(({ machineName, ...device }) => ({
    ...device,
    machineId: built.find(({ machine }) => machine.name === machineName)?.machine.id ?? null,
    registeredById,
  }));
}

/** The zones with their shifts. */
function demoZones(
  shifts: readonly (Scenario['shifts'][number] & { readonly name: DemoZone['shifts'][number] })[],
  year: { readonly startMs: number; readonly endMs: number },
  id: () => string,
) {
  return DEMO_ZONES.map((demo) => {
    const worked = shifts.filter((shift) => demo.shifts.includes(shift.name));
    return {
      demo,
      calendar: shiftCalendar(worked, year, WORKS.timeZone),
      row: { id: id(), name: demo.name, shiftIds: worked.map((s) => s.id), workSample: demo.workSample },
    };
  });
}

/** Two rows of machines in each zone, with a gangway between them. */
function demoPlaces(machines: readonly { readonly id: string; readonly zoneId: string }[]) {
  const inZone = new Map<string, number>();
  return new Map(
    machines.map(({ id, zoneId }) => {
      const n = inZone.get(zoneId) ?? 0;
      inZone.set(zoneId, n + 1);
      return [id, { column: Math.floor(n / 2) * 2, row: n % 2 }];
    }),
  );
}

interface Staff {
  readonly mechanicIds: readonly string[];
  readonly operatorIds: readonly string[];
}

function machineWithHistory(
  demo: DemoMachine,
  shopNumber: number,
  zoneId: string,
  zone: { readonly demo: DemoZone; readonly calendar: ShiftCalendar },
  staff: Staff,
  lots: ReturnType<typeof demoLots>,
  startMs: number,
  nowMs: number,
  chance: Chance,
) {
  const { zone: _, jobs, knobTravelTurns, otherPlatesMm: __, ...traits } = demo;
  const id = chance.idAt(startMs);
  // Slopes of both signs: on one knob a thicker thread is squeezed harder, on another it needs more turns.
  const knob = { offset: chance.normal(0, 0.35), threadSlope: chance.normal(-0.3, 0.5) };
  const works = jobs.map((job) => setupWork(job, id, demo));
  const setups = works.map((work) => {
    const savedMs = startMs + chance.uniform(0.05, 0.9) * (nowMs - startMs);
    const savedAt = new Date(savedMs).toISOString();
    return { ...work, id: chance.idAt(savedMs), savedAt, savedById: chance.pick(staff.mechanicIds) };
  });
  const seams = setups.flatMap((setup) => seamsOf(setup, demo, knob, chance));
  const needles = needleHistory(
    {
      machineId: id,
      needle: works[0]!.needle,
      lotAt: (ms) => lots.openAt(works[0]!.needle, ms),
      setupId: setups[0]!.id,
      zone: zone.demo,
      calendar: zone.calendar,
      needleFraction: needleFraction(zone.demo.workSample).value,
      ...staff,
      lifeFactor: Math.exp(chance.normal(0, 0.2)),
      endsStopped: demo.name === STOPPED_MACHINE,
    },
    chance,
  );
  const machine = {
    ...traits,
    id,
    shopNumber,
    zoneId,
    systemIds: [...demo.systemIds],
    ...machineDetails(demo, shopNumber),
    knob: { mark: 'white line to the front at zero', travelTurns: knobTravelTurns },
    presentSetupId: setups[0]!.id,
  };
  return { machine, setups, seams, needles };
}

/** A job on a machine, with the needle that ranks first. */
function setupWork(jobName: string, machineId: string, machine: DemoMachine): SetupWork {
  const job = DEMO_JOBS.find((one) => one.name === jobName);
  if (!job) throw new Error(`No demo job is called ${jobName}`);
  const { layers, stitchLengthMm, threadLabel, constructionId } = job;
  const { tex } = readThreadSize(threadLabel)[0]!;
  const stack = stackOf(layers);
  const [best] = rankNeedles({
    machine,
    stack,
    stitchLengthMm,
    thread: threadOnBench(constructionId, tex),
    schools: WORKS.schools,
  }).ranked;
  if (!best) throw new Error(`No needle fits ${jobName} on ${machine.name}`);
  return {
    name: `${jobName}, ${machine.name.slice(-2)}`,
    machineId,
    layers: [...layers],
    thread: { label: threadLabel, tex, constructionId },
    needle: { systemId: best.system.id, nm: best.size.nm, pointId: best.point.id, finishId: best.finish.id },
    plateHoleMm: machine.plateHoleMm,
    stitchLengthMm,
    schools: { ...WORKS.schools },
  };
}

function seamsOf(
  setup: SetupWork & { readonly id: string; readonly savedAt: string; readonly savedById: string },
  machine: DemoMachine,
  knob: { readonly offset: number; readonly threadSlope: number },
  chance: Chance,
): Scenario['seams'] {
  if (setup.name.startsWith(NEVER_SEWN)) return [];
  const stack = stackOf(setup.layers);
  const diameterMm = diameterOfConstruction(
    setup.thread.tex,
    threadConstruction(setup.thread.constructionId)!,
  ).value;
  const hidden = hiddenSetting(diameterMm, stack.thicknessMm, machine.duty, knob.offset, knob.threadSlope);
  const half = machine.name === HALF_SEWN.machine && setup.name.startsWith(HALF_SEWN.job);
  const startOffTurns = half ? HALF_SEWN.startOffTurns : chance.normal(0, 0.8);
  const all = seamHistory(hidden, stack, machine.knobTravelTurns, startOffTurns, chance);
  return all.slice(0, half ? HALF_SEWN.seams : all.length).map((seam, i) => {
    const sewnMs = Date.parse(setup.savedAt) + (i + 1) * SEAM_EVERY_MS;
    return {
      ...seam,
      lockDepth: null,
      preTensionTurns: null,
      bobbinContrast: false,
      id: chance.idAt(sewnMs),
      setupId: setup.id,
      sewnAt: new Date(sewnMs).toISOString(),
      sewnById: setup.savedById,
    };
  });
}
