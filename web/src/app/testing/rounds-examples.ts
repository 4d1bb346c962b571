import { newId, type PlannedMachineView, type RoundsPlanView } from '@gantelet/contracts';

/** Round plans for interface tests. */
export const NEEDLE = { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' };
export const ZONES = [
  { id: newId(), name: 'Hall' },
  { id: newId(), name: 'Loft' },
];
const DAYS = ['2026-11-26', '2026-11-26', '2026-11-27', '2026-11-27', '2026-11-30', '2026-11-30'];

/** A machine that runs an hour per shift, with a needle four hours old at the start. */
export function plannedMachine(
  name: string,
  zone: number,
  more: Partial<PlannedMachineView> = {},
): PlannedMachineView {
  return {
    id: newId(),
    name,
    zoneId: ZONES[zone]!.id,
    needle: NEEDLE,
    unplanned: null,
    ageHours: 4,
    bestHours: 6,
    from: 'life',
    hours: [1, 1, 1, 1, 1, 1],
    changes: [4],
    pinned: [],
    published: [],
    closed: [],
    leftLate: null,
    ...more,
  };
}

/** A plan of six shifts in three days. */
export function roundsPlan(machines: readonly PlannedMachineView[]): RoundsPlanView {
  return {
    id: newId(),
    version: 3,
    madeAt: '2026-11-26T04:00:00.000Z',
    madeBy: 'Lea',
    seed: 0.5,
    publishedAt: null,
    shifts: DAYS.map((day, s) => ({
      shiftId: newId(),
      name: s % 2 === 0 ? 'Early' : 'Late',
      day,
      startsAt: `${day}T0${s % 2}:00:00.000Z`,
      endsAt: `${day}T0${(s % 2) + 1}:00:00.000Z`,
      minutes: 30,
      used: s === 4 ? 40 : 10,
    })),
    machines: [...machines],
    cost: { lateness: 3, earlyWaste: 1, visits: 2, moves: 0, total: 6 },
    bound: 5.5,
    conflicts: [],
    compared: [],
    runs: 200,
    needles: [],
  };
}
