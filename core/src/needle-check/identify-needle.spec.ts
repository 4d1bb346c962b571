import fc from 'fast-check';
import { NEEDLE_SYSTEMS, needleSystem } from '../needle/index.js';
import { withShopValues } from '../reference/index.js';
import { identifyNeedle, lengthValueId, NEEDLE_LENGTHS, UNSEEN_NEEDLE, type LooseNeedle } from './index.js';

/** Draws from a fixed sequence, so that a simulation is the same every time. */
function drawsFrom(seed: number) {
  let state = seed;
  const uniform = (): number => {
    state = (state * 1664525 + 1013904223) % 2 ** 32;
    return (state + 0.5) / 2 ** 32;
  };
  const normal = (sd: number): number =>
    sd * Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
  return { uniform, normal };
}

/** Readings of a needle with a caliper error of 0.03 mm and a ruler error of 0.3 mm, one standard deviation each. */
function measured(systemId: string, nm: number, draws: ReturnType<typeof drawsFrom>): LooseNeedle {
  const system = needleSystem(systemId)!;
  const butt = { '135x17': 39, '135x16': 39, '16x95': 33.9 }[systemId] ?? system.buttToEyeMm!.value;
  return {
    ...UNSEEN_NEEDLE,
    shank: system.shank,
    shankDiameterMm: system.shankDiameterMm!.value + draws.normal(0.03),
    buttToEyeMm: butt + draws.normal(0.3),
    bladeMm: nm / 100 + draws.normal(0.03),
    points: system.pointFamilies[0]!,
    longEye: false,
  };
}

const TOLD_APART = ['16x231', '16x95', '135x17', '135x16'];
const ROUNDS = 400;

describe('a loose needle', () => {
  it('is identified correctly at least 95 times in 100 where the table distinguishes systems', () => {
    const draws = drawsFrom(7);
    for (const systemId of TOLD_APART) {
      let right = 0;
      for (let i = 0; i < ROUNDS; i++) {
        const nm = [90, 100, 110, 120, 140][Math.floor(draws.uniform() * 5)]!;
        const { systems } = identifyNeedle(measured(systemId, nm, draws));
        if (systems[0]!.systemId === systemId) right++;
      }
      expect(right / ROUNDS)
        .withContext(systemId)
        .toBeGreaterThanOrEqual(0.95);
    }
  });

  it('cannot be told from its leather counterpart until its point was seen, and the point is asked for', () => {
    const draws = drawsFrom(11);
    for (let i = 0; i < ROUNDS; i++) {
      const seen = { ...measured('135x17', 110, draws), points: null };
      const { among, next } = identifyNeedle(seen);
      const ids = among.map(({ systemId }) => systemId);
      if (!ids.includes('135x17')) continue;
      expect(ids).toContain('135x16');
      expect(next).toBe('points');
    }
  });

  it('without any observation may be any, and the most informative one is asked for first', () => {
    const { among, next, sizes } = identifyNeedle(UNSEEN_NEEDLE);
    expect(among.length).toBeGreaterThan(5);
    expect(next).not.toBeNull();
    expect(sizes).toEqual([]);
  });

  it('with a flat shank is of a flat system, whatever its length', () => {
    const { systems } = identifyNeedle({ ...UNSEEN_NEEDLE, shank: 'flat', points: 'cutting' });
    expect(systems[0]!.systemId).toBe('130/705 H');
  });

  it('with a 3 mm shank is none of the usual ones', () => {
    const seen = { ...UNSEEN_NEEDLE, shank: 'round' as const, shankDiameterMm: 3, bladeMm: 2 };
    const ids = identifyNeedle(seen).among.map(({ systemId }) => systemId);
    expect(ids).toContain('794');
    expect(ids).not.toContain('135x17');
  });

  it('with an unknown length is not forced into a system', () => {
    const seen = { ...UNSEEN_NEEDLE, shank: 'round' as const, shankDiameterMm: 1.62, buttToEyeMm: 45 };
    const { systems } = identifyNeedle({ ...seen, points: 'cloth' });
    expect(systems.find(({ systemId }) => systemId === '16x231')!.share).toBeLessThan(0.3);
  });

  it("uses the shop's own measurements before the shipped ones", () => {
    const own = withShopValues([
      { valueId: lengthValueId('134-35', 'buttToEyeMm'), value: 36.4, standing: 'measured', source: '' },
      { valueId: lengthValueId('134-35', 'shankDiameterMm'), value: 2, standing: 'measured', source: '' },
    ]);
    const seen = { ...UNSEEN_NEEDLE, shank: 'round' as const, shankDiameterMm: 2.01, buttToEyeMm: 36.3 };
    const before = identifyNeedle(seen);
    const after = identifyNeedle(seen, {}, own);
    expect(after.systems[0]!.systemId).toBe('134-35');
    expect(after.systems[0]!.share).toBeGreaterThan(0.8);
    expect(before.among.length).toBeGreaterThan(1);
  });

  it('is more likely of a system the shop has machines for', () => {
    const seen = { ...UNSEEN_NEEDLE, shank: 'round' as const, points: 'cloth' as const };
    const share = (machines: Record<string, number>) =>
      identifyNeedle(seen, machines).systems.find(({ systemId }) => systemId === '190')!.share;
    expect(share({ '190': 12 })).toBeGreaterThan(3 * share({}));
  });

  it('has the size the blade says, or two if a caliper cannot tell them apart', () => {
    const sizes = (bladeMm: number) =>
      identifyNeedle({ ...UNSEEN_NEEDLE, bladeMm }).sizes.map(({ nm }) => nm);
    expect(sizes(1.6)).toEqual([160]);
    expect(sizes(1.23).slice(0, 2).sort()).toEqual([120, 125]);
  });

  it('has probabilities that sum to one whatever is read', () => {
    const reading = (min: number, max: number) =>
      fc.option(fc.double({ min, max, noNaN: true }), { nil: null });
    fc.assert(
      fc.property(
        fc.record({
          shank: fc.constantFrom('round' as const, 'flat' as const, null),
          shankDiameterMm: reading(0.1, 9),
          buttToEyeMm: reading(1, 150),
          overallMm: reading(1, 200),
          bladeMm: reading(0.1, 4),
          points: fc.constantFrom('cloth' as const, 'cutting' as const, null),
          longEye: fc.constantFrom(true, false, null),
        }),
        (seen) => {
          const { systems, sizes } = identifyNeedle(seen);
          const sum = systems.reduce((total, { share }) => total + share, 0);
          expect(sum).toBeCloseTo(1, 9);
          expect(systems.length).toBe(NEEDLE_SYSTEMS.length + 1);
          for (const { share } of [...systems, ...sizes]) expect(share).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });

  it('has a value in the Catalogue for each length of each system', () => {
    expect(NEEDLE_LENGTHS.map((length) => lengthValueId('135x5', length))).toEqual([
      'system.135x5.shank',
      'system.135x5.butt-to-eye',
      'system.135x5.overall',
    ]);
  });
});
