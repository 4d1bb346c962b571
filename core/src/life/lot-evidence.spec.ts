import { HOUR_MS } from '../units/index.js';
import { randomLcg, randomWeibull } from 'd3-random';
import { frictionEvidence, LOT_ERROR, lotEvidence, type LotNeedle } from './index.js';

const LAW = { shape: 2, scaleHours: 10 };

/** Machines that run continuously, with needles of the lots in turn; every needle runs until it fails. */
function floor(seed: number, machines: number, needlesEach: number, scaleOf: (lot: number) => number) {
  const draw = randomLcg((seed + 0.5) / 2048);
  const needles: LotNeedle[] = [];
  for (let machine = 0; machine < machines; machine++) {
    let fromMs = draw() * 10 * HOUR_MS;
    for (let n = 0; n < needlesEach; n++) {
      const lot = Math.floor(draw() * 4);
      const hours = randomWeibull.source(draw)(LAW.shape, 0, scaleOf(lot))();
      const cut = 12;
      const toMs = fromMs + Math.min(hours, cut) * HOUR_MS;
      needles.push({
        lotId: `lot ${lot}`,
        entryHours: 0,
        hours: Math.min(hours, cut),
        failed: hours <= cut,
        fromMs,
        toMs,
        scaleHours: LAW.scaleHours,
      });
      fromMs = toMs;
    }
  }
  return needles;
}

describe('evidence about lots', () => {
  it('calls a good lot bad no more often than it may, examined after every needle', () => {
    const floors = 200;
    let called = 0;
    for (let seed = 0; seed < floors; seed++) {
      const needles = floor(seed, 6, 12, () => LAW.scaleHours);
      const inOrder = [...needles].sort((a, b) => a.toMs - b.toMs);
      const everBad = [12, 24, 36, 48, 60, 72].some((looked) =>
        lotEvidence(inOrder.slice(0, looked), LAW.shape).some(({ bad }) => bad),
      );
      if (everBad) called++;
    }
    // At most 5 %; with 200 floors three standard errors more are 0.096.
    expect(called / floors).toBeLessThan(LOT_ERROR + 0.046);
  });

  it('finds a lot that lasts half as long', () => {
    let found = 0;
    let wrong = 0;
    for (let seed = 0; seed < 40; seed++) {
      const lots = lotEvidence(
        floor(seed + 1000, 8, 30, (lot) => (lot === 2 ? 5 : 10)),
        LAW.shape,
      );
      if (lots.find(({ lotId }) => lotId === 'lot 2')?.bad) found++;
      if (lots.some(({ lotId, bad }) => bad && lotId !== 'lot 2')) wrong++;
    }
    expect(found).toBeGreaterThan(36);
    expect(wrong).toBeLessThan(3);
  });

  it('expects as many failures as there are, if all wear alike', () => {
    const lots = lotEvidence(
      floor(7, 20, 60, () => LAW.scaleHours),
      LAW.shape,
    );
    for (const { failures, expected } of lots) expect(failures / expected).toBeCloseTo(1, 0);
  });

  // By hand: two needles of equal age and shape 1, one of each lot; the bad one fails: 2 / (1 + 1/2 * (2 - 1) * 2)
  // ...
  it('is the mean ratio of the likelihoods', () => {
    const common = { entryHours: 0, hours: 5, fromMs: 0, toMs: 5 * HOUR_MS, scaleHours: 10 };
    const needles = [
      { ...common, lotId: 'a', failed: true },
      { ...common, lotId: 'b', failed: false },
    ];
    const [a, b] = lotEvidence(needles, 1);
    const mean = (of: (times: number) => number) => [1.5, 2, 3, 5].reduce((sum, t) => sum + of(t), 0) / 4;
    expect(a?.evidence).toBeCloseTo(
      mean((t) => t / (1 + (t - 1) / 2)),
      12,
    );
    expect(b?.evidence).toBeCloseTo(
      mean((t) => 1 / (1 + (t - 1) / 2)),
      12,
    );
    expect(a?.expected).toBeCloseTo(0.5, 12);
  });

  it('blames no lot for its machine', () => {
    const draw = randomLcg(0.3);
    const needles = ['hard', 'easy'].flatMap((machine) => {
      const scaleHours = machine === 'hard' ? 5 : 15;
      let toMs = 0;
      return Array.from({ length: 60 }, (): LotNeedle => {
        const fromMs = toMs;
        const hours = randomWeibull.source(draw)(LAW.shape, 0, scaleHours)();
        toMs += hours * HOUR_MS;
        return { lotId: `lot of ${machine}`, entryHours: 0, hours, failed: true, fromMs, toMs, scaleHours };
      });
    });
    expect(lotEvidence(needles, LAW.shape).some(({ bad }) => bad)).toBeFalse();
    const alike = needles.map((needle) => ({ ...needle, scaleHours: 8 }));
    expect(lotEvidence(alike, LAW.shape).some(({ bad }) => bad)).toBeTrue();
  });

  it('says nothing without lots or failures', () => {
    expect(lotEvidence([], LAW.shape)).toEqual([]);
    const one = { lotId: 'a', entryHours: 0, hours: 5, failed: false, fromMs: 0, toMs: 1, scaleHours: 10 };
    expect(lotEvidence([one], LAW.shape)[0]?.evidence).toBe(1);
    expect(lotEvidence([{ ...one, lotId: null, failed: true }], LAW.shape)).toEqual([]);
  });
});

describe('evidence from eye tests', () => {
  it('is one without needles, falls with good ones and grows with bad ones', () => {
    expect(frictionEvidence(0, 0)).toBeCloseTo(1, 12);
    expect(frictionEvidence(10, 0)).toBeLessThan(1);
    expect(frictionEvidence(5, 3)).toBeGreaterThan(20);
    expect(frictionEvidence(400, 20)).toBeLessThan(1);
  });
});
