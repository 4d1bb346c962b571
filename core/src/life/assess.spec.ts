import { randomExponential, randomLcg, randomWeibull } from 'd3-random';
import type { RemovalCause } from '../floor/index.js';
import { stackOf } from '../material/index.js';
import { assessLives, countCauses, groupId, rateOf, wearingKind, type NeedleEnd } from './index.js';

const COSTS = { planned: 4, wear: 30, accident: 35 };
const input = (ends: readonly NeedleEnd[]) => ({ ends, costs: COSTS, flatHours: 8, asDone: null });
const end = (hours: number, cause: RemovalCause | null, machineId = 'm', entryHours = 0): NeedleEnd => ({
  machineId,
  entryHours,
  hours,
  cause,
});

/** A year of a group: wear, accidents and plans compete. */
function year(machines: number, each: number): NeedleEnd[] {
  const source = randomLcg(0.77);
  const wear = randomWeibull.source(source)(2.4, 0, 14);
  const accident = randomExponential.source(source)(0.01);
  return Array.from({ length: machines * each }, (_, i) => {
    const [worn, hit, planned] = [wear(), accident(), 9 + 2 * source()];
    const hours = Math.min(worn, hit, planned);
    const cause = hours === worn ? 'wear' : hours === hit ? 'accident' : 'scheduled';
    return end(hours, cause, `m${i % machines}`);
  });
}

describe('the lives of a group', () => {
  it('give an interval, its saving, and how it moves when the inputs are off', () => {
    const { advice, causes, hours, accidents } = assessLives(input(year(6, 40)));
    if (advice.do !== 'interval') throw new Error(`advised ${advice.do}`);
    expect(causes.wear + causes.accident + causes.scheduled).toBe(240);
    expect(accidents!.perHour).toBeCloseTo(causes.accident / hours, 12);
    expect(advice.intervalHours).toBeGreaterThan(3);
    expect(advice.intervalHours).toBeLessThan(9);
    expect(advice.costPerHour).toBeLessThan(advice.runToFailurePerHour);
    expect(advice.costPerHour).toBeLessThanOrEqual(advice.others.flat.costPerHour);
    const moved = (of: string, times: number) =>
      advice.sensitivity.find((one) => one.of === of && one.times === times)!.intervalHours!;
    expect(moved('wear-cost', 2)).toBeLessThan(advice.intervalHours!);
    expect(moved('wear-cost', 0.5)).toBeGreaterThan(advice.intervalHours!);
    expect(moved('scale', 1.25) / moved('scale', 0.8)).toBeGreaterThan(1.3);
  });

  it('count an accident as censored, not as wear', () => {
    const before = year(4, 30);
    const base = assessLives(input(before));
    const withAccident = assessLives(input([...before, end(2, 'accident')]));
    const withWear = assessLives(input([...before, end(2, 'wear')]));
    const scale = ({ fit }: typeof base) => ('why' in fit ? NaN : fit.scaleHours);
    const move = (of: typeof base) => Math.abs(Math.log(scale(of) / scale(base)));
    expect(move(withAccident)).toBeLessThan(0.1 * move(withWear));
    expect(withAccident.causes.accident).toBe(base.causes.accident + 1);
  });

  it('say what recent changes have cost', () => {
    const ends = year(4, 30);
    const asDone = { hours: 100, causes: { ...countCauses([]), scheduled: 5, wear: 2, accident: 1 } };
    const { advice } = assessLives({ ...input(ends), asDone });
    if (advice.do === 'too-little') throw new Error('too little');
    expect(advice.others.asDone?.costPerHour).toBeCloseTo((5 * 4 + 2 * 30 + 35) / 100, 12);
  });

  it('advise nothing with too few failures, and bound the scale if there are none', () => {
    const few = assessLives(input([end(5, 'wear'), end(7, 'wear'), end(8, 'scheduled')]));
    expect(few.advice).toEqual({ do: 'too-little', failures: 2, wanted: 6, scaleAtLeastHours: null });
    const none = assessLives(input([end(8, 'scheduled'), end(6, null)]));
    if (none.advice.do !== 'too-little') throw new Error('advised');
    expect(none.advice.scaleAtLeastHours).toBeCloseTo(Math.sqrt((2 * 100) / 5.991464547), 6);
    expect(assessLives(input([])).needles).toBe(0);
    expect(assessLives(input([end(3, 'wear', 'm', 3)])).needles).toBe(0);
  });
});

describe('a rate', () => {
  // Garwood's limits of a Poisson count at 95 %: 0 gives 0 to 3.689, 5 gives 1.623 to 11.668 (any table of them).
  it('has the exact limits of its count', () => {
    expect(rateOf(0, 1).limits.low).toBe(0);
    expect(rateOf(0, 1).limits.high).toBeCloseTo(3.689, 3);
    expect(rateOf(5, 1).limits.low).toBeCloseTo(1.623, 3);
    expect(rateOf(5, 1).limits.high).toBeCloseTo(11.668, 3);
    expect(rateOf(5, 10).perHour).toBe(0.5);
  });
});

describe('a group', () => {
  it('is named by material, points and machine', () => {
    expect(groupId({ material: 'leather', points: 'cutting', machineClass: 'flatbed', part: null })).toBe(
      'leather.cutting.flatbed',
    );
  });

  it('is that of the main material, or among equals of the one that wears worst', () => {
    const layer = (materialId: string, thicknessMm: number) => ({ materialId, thicknessMm, plies: 1 });
    expect(wearingKind(stackOf([layer('veg-tan-side', 2), layer('duck-10', 0.8)]))).toBe('leather');
    expect(wearingKind(stackOf([layer('clear-window', 0.75), layer('acrylic-canvas', 1)]))).toBe('woven');
    expect(wearingKind(stackOf([layer('clear-window', 1), layer('acrylic-canvas', 1)]))).toBe('coated');
  });
});
