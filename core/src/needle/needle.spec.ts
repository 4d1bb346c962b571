import {
  bucklingLoadN,
  NEEDLE_SIZES,
  needleSize,
  needleSystem,
  NEEDLE_SYSTEMS,
  POINT_STYLES,
  secondMomentMm4,
  stiffnessRatio,
} from './index.js';

describe('needle sizes', () => {
  // Common practice: the pairs printed on packs.
  it('pair NM with the number size', () => {
    const pairs = NEEDLE_SIZES.map(({ nm, number }) => `${nm}/${number}`).join(' ');
    expect(pairs).toBe(
      '60/8 65/9 70/10 75/11 80/12 90/14 100/16 110/18 120/19 125/20 130/21 140/22 160/23 180/24 200/25 230/26 250/27',
    );
  });

  it('refuse a size that is not made, and say which are', () => {
    expect(() => needleSize(115)).toThrowError(/nm is 115; allowed: 60, 65/);
  });
});

describe('needle systems', () => {
  // Common practice: equivalents name one shape.
  it('are found under each equivalent designation', () => {
    const groups = [
      ['135x5', '134', 'DPx5'],
      ['16x231', '1738', 'DBx1', '287 WH'],
      ['135x17', 'DPx17'],
      ['135x16', 'DPx16'],
      ['134-35', '2134-35'],
      ['130/705 H', '130/705H', '15x1', 'HAx1'],
      ['794', '7x3', 'DYx3'],
    ];
    for (const [id, ...names] of groups) {
      for (const name of names) expect(needleSystem(name)?.id).withContext(name).toBe(id);
    }
    expect(needleSystem('135x99')).toBeUndefined();
  });

  it("mark the one flat shank and fit leather counterparts to the cloth system's clamp", () => {
    expect(NEEDLE_SYSTEMS.filter((s) => s.shank === 'flat').map((s) => s.id)).toEqual([
      '130/705 H',
      '130/705 H-N',
    ]);
    expect(needleSystem('135x16')?.clampFamily).toBe('135x17');
    expect(needleSystem('16x95')?.clampFamily).toBe('16x231');
  });

  it('mark every dimension that is from memory', () => {
    for (const { id, sizesNm, shankDiameterMm } of NEEDLE_SYSTEMS) {
      // Flat shanks up to NM 140 are common practice.
      expect(sizesNm.standing)
        .withContext(id)
        .toBe(id === '130/705 H' ? 'practice' : 'memory');
      expect(shankDiameterMm?.standing ?? 'memory').toBe('memory');
    }
  });
});

describe('points', () => {
  // Common practice: twist points cut at 45 degrees, lengthwise along the seam, crosswise across it.
  it('cut at the angle they are named for', () => {
    const angle = (letters: string) => POINT_STYLES.find((p) => p.letters === letters)?.cutAngleDeg;
    expect(['LR', 'LL', 'S', 'P', 'DI', 'TRI', 'R'].map(angle)).toEqual([
      45,
      -45,
      0,
      90,
      'both',
      'three',
      null,
    ]);
  });
});

describe('blade stiffness', () => {
  // Euler buckling (engineering handbooks): stiffness goes with the fourth power of the diameter.
  it('grows as the handbook says between sizes', () => {
    expect(stiffnessRatio(100, 110) - 1).toBeCloseTo(0.46, 2);
    expect(stiffnessRatio(140, 180) - 1).toBeCloseTo(1.73, 2);
    expect(bucklingLoadN(1.1, 30) / bucklingLoadN(1.0, 30)).toBeCloseTo(stiffnessRatio(100, 110), 12);
  });

  // pi d^4 / 64 for d = 1 mm; pi^3 E d^4 / (256 L^2) for L = 30 mm, by hand: 27.7 N.
  it('matches the closed form', () => {
    expect(secondMomentMm4(1)).toBeCloseTo(Math.PI / 64, 15);
    expect(bucklingLoadN(1, 30)).toBeCloseTo(27.72, 2);
  });
});
