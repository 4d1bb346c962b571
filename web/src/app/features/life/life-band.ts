import { randomLcg } from 'd3-random';
import { countable, survivalBand, wearRecords, type BandPoint, type NeedleEnd } from '@gantelet/core';

const DRAWS = 300;
/** Same needles, same band. */
const SEED = 0.271828;
/** More needles than this are drawn fewer times: their band is narrow anyway. */
const MANY = 3000;

/** The band around the survival curve of a group, at the ages asked for. */
export function lifeBand(ends: readonly NeedleEnd[], ages: readonly number[]): readonly BandPoint[] {
  const records = wearRecords(countable(ends));
  const draws = Math.max(60, Math.round(DRAWS * Math.min(1, MANY / Math.max(1, records.length))));
  return survivalBand(records, ages, draws, randomLcg(SEED));
}
