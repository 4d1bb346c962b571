import type { FragmentCount, RemovalCause } from '@gantelet/core';
import type { NeedleChoice, Scenario } from '@gantelet/contracts';
import type { Chance } from './chance.js';
import type { OpenLot } from './needle-lots.js';
import type { ShiftCalendar } from './shift-calendar.js';
import type { DemoZone } from './works.js';

export interface NeedleHistory {
  readonly installs: Scenario['installs'];
  readonly removals: Scenario['removals'];
  readonly clearances: Scenario['clearances'];
}

export interface NeedleHistoryInput {
  readonly machineId: string;
  readonly needle: NeedleChoice;
  /** The machine's present work. */
  readonly setupId: string;
  readonly zone: DemoZone;
  readonly calendar: ShiftCalendar;
  readonly needleFraction: number;
  readonly mechanicIds: readonly string[];
  readonly operatorIds: readonly string[];
  /** How much longer or shorter needles last in this machine than in its zone. */
  readonly lifeFactor: number;
  /** The lot of a needle installed at an instant. */
  readonly lotAt: (instantMs: number) => OpenLot;
  /** The last removal left a piece missing that has not been cleared. */
  readonly endsStopped: boolean;
}

const CLEARED_AFTER_MS = 25 * 60_000;
/** A shorter life is an accident of the draw, not of the floor. */
const SHORTEST_HOURS = 0.05;
/** Running hours before the end of the year at which the uncleared break happened. */
const STOPPED_BEFORE_END_HOURS = 0.4;

/**
 * A year of needles in one machine: each runs until the first of wear, accident, changeover or a planned change, in
 * needle hours laid along the zone's shifts. The last one is still in.
 */
export function needleHistory(input: NeedleHistoryInput, chance: Chance): NeedleHistory {
  const { calendar, needleFraction } = input;
  const history: NeedleHistory = { installs: [], removals: [], clearances: [] };
  const totalHours = calendar.totalShiftHours * needleFraction;
  const stopAt = input.endsStopped ? totalHours - STOPPED_BEFORE_END_HOURS : Infinity;
  let inAt = 0;
  while (inAt < totalHours) {
    const installedMs = calendar.instantAt(inAt / needleFraction);
    const lot = input.lotAt(installedMs);
    const install = { ...installRow(input, installedMs, chance), lotId: lot.id };
    history.installs.push(install);
    const end = inAt < stopAt ? cutAt(stopAt - inAt, endOf(input, lot, chance)) : STAYS_IN;
    inAt += end.hours;
    if (inAt >= totalHours) break;
    const removedMs = Math.max(installedMs + 60_000, calendar.instantAt(inAt / needleFraction));
    const removal = removalRow(input, install.id, removedMs, end, chance);
    history.removals.push(removal);
    const unaccounted = inAt >= stopAt;
    if (removal.fragments === 'missing' && !unaccounted) {
      history.clearances.push(clearanceRow(input, removal.id, removedMs, chance));
    }
  }
  return history;
}

interface End {
  readonly hours: number;
  readonly cause: RemovalCause;
  readonly fragments: FragmentCount;
}
const STAYS_IN: End = { hours: Infinity, cause: 'unknown', fragments: 'whole' };

/** The first of everything that can end a needle's time in the machine. */
function endOf({ zone, lifeFactor }: NeedleHistoryInput, lot: OpenLot, chance: Chance): End {
  const planned = zone.planned ? chance.normal(zone.planned.hours, zone.planned.spreadHours) : Infinity;
  const ends: readonly (readonly [RemovalCause, number])[] = [
    ['wear', chance.weibull(zone.wear.shape, zone.wear.scaleHours * lifeFactor * lot.lifeFactor)],
    ['accident', chance.exponential(zone.accidentsPerHour)],
    ['changeover', chance.exponential(zone.changeoversPerHour)],
    ['scheduled', planned],
  ];
  const [cause, hours] = ends.reduce((first, one) => (one[1] < first[1] ? one : first));
  const noted = chance.happens(0.03) ? 'unknown' : cause;
  const broke = noted === 'accident' && chance.happens(0.6);
  const fragments = !broke ? 'whole' : chance.happens(0.96) ? 'all-found' : 'missing';
  return { hours: Math.max(SHORTEST_HOURS, hours), cause: noted, fragments };
}

/** The break that ends the history of a machine that is stopped now. */
function cutAt(hours: number, end: End): End {
  return end.hours < hours
    ? end
    : { hours: Math.max(SHORTEST_HOURS, hours), cause: 'accident', fragments: 'missing' };
}

function installRow(
  input: NeedleHistoryInput,
  instantMs: number,
  chance: Chance,
): Omit<Scenario['installs'][number], 'lotId'> {
  return {
    id: chance.idAt(instantMs),
    machineId: input.machineId,
    ...input.needle,
    installedAt: new Date(instantMs).toISOString(),
    installedById: somebody(input, chance),
    entryHours: 0,
    setupId: input.setupId,
  };
}

function removalRow(
  input: NeedleHistoryInput,
  installId: string,
  instantMs: number,
  { hours, cause, fragments }: End,
  chance: Chance,
): Scenario['removals'][number] {
  return {
    id: chance.idAt(instantMs),
    installId,
    removedAt: new Date(instantMs).toISOString(),
    removedById: somebody(input, chance),
    cause,
    fragments,
    runningHours: hours,
  };
}

function clearanceRow(
  { mechanicIds }: NeedleHistoryInput,
  removalId: string,
  removedMs: number,
  chance: Chance,
): Scenario['clearances'][number] {
  const clearedMs = removedMs + CLEARED_AFTER_MS;
  return {
    id: chance.idAt(clearedMs),
    removalId,
    clearedAt: new Date(clearedMs).toISOString(),
    clearedById: chance.pick(mechanicIds),
    finding: chance.happens(0.7) ? 'piece-found' : 'work-quarantined',
  };
}

/** Operators log about a third of the changes. */
function somebody({ mechanicIds, operatorIds }: NeedleHistoryInput, chance: Chance): string {
  return chance.pick(chance.happens(1 / 3) ? operatorIds : mechanicIds);
}
