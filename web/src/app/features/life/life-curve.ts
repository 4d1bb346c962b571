import type { GroupReport } from '@gantelet/contracts';

const POINTS = 40;
/** The curve is drawn a little beyond the oldest needle. */
const BEYOND = 1.15;

/** How far the chart of a group's lives extends, in running hours. */
export function lastAge({ survival, advice, fit }: GroupReport): number {
  const oldest = survival.at(-1)?.hours ?? 0;
  const planned = advice.do === 'interval' ? (advice.intervalHours ?? 0) : 0;
  const scale = 'why' in fit ? 0 : fit.scaleHours;
  return BEYOND * Math.max(oldest, planned, scale, 1);
}

/** Ages at which curves and bands are calculated. */
export function curveAges(report: GroupReport): readonly number[] {
  const last = lastAge(report);
  return Array.from({ length: POINTS + 1 }, (_, i) => (last * i) / POINTS);
}
