import { eyePasses, eyeWear, threadPerStitch } from './index.js';

describe('passes of the thread through the eye', () => {
  const stitch = threadPerStitch({ stitchLengthMm: 4, stackMm: 3, threadDiameterMm: 0.42 });

  // Common practice, no source: a stroke of 68 mm gives 19 passes at a 4 mm stitch in 3 mm.
  it('are about 19 at a stroke of 68 mm, 4 mm in 3 mm', () => {
    const { least, most } = eyePasses(68, stitch, null);
    expect(least).toBeLessThan(19);
    expect(most).toBeGreaterThan(19);
    expect(least).toBeGreaterThan(17);
  });

  it('are fewer with a longer stitch and a thicker stack', () => {
    const longer = threadPerStitch({ stitchLengthMm: 6, stackMm: 6, threadDiameterMm: 0.42 });
    expect(eyePasses(68, longer, null).most).toBeLessThan(eyePasses(68, stitch, null).least);
  });

  it('wear and heat with the friction of the eye, a poor eye twice as much as one with half the friction', () => {
    const passes = eyePasses(68, stitch, 600);
    // 25.4 % is the good needle of common practice (1.5 and 0.9 N about a weight of 1.17 N), no source.
    const good = eyeWear(passes, 0.254);
    expect(good.least).toBeCloseTo(0.254 * passes.least, 12);
    expect(good.wattsPerNewton).toBeCloseTo(1.36 * 0.254, 12);
    expect(eyeWear(passes, 0.508).most).toBeCloseTo(2 * good.most, 12);
    expect(eyeWear(eyePasses(68, stitch, null), 0.254).wattsPerNewton).toBeNull();
    expect(() => eyeWear(passes, 0)).toThrowError(/friction/);
  });

  it('go with the speed of the machine, 136 mm a stitch 600 times a minute being 1.36 m/s', () => {
    expect(eyePasses(68, stitch, 600).metresPerSecond).toBeCloseTo(1.36, 12);
    expect(eyePasses(68, stitch, null).metresPerSecond).toBeNull();
    expect(() => eyePasses(0, stitch, null)).toThrowError(/strokeMm/);
  });
});
