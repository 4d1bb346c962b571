import { complaints } from '../testing/complaints.js';
import { HookBook, HookCheckEntry, HookReading } from './index.js';

const NOTHING = { riseMm: null, aboveEyeMm: null, clearanceMm: null };
const UNSEEN = { ...NOTHING, loop: null, push: null };

describe('figures from a manual', () => {
  it('run from smallest to largest, which may be equal', () => {
    const limits = (least: number, most: number) =>
      complaints(HookBook, { ...NOTHING, riseMm: { least, most } });
    expect(limits(2, 2.4)).toEqual([]);
    expect(limits(2, 2)).toEqual([]);
    expect(limits(2.4, 2)).toEqual(['riseMm.most: not less than the least']);
    expect(limits(-0.1, 2)).toEqual(['riseMm.least: at least 0']);
  });
});

describe('a hook check', () => {
  const entry = { reading: UNSEEN, book: null, set: false, note: '', checkedAt: '2026-03-04T10:00:00Z' };

  it('has at least one observation or measurement', () => {
    expect(complaints(HookCheckEntry, entry)).toEqual(['reading: at least one look or measure']);
    // No gap between needle and hook is a measurement too.
    expect(complaints(HookCheckEntry, { ...entry, reading: { ...UNSEEN, clearanceMm: 0 } })).toEqual([]);
  });

  it('must state every field', () => {
    expect(complaints(HookReading, NOTHING)).toEqual([
      'loop: one of every, misses',
      'push: one of flexes, not-at-all, far',
    ]);
  });
});
