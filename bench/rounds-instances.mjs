import { randomLcg, randomUniform } from 'd3-random';
import { expectedEnds, wearingOf } from '@gantelet/core';

/**
 * A seeded random shop: machines in zones of about ten, three differently staffed shifts a day, minutes and needles
 * just scarce enough to matter. Nothing in it is a real shop.
 */
export function drawnProblem(count, shifts, seed, spareMinutes = 2) {
  const source = randomLcg(seed);
  const between = (low, high) => randomUniform.source(source)(low, high)();
  const zones = Array.from({ length: Math.max(2, Math.round(count / 10)) }, () => {
    const setupMinutes = between(5, 15);
    return { setupMinutes, visitCost: 0.5 * setupMinutes };
  });
  const kinds = Math.min(8, 2 + Math.floor(count / 40));
  const machines = [];
  while (machines.length < count) {
    const ends = {
      wear: { shape: between(1.8, 3.4), scaleHours: between(12, 40) },
      accidentsPerHour: between(0, 0.01),
    };
    const costs = { planned: between(2.5, 4.5), wear: between(12, 30), accident: between(12, 30) };
    const wearing = wearingOf(ends, costs);
    if (!wearing) continue;
    const perShift = 8 * between(0.25, 0.45);
    machines.push({
      id: `m${machines.length}`,
      zone: machines.length % zones.length,
      kind: Math.floor(between(0, kinds)),
      skill: 0,
      changeMinutes: Math.round(between(4, 9)),
      wearing,
      ageHours: (between(0, 1) < 0.03 ? between(1.2, 3) : between(0, 1.1)) * wearing.bestHours,
      hours: Array.from(
        { length: shifts },
        () => perShift * (between(0, 1) < 0.06 ? 0 : between(0.85, 1.15)),
      ),
      closed: [],
      pinned: [],
      published: [],
    });
  }
  const changesOf = ({ hours, wearing }) => hours.reduce((sum, h) => sum + h, 0) / wearing.bestHours;
  const need = machines.reduce((sum, one) => sum + changesOf(one) * one.changeMinutes, 0);
  const walking = zones.reduce((sum, { setupMinutes }) => sum + setupMinutes, 0) * shifts * 0.45;
  const staff = [1.25, 1, 0.75];
  const minutes = Array.from({ length: shifts }, (_, shift) => ({
    shift,
    minutes: Math.round((spareMinutes * (need + walking) * staff[shift % 3]) / shifts),
    skills: null,
  }));
  const stock = Array.from({ length: kinds }, (_, kind) => {
    const wanted = machines.reduce((sum, one) => sum + (one.kind === kind ? changesOf(one) : 0), 0);
    const [first, arrives, later] = [
      between(0.4, 0.7),
      Math.floor(between(0.25, 0.5) * shifts),
      between(0.5, 0.8),
    ];
    return Array.from({ length: shifts }, (_, shift) =>
      Math.floor(wanted * (first + (shift >= arrives ? later : 0))),
    );
  });
  return { shifts, machines, zones, minutes, stock, pricePerMove: 0 };
}

/** Needles that fail anyway, whatever the plan, per running hour of a machine. */
export function failuresPerHour({ wearing: { ends, bestHours } }) {
  const { meanHours, worn, accidents } = expectedEnds(ends, bestHours);
  return (worn + accidents) / meanHours;
}
