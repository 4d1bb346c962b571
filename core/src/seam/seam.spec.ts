import fc from 'fast-check';
import { withShopValues } from '../reference/index.js';
import { threadConstruction } from '../thread/index.js';
import {
  BOBBIN_SIZES,
  bobbinMetres,
  bobbinOf,
  bobbinSize,
  N_PER_LBF,
  seamStrengthNPerCm,
  THREAD_PRICE_ID,
  threadForJob,
  threadPerStitch,
  threadStrengthN,
} from './index.js';

describe('thread per stitch', () => {
  // Common practice: 2.5 cm of thread per cm of seam, half and half. It holds if (t + d) / L is 0.25 and the knot is
  // in the middle: needle 4 + 2 x 0.5 x 1 = 5 mm, bobbin the same, 10 mm in 4 mm of seam.
  it('matches the rule of 2.5 where the rule applies', () => {
    const { needleHighMm, bobbinHighMm } = threadPerStitch({
      stitchLengthMm: 4,
      stackMm: 0.58,
      threadDiameterMm: 0.42,
    });
    expect((needleHighMm + bobbinHighMm) / 4).toBeCloseTo(2.5, 12);
    expect(needleHighMm).toBeCloseTo(bobbinHighMm, 12);
  });

  // Common practice: leather needs three to five times the seam.
  it('needs more in leather than the rule says', () => {
    const ratio = (stackMm: number) => {
      const one = threadPerStitch({ stitchLengthMm: 4, stackMm, threadDiameterMm: 0.42 });
      return (one.needleHighMm + one.bobbinHighMm) / 4;
    };
    expect(ratio(2.4)).toBeGreaterThan(3);
    expect(ratio(5)).toBeLessThan(5);
  });

  it('keeps the lower bound under the upper, and both above a straight stitch', () => {
    const length = fc.double({ min: 0.5, max: 20, noNaN: true });
    fc.assert(
      fc.property(
        length,
        length,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (stitchLengthMm, stackMm, lock) => {
          const one = threadPerStitch({ stitchLengthMm, stackMm, threadDiameterMm: 0.4, lock });
          return (
            one.needleLowMm <= one.needleHighMm &&
            one.bobbinLowMm <= one.bobbinHighMm &&
            one.needleLowMm >= stitchLengthMm - 1e-9 &&
            one.bobbinLowMm >= stitchLengthMm - 1e-9
          );
        },
      ),
    );
    expect(() =>
      threadPerStitch({ stitchLengthMm: 4, stackMm: 1, threadDiameterMm: 0.4, lock: 2 }),
    ).toThrowError(/lock is 2; allowed: 0 to 1/);
  });
});

describe('a wound bobbin', () => {
  // By hand: ((25 - 2.4)² - 7.5²) x 10.5 x 0.65 / (1000 x 0.42²) = 17.6 m.
  it('holds what the formula gives by hand', () => {
    expect(bobbinMetres({ rimMm: 25, coreMm: 7.5, widthMm: 10.5 }, 0.42)).toBeCloseTo(17.58, 2);
  });

  it('holds a quarter at twice the thread', () => {
    for (const size of BOBBIN_SIZES) {
      const bobbin = bobbinOf(size);
      expect(bobbinMetres(bobbin, 0.8) / bobbinMetres(bobbin, 0.4)).toBeCloseTo(0.25, 12);
    }
  });

  it("uses the shop's dimensions, and refuses a rim below its core", () => {
    const own = withShopValues([
      { valueId: 'bobbin-size.medium.rim', value: 24, standing: 'measured', source: 'calliper' },
    ]);
    expect(bobbinOf(bobbinSize('medium')!, own).rimMm).toBe(24);
    expect(() => bobbinMetres({ rimMm: 9, coreMm: 8, widthMm: 10 }, 0.4)).toThrowError(/rimMm is 9/);
  });
});

describe('thread for a job', () => {
  const stitch = { needleLowMm: 6, needleHighMm: 8, bobbinLowMm: 5, bobbinHighMm: 7 };
  // By hand: 1000 mm at 4 mm is 250 stitches, ten pieces 2500; needle 2500 x 8 mm x 1.1 = 22 m, bobbin 19.25 m.
  it('counts metres, bobbins and cones with a tenth for waste', () => {
    const job = threadForJob(stitch, 4, { seamMm: 1000, pieces: 10 }, 135, 17.6);
    expect(job).toEqual(jasmine.objectContaining({ stitches: 2500, bobbins: 2, cones: 1, cost: null }));
    expect(job.needleMetres).toBeCloseTo(22, 9);
    expect(job.bobbinMetres).toBeCloseTo(19.25, 9);
    expect(job.leastMetres).toBeCloseTo(30.25, 9);
  });

  it("uses the shop's price, once it is entered", () => {
    const values = withShopValues([
      { valueId: THREAD_PRICE_ID, value: 40, standing: 'chosen', source: 'bill' },
    ]);
    const { cost } = threadForJob(stitch, 4, { seamMm: 1000, pieces: 10 }, 135, 17.6, values);
    expect(cost).toBeCloseTo(((41.25 * 135) / 1_000_000) * 40, 9);
  });
});

describe('seam strength', () => {
  // Size 138 bonded nylon is commonly sold as about 22 lbf (from memory).
  it('takes Tex 135 bonded nylon at about 22 pounds', () => {
    const newtons = threadStrengthN(135, threadConstruction('bonded-nylon')!);
    expect(newtons / N_PER_LBF).toBeGreaterThan(20);
    expect(newtons / N_PER_LBF).toBeLessThan(24);
  });

  // Common practice: stitches per inch x thread strength x 1.5. 6.35 per inch x 22 lbf x 1.5 = 209.6 lbf per inch.
  it('is stitches times thread times one and a half', () => {
    const lbfPerInch = (seamStrengthNPerCm(4, 22 * N_PER_LBF) * 2.54) / N_PER_LBF;
    expect(lbfPerInch).toBeCloseTo(209.55, 2);
  });
});
