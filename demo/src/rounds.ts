import { DAY_MS } from '@gantelet/core';
import type { RoundsSettings } from '@gantelet/contracts';
/** Minutes to walk to each zone and set up there. */
const WALKS: Readonly<Record<string, number>> = {
  'Cover hall': 6,
  'Hide room': 5,
  'Webbing bay': 7,
  'Repair loft': 9,
};
const ALL = ['flatbed', 'cylinder', 'post', 'long-arm', 'portable'] as const;
/** Who changes needles when, for how long, and on which machines. */
const HOURS = [
  { name: 'Tam Oduya', shifts: ['Early'], minutes: 75, machineClasses: ALL },
  { name: 'Brek Hallowin', shifts: ['Late'], minutes: 60, machineClasses: ALL },
  { name: 'Sunna Pell', shifts: ['Early', 'Late'], minutes: 30, machineClasses: ['flatbed', 'cylinder'] },
] as const;

interface Ided {
  readonly id: string;
  readonly name: string;
}

/** The planning settings of the demo. */
export function demoRounds(
  people: readonly Ided[],
  shifts: readonly Ided[],
  zones: readonly Ided[],
  machines: readonly Ided[],
  nowMs: number,
): Omit<RoundsSettings, 'version'> {
  const idOf = (list: readonly Ided[], name: string): string => list.find((one) => one.name === name)!.id;
  const day = (days: number): string => new Date(nowMs + days * DAY_MS).toISOString().slice(0, 10);
  return {
    horizonShifts: 28,
    pricePerMove: 1,
    holidays: [{ day: day(9), name: 'Works holiday' }],
    absences: [],
    mechanics: HOURS.map(({ name, shifts: worked, minutes, machineClasses }) => ({
      personId: idOf(people, name),
      shiftIds: worked.map((shift) => idOf(shifts, shift)),
      minutes,
      machineClasses: [...machineClasses],
    })),
    walks: zones.map(({ id, name }) => ({ zoneId: id, minutes: WALKS[name]! })),
    classMinutes: [
      { machineClass: 'post', minutes: 6 },
      { machineClass: 'long-arm', minutes: 6 },
    ],
    away: [
      {
        machineId: idOf(machines, 'Post-bed 08'),
        fromDay: day(3),
        toDay: day(5),
        kind: 'down',
        note: 'feed bar out for repair',
      },
      {
        machineId: idOf(machines, 'Flatbed walking 04'),
        fromDay: day(1),
        toDay: day(2),
        kind: 'reserved',
        note: 'marquee order, not to be stopped',
      },
    ],
    corrections: [
      {
        machineId: idOf(machines, 'Flatbed compound 06'),
        fromDay: day(2),
        toDay: day(8),
        hoursPerShift: 4.5,
        note: 'winter covers order',
      },
    ],
  };
}
