import { DRIVES, speedAdvice } from './index.js';

// Common practice, no source: thick leather slowly, one stitch at a time; a clutch without a reducer cannot run that
// slowly.
describe('how fast to sew', () => {
  it('is normal on thin work and on cloth', () => {
    expect(DRIVES.map((drive) => speedAdvice(3, drive))).toEqual(DRIVES.map(() => 'as-usual'));
    expect(speedAdvice(0, 'clutch')).toBe('as-usual');
  });

  it('is slow in thick leather, by hand wheel if the clutch grips all at once', () => {
    expect(speedAdvice(8, 'servo')).toBe('slow');
    expect(speedAdvice(8, 'clutch-reducer')).toBe('slow');
    expect(speedAdvice(8, null)).toBe('slow');
    expect(speedAdvice(8, 'clutch')).toBe('by-hand-wheel');
  });
});
