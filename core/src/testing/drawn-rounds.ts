import { wearingOf, type PlannedMachine, type RoundsProblem } from '../rounds/index.js';

/** A small random shop for tests: anything a planner may encounter. */
export function drawnRounds(count: number, shifts: number, random: () => number): RoundsProblem {
  const between = (low: number, high: number): number => low + (high - low) * random();
  const zones = Array.from({ length: Math.max(1, Math.round(count / 4)) }, () => ({
    setupMinutes: between(3, 10),
    visitCost: between(2, 6),
  }));
  const machines = Array.from({ length: count }, (_, m) => drawnMachine(m, zones.length, shifts, between));
  return {
    shifts,
    machines,
    zones,
    minutes: Array.from({ length: shifts }, (_, shift) => ({
      shift,
      minutes: Math.round(between(0.8, 2.4) * count),
      skills: null,
    })),
    stock: [0, 1].map(() => {
      let left = Math.round(between(0.4, 1) * count);
      return Array.from({ length: shifts }, () => (left += random() < 0.15 ? Math.round(0.3 * count) : 0));
    }),
    pricePerMove: 1.5,
  };
}

function drawnMachine(
  m: number,
  zones: number,
  shifts: number,
  between: (low: number, high: number) => number,
): PlannedMachine {
  for (;;) {
    const wearing = wearingOf(
      {
        wear: { shape: between(1.6, 3.5), scaleHours: between(10, 30) },
        accidentsPerHour: between(0, 0.01),
      },
      { planned: between(2, 4), wear: between(12, 30), accident: between(12, 30) },
    );
    if (!wearing) continue;
    const perShift = between(2, 3.5);
    return {
      id: `m${m}`,
      zone: m % zones,
      kind: m % 2,
      skill: 0,
      changeMinutes: Math.round(between(3, 8)),
      wearing,
      ageHours: between(0, 1.6) * wearing.bestHours,
      hours: Array.from({ length: shifts }, () => (between(0, 1) < 0.1 ? 0 : perShift)),
      closed: between(0, 1) < 0.2 ? [Math.floor(between(0, shifts))] : [],
      pinned: [],
      published: between(0, 1) < 0.3 ? [Math.floor(between(0, shifts))] : [],
    };
  }
}
