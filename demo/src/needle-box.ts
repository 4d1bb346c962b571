import type { Scenario } from '@gantelet/contracts';
import type { Chance } from './chance.js';

const WEEK_MS = 7 * 24 * 3_600_000;
const POCKETS = 5;
const EMPTYINGS = 6;
/** In one week a needle was not found. */
const ONE_SHORT = 3;

/** The last needles removed for other work, each in a pocket. */
export function demoPockets(removals: Scenario['removals'], chance: Chance): Scenario['partUsed'] {
  return removals
    .filter(
      ({ cause, fragments, runningHours }) =>
        cause === 'changeover' && fragments === 'whole' && runningHours > 0.5,
    )
    .sort((a, b) => b.removedAt.localeCompare(a.removedAt))
    .slice(0, POCKETS)
    .map(({ id, removedAt }, i) => ({
      id: chance.idAt(Date.parse(removedAt)),
      removalId: id,
      pocket: i + 1,
      keptAt: removedAt,
    }));
}

/** The sharps box, emptied and counted week by week. */
export function demoSharps(
  removals: Scenario['removals'],
  emptiedById: string,
  nowMs: number,
  chance: Chance,
): Scenario['sharpsEmptyings'] {
  const times = Array.from({ length: EMPTYINGS }, (_, i) => nowMs - (i + 0.4) * WEEK_MS).reverse();
  return times.map((ms, i) => {
    const since = i === 0 ? 0 : times[i - 1]!;
    const between = ({ removedAt }: { removedAt: string }): boolean =>
      Date.parse(removedAt) > since && Date.parse(removedAt) <= ms;
    const expected = removals.filter(between).length;
    const counted = expected - (i === ONE_SHORT ? 1 : 0);
    return { id: chance.idAt(ms), emptiedAt: new Date(ms).toISOString(), emptiedById, counted, expected };
  });
}
