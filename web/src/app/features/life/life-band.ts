import { randomLcg } from 'd3-random';
import { countable, survivalBand, wearRecords, type BandPoint, type NeedleEnd } from '@gantelet/core';

const DRAWS = 300;
/** The same needles give the same band. */
const SEED = 0.271828;
/** Above this number of needles fewer bootstrap samples are drawn: the band is narrow anyway. */
const MANY = 3000;

/** The confidence band of a group's survival curve at given ages. */
export function lifeBand(ends: readonly NeedleEnd[], ages: readonly number[]): readonly BandPoint[] {
  const records = wearRecords(countable(ends));
  const draws = Math.max(60, Math.round(DRAWS * Math.min(1, MANY / Math.max(1, records.length))));
  return survivalBand(records, ages, draws, randomLcg(SEED));
}
