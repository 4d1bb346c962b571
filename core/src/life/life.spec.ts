import fc from 'fast-check';
import { randomLcg, randomWeibull } from 'd3-random';
import {
  HANDBOOK,
  REMISSION_CONTROL,
  REMISSION_TREATED,
  SHOCK_ABSORBERS,
} from '../testing/published-lives.js';
import {
  fitWeibull,
  fitWithLimits,
  kaplanMeier,
  likelihoodLimits,
  poolLives,
  scaleAtLeast,
  survivalBand,
  thinSteps,
  weibull,
  type LifeRecord,
  type WeibullFit,
} from './index.js';

const fitOf = (records: readonly LifeRecord[]) => fitWeibull(records) as WeibullFit;
const failedAt = (hours: number, entryHours = 0): LifeRecord => ({ entryHours, hours, failed: true });
const stillIn = (hours: number, entryHours = 0): LifeRecord => ({ entryHours, hours, failed: false });
/** Relative agreement with the expected value. */
const expectShare = (got: number, wanted: number, digits: number) =>
  expect(got / wanted).toBeCloseTo(1, digits);

/** A seeded sample, removed at a given age at the latest. */
function sample(n: number, shape: number, scale: number, until: number, seed = 0.42): LifeRecord[] {
  const life = randomWeibull.source(randomLcg(seed))(shape, 0, scale);
  return Array.from({ length: n }, life).map((hours) => (hours < until ? failedAt(hours) : stillIn(until)));
}

describe('a Weibull life', () => {
  it('has the survival, hazard, mean and quantiles of its distribution', () => {
    const life = weibull({ shape: 2, scaleHours: 10 });
    expect(life.survival(10)).toBeCloseTo(Math.exp(-1), 15);
    expect(life.hazardPerHour(5)).toBeCloseTo(0.1, 15);
    // Rayleigh: the mean is the scale times half the root of pi.
    expectShare(life.meanHours, 5 * Math.sqrt(Math.PI), 14);
    expect(life.quantileHours(life.failed(7))).toBeCloseTo(7, 12);
    expect(() => life.quantileHours(1)).toThrowError(/share is 1; allowed: 0 to below 1/);
    expect(() => life.quantileHours(NaN)).toThrowError(/share is NaN/);
    // Shape 1 is the exponential life, whose mean until T is scale (1 - e^(-T / scale)).
    const steady = weibull({ shape: 1, scaleHours: 8 });
    expectShare(steady.meanUntilHours(4), -8 * Math.expm1(-0.5), 13);
  });

  it('keeps small shares exact', () => {
    const life = weibull({ shape: 3, scaleHours: 1 });
    expectShare(life.failed(1e-5), 1e-15, 12);
    expectShare(life.quantileHours(1e-15), 1e-5, 12);
  });
});

describe('the Weibull fit', () => {
  // R 4 survreg, to the digits it prints.
  it('agrees with R on the handbook data', () => {
    const fit = fitOf(HANDBOOK);
    expectShare(fit.shape, 1.7207972608, 10);
    expectShare(fit.scaleHours, 606.527558, 9);
    expectShare(fit.logLikelihood, -75.1346181645, 11);
    expectShare(fit.seLnScale, 0.205943908988, 11);
    expectShare(fit.seLnShape, 0.29181276315, 11);
    const [, ...rest] = HANDBOOK;
    const other = fitOf([failedAt(55), ...rest]);
    expectShare(other.shape, 1.7256257531, 10);
    expectShare(other.scaleHours, 606.004798, 9);
  });

  it('agrees with R on shock absorbers and on remissions', () => {
    const absorbers = fitOf(SHOCK_ABSORBERS);
    expect([absorbers.records, absorbers.failures]).toEqual([38, 11]);
    expectShare(absorbers.shape, 3.16047031453, 11);
    expectShare(absorbers.scaleHours, 27718.7181, 8);
    expectShare(absorbers.logLikelihood, -123.9953612, 9);
    const [treated, control] = [fitOf(REMISSION_TREATED), fitOf(REMISSION_CONTROL)];
    expectShare(treated.shape, 1.35373452, 8);
    expectShare(treated.scaleHours, 33.76515097, 9);
    expectShare(control.shape, 1.37049986, 8);
    expectShare(control.scaleHours, 9.48214126, 9);
  });

  it('does not depend on the unit of time, from a billionth of an hour to billions', () => {
    const unit = fitOf(HANDBOOK);
    for (const factor of [1e-9 / 54, 1e-3, 1e3, 4e9 / 500]) {
      const scaled = fitOf(HANDBOOK.map((one) => ({ ...one, hours: one.hours * factor })));
      expectShare(scaled.shape, unit.shape, 10);
      expectShare(scaled.scaleHours, unit.scaleHours * factor, 10);
      expectShare(scaled.seLnShape, unit.seLnShape, 9);
    }
  });

  it('treats an entry age as truncation from below', () => {
    // A needle observed in two parts, out and in again at the same age, counts the same as one observed in one part.
    const whole = fitOf(HANDBOOK);
    const parts = fitOf(
      HANDBOOK.flatMap((one) => [stillIn(one.hours / 2), { ...one, entryHours: one.hours / 2 }]),
    );
    expectShare(parts.shape, whole.shape, 10);
    expectShare(parts.scaleHours, whole.scaleHours, 10);
    expectShare(parts.seLnShape, whole.seLnShape, 9);
  });

  it('says why it does not exist', () => {
    expect(fitWeibull([stillIn(5), stillIn(9)])).toEqual({ why: 'no-failure' });
    expect(fitWeibull([failedAt(7), failedAt(7), failedAt(7)])).toEqual({ why: 'no-spread' });
    expect(fitWeibull([failedAt(9), stillIn(5)])).toEqual({ why: 'no-spread' });
    expect(() => fitWeibull([])).toThrowError(/records/);
    expect(() => fitWeibull([failedAt(0)])).toThrowError(/hours/);
    expect(() => fitWeibull([failedAt(5, 5)])).toThrowError(/entryHours/);
  });

  it('exists from one failure if others outlasted it', () => {
    const fit = fitOf([failedAt(4), stillIn(5), stillIn(9)]);
    expect(fit.failures).toBe(1);
    expect(Number.isFinite(fit.shape) && fit.scaleHours > 4).toBeTrue();
  });

  it('is where the likelihood is greatest, for any data', () => {
    const age = fc.double({ min: 1e-3, max: 1e3, noNaN: true });
    const record = fc.record({
      hours: age,
      failed: fc.boolean(),
      part: fc.double({ min: 0, max: 0.9, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(record, { minLength: 3, maxLength: 40 }), (drawn) => {
        const records = drawn.map(({ hours, failed, part }) => ({ hours, failed, entryHours: part * hours }));
        const fit = fitWeibull(records);
        if ('why' in fit) return;
        const at = (shape: number, scale: number) =>
          records.reduce((sum, { hours, entryHours, failed }) => {
            const own = failed ? Math.log(shape / scale) + (shape - 1) * Math.log(hours / scale) : 0;
            return sum + own - (hours / scale) ** shape + (entryHours / scale) ** shape;
          }, 0);
        const best = at(fit.shape, fit.scaleHours);
        expect(fit.logLikelihood).toBeCloseTo(best, 5);
        for (const [s, e] of [
          [1.02, 1],
          [0.98, 1],
          [1, 1.02],
          [1, 0.98],
        ] as const)
          expect(at(fit.shape * s, fit.scaleHours * e)).toBeLessThanOrEqual(best + 1e-9 * Math.abs(best));
      }),
    );
  });

  it('is close to the distribution the data were drawn from', () => {
    const fit = fitOf(sample(4000, 2.4, 15, 20));
    expect(Math.abs(Math.log(fit.shape / 2.4)) / fit.seLnShape).toBeLessThan(2.5);
    expect(Math.abs(Math.log(fit.scaleHours / 15)) / fit.seLnScale).toBeLessThan(2.5);
  });
});

describe('likelihood limits', () => {
  it('are where twice the log-likelihood has fallen by 3.84', () => {
    const { fit, limits } = fitWithLimits(HANDBOOK)!;
    for (const { low, high } of [limits.shape]) {
      for (const shape of [low, high]) {
        // The best scale for a shape: eta^b = sum t^b / r.
        const sum = HANDBOOK.reduce((total, { hours }) => total + hours ** shape, 0);
        const scale = (sum / 10) ** (1 / shape);
        const at = HANDBOOK.reduce(
          (total, { hours, failed }) =>
            total +
            (failed ? Math.log(shape / scale) + (shape - 1) * Math.log(hours / scale) : 0) -
            (hours / scale) ** shape,
          0,
        );
        expect(2 * (fit.logLikelihood - at)).toBeCloseTo(3.841458820694124, 8);
      }
    }
    expect(limits.scaleHours.low).toBeLessThan(fit.scaleHours);
    expect(limits.scaleHours.high).toBeGreaterThan(fit.scaleHours);
  });

  it('are close to those from the information matrix if there is much data', () => {
    const records = sample(5000, 2, 10, 30);
    const fit = fitOf(records);
    const { shape, scaleHours } = likelihoodLimits(records, fit);
    expectShare(Math.log(shape.high / fit.shape), 1.96 * fit.seLnShape, 1);
    expectShare(Math.log(fit.scaleHours / scaleHours.low), 1.96 * fit.seLnScale, 1);
  });

  it('leave a side open if the data do', () => {
    const { limits } = fitWithLimits([failedAt(4), stillIn(5)])!;
    expect(limits.scaleHours.high).toBeGreaterThan(50);
    expect(limits.shape.low).toBeLessThan(1);
  });
});

describe('the confidence band of a curve', () => {
  it('contains the curve that the data were drawn from, and is narrower with more data', () => {
    const ages = [4, 8, 12, 16];
    const truth = weibull({ shape: 2.4, scaleHours: 14 });
    const band = (n: number) => survivalBand(sample(n, 2.4, 14, 18), ages, 120, randomLcg(0.5));
    const [few, many] = [band(40), band(600)];
    many.forEach(({ hours, low, high }, i) => {
      expect(low).toBeLessThan(truth.survival(hours) + 0.02);
      expect(high).toBeGreaterThan(truth.survival(hours) - 0.02);
      expect(high - low).toBeLessThan(few[i]!.high - few[i]!.low);
    });
  });

  it('does not exist without a curve', () => {
    expect(survivalBand([stillIn(4), stillIn(5)], [1], 20, randomLcg(0.5))).toEqual([]);
    expect(survivalBand([], [1], 20, randomLcg(0.5))).toEqual([]);
  });
});

describe('a sample without failures', () => {
  // Exponential life, no failure in T hours: the 95 % bound of the mean is T / 3.0 (2 T / 5.99), the rule of three.
  it('still bounds the scale from below', () => {
    const records = [stillIn(100), stillIn(200)];
    expectShare(scaleAtLeast(records, 1), 600 / 5.991464547, 9);
    expect(scaleAtLeast(records, 2)).toBeCloseTo(Math.sqrt((2 * 50_000) / 5.991464547), 6);
    expect(() => scaleAtLeast(records, 2, 1)).toThrowError(/confidence/);
  });
});

describe('the survival curve', () => {
  // Freireich et al. 1963: the worked example of most textbooks.
  it('matches Kaplan and Meier on the remissions with 6-MP', () => {
    const steps = kaplanMeier(REMISSION_TREATED);
    const wanted = [0.857143, 0.806723, 0.752941, 0.690196, 0.627451, 0.537815, 0.448179];
    steps.forEach((step, i) => expect(step.survival).toBeCloseTo(wanted[i]!, 6));
    expect(steps.length).toBe(wanted.length);
    expect(steps[0]!.standardError).toBeCloseTo(0.07636, 5);
    expect(steps.at(-1)!.standardError).toBeCloseTo(0.134591, 6);
    expect(steps.map(({ atRisk }) => atRisk)).toEqual([21, 17, 15, 12, 11, 7, 6]);
  });

  it('ends at zero when the oldest failed, with limits between 0 and 1', () => {
    const steps = kaplanMeier(REMISSION_CONTROL);
    expect(steps.at(-1)).toEqual(jasmine.objectContaining({ survival: 0, low: 0, high: 0 }));
    for (const { low, high, survival } of steps) {
      expect(low).toBeLessThanOrEqual(survival);
      expect(high).toBeGreaterThanOrEqual(survival);
      expect(low).toBeGreaterThanOrEqual(0);
      expect(high).toBeLessThanOrEqual(1);
    }
  });

  it('is one step per failure age without censoring: the share that outlasted it', () => {
    const ages = fc.array(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(ages, (hours) => {
        for (const step of kaplanMeier(hours.map((one) => failedAt(one)))) {
          const outlasted = hours.filter((one) => one > step.hours).length / hours.length;
          expect(step.survival).toBeCloseTo(outlasted, 9);
        }
      }),
    );
  });

  it('can be thinned for drawing, and is nowhere off by more than a step', () => {
    const all = kaplanMeier(sample(3000, 2.4, 14, 18));
    const thin = thinSteps(all, 100);
    expect(thin.length).toBeLessThan(110);
    expect(thin.at(-1)).toBe(all.at(-1)!);
    for (const { hours, survival } of all) {
      const drawn = thin.findLast((step) => step.hours <= hours)?.survival ?? 1;
      expect(drawn - survival).toBeLessThan(0.0101);
    }
  });

  it('counts a part-used needle from its entry age', () => {
    const [first, second] = kaplanMeier([failedAt(3), stillIn(8), failedAt(6, 4)]);
    expect([first!.atRisk, second!.atRisk]).toEqual([2, 2]);
  });
});

describe('pooled lives', () => {
  const machines = (counts: readonly number[], scales: readonly number[]) =>
    scales.map((scale, i) => ({
      machineId: `m${i}`,
      records: sample(counts[i]!, 2.2, scale, 1.1 * scale, 0.1 + i / 50),
    }));

  it('draw a machine towards the others, more so the less data it has', () => {
    const few = poolLives(machines([60, 60, 60, 60, 2], [12, 12, 12, 12, 40]));
    const many = poolLives(machines([60, 60, 60, 60, 60], [12, 12, 12, 12, 40]));
    if ('why' in few || 'why' in many) throw new Error('expected failures');
    expect(few.machines[4]!.scaleHours).toBeLessThan(many.machines[4]!.scaleHours);
    expect(Math.abs(Math.log(many.machines[4]!.scaleHours / 40))).toBeLessThan(0.25);
    expect(many.shapeLimits.low).toBeLessThan(2.2);
    expect(many.shapeLimits.high).toBeGreaterThan(2.2);
  });

  it('find no difference if there is none', () => {
    const pooled = poolLives(machines([80, 80, 80, 80, 80, 80], [10, 10, 10, 10, 10, 10]));
    if ('why' in pooled) throw new Error('expected failures');
    expect(pooled.spread).toBeLessThan(0.35);
    for (const { scaleHours } of pooled.machines) expectShare(scaleHours, pooled.scaleHours, 0);
  });

  it("give a machine without data the group's scale, with wide limits", () => {
    const pooled = poolLives([
      ...machines([50, 50], [12, 13]),
      { machineId: 'new', records: [stillIn(0.5)] },
    ]);
    if ('why' in pooled) throw new Error('expected failures');
    const fresh = pooled.machines.find(({ machineId }) => machineId === 'new')!;
    const known = pooled.machines[0]!;
    expect(fresh.failures).toBe(0);
    expect(fresh.scaleLimits.high / fresh.scaleLimits.low).toBeGreaterThan(
      known.scaleLimits.high / known.scaleLimits.low,
    );
  });

  it('keep the shape near the prior if there are few failures', () => {
    const lonely = [{ machineId: 'm', records: [failedAt(7), failedAt(7.2), stillIn(3), stillIn(4)] }];
    const pooled = poolLives(lonely);
    if ('why' in pooled) throw new Error('expected failures');
    expect(pooled.shape).toBeLessThan(5);
    expect(fitOf(lonely[0]!.records).shape).toBeGreaterThan(20);
  });

  it('say that nothing failed', () => {
    expect(poolLives([{ machineId: 'm', records: [stillIn(7)] }])).toEqual({ why: 'no-failure' });
    expect(poolLives([])).toEqual({ why: 'no-failure' });
  });
});
