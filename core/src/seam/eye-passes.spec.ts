import { eyePasses, threadPerStitch } from './index.js';

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

  it('go with the speed of the machine, 136 mm a stitch 600 times a minute being 1.36 m/s', () => {
    expect(eyePasses(68, stitch, 600).metresPerSecond).toBeCloseTo(1.36, 12);
    expect(eyePasses(68, stitch, null).metresPerSecond).toBeNull();
    expect(() => eyePasses(0, stitch, null)).toThrowError(/strokeMm/);
  });
});
