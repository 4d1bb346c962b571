import { newId } from '../shared/index.js';
import { complaints } from '../testing/complaints.js';
import {
  BobbinCaseEntry,
  BobbinReadingInput,
  GaugeReadingInput,
  KeptSettingInput,
  StripInput,
  TestSeamInput,
} from './index.js';

const AT = '2026-03-04T10:00:00Z';
const SEAM = {
  turns: 4.125,
  grade: 'balanced',
  bothTight: false,
  bobbinDrop: null,
  lockDepth: 0.5,
  preTensionTurns: 1,
  bobbinContrast: true,
  sewnAt: AT,
};

describe('a bobbin case reading', () => {
  const nothing = { outcome: null, grams: null, tensionCn: null, screwTurns: 0, readAt: AT };

  it('records what its method tells, and no more', () => {
    const told = {
      drop: { outcome: 'creeps' },
      weight: { outcome: 'creeps', grams: 25 },
      gauge: { tensionCn: 30 },
      screw: { screwTurns: 0.25 },
    };
    for (const [method, values] of Object.entries(told))
      expect(complaints(BobbinReadingInput, { ...nothing, method, ...values }))
        .withContext(method)
        .toEqual([]);
  });

  it('says what is missing', () => {
    expect(complaints(BobbinReadingInput, { ...nothing, method: 'weight' })).toEqual([
      'outcome: needed for a reading by weight',
      'grams: needed for a reading by weight',
    ]);
    expect(complaints(BobbinReadingInput, { ...nothing, method: 'gauge' })).toEqual([
      'tensionCn: needed for a reading by gauge',
    ]);
  });

  it('says what is too much', () => {
    const all = { ...nothing, outcome: 'creeps', grams: 25, tensionCn: 30 };
    expect(complaints(BobbinReadingInput, { ...all, method: 'drop' })).toEqual([
      'grams: not part of a reading by drop',
      'tensionCn: not part of a reading by drop',
    ]);
    expect(complaints(BobbinReadingInput, { ...all, method: 'screw' }).length).toBe(3);
  });

  it('counts turns of the screw in sixteenths, three at most', () => {
    const turned = (screwTurns: number) =>
      complaints(BobbinReadingInput, { ...nothing, method: 'screw', screwTurns });
    expect(turned(-0.0625)).toEqual([]);
    expect(turned(0.1).length).toBe(1);
    expect(turned(3.0625)).toEqual(['screwTurns: at most 3']);
  });
});

describe('a bobbin case', () => {
  const entry = { mark: 'B', latch: 'smooth', slotMostTex: null, settingScrew: null, note: '' };

  it('has a mark, and a slot for existing threads', () => {
    expect(complaints(BobbinCaseEntry, { ...entry, mark: ' ', slotMostTex: 4 })).toEqual(
      jasmine.arrayContaining(['mark: not empty', 'slotMostTex: at least 5']),
    );
  });
});

describe('a test seam', () => {
  it('is sewn at a turn of the knob that its mark shows, in eighths', () => {
    expect(complaints(TestSeamInput, SEAM)).toEqual([]);
    expect(complaints(TestSeamInput, { ...SEAM, turns: 4.1 }).length).toBe(1);
    expect(complaints(TestSeamInput, { ...SEAM, turns: 30.125 })).toEqual(['turns: at most 30']);
  });

  it('has its knot within the stack, if it was cut', () => {
    for (const lockDepth of [null, 0, 1])
      expect(complaints(TestSeamInput, { ...SEAM, lockDepth })).toEqual([]);
    expect(complaints(TestSeamInput, { ...SEAM, lockDepth: 1.01 })).toEqual(['lockDepth: at most 1']);
    expect(complaints(TestSeamInput, { ...SEAM, lockDepth: -0.01 })).toEqual(['lockDepth: at least 0']);
  });

  it('is one of two to twelve on a strip, and the wrong one is pointed out', () => {
    const strip = (count: number) => ({ seams: Array.from({ length: count }, () => SEAM) });
    expect(complaints(StripInput, strip(1))).toEqual(['seams: at least 2 of them']);
    expect(complaints(StripInput, strip(2))).toEqual([]);
    expect(complaints(StripInput, strip(13))).toEqual(['seams: at most 12 of them']);
    expect(complaints(StripInput, { seams: [SEAM, { ...SEAM, sewnAt: 'now' }] })).toEqual([
      'seams.1.sewnAt: an instant such as 2026-03-04T10:00:00Z',
    ]);
  });
});

describe('a measured or saved tension', () => {
  it('is the mean of one to five pulls', () => {
    const pulls = (count: number) =>
      complaints(GaugeReadingInput, { turns: 4, tensionCn: 180, pulls: count, readAt: AT });
    expect([0, 1, 5, 6].map((count) => pulls(count).length)).toEqual([1, 0, 0, 1]);
    expect(pulls(2.5)).toEqual(['pulls: a whole number']);
  });

  it('has a basis, or says that it has none', () => {
    const kept = { turns: 4, sure: 0.9, claim: null, keptAt: AT };
    expect(complaints(KeptSettingInput, kept)).toEqual([]);
    expect(complaints(KeptSettingInput, { ...kept, claim: 'both-edges' })).toEqual([]);
    expect(complaints(KeptSettingInput, { ...kept, claim: 'felt-right' })[0]).toMatch(/^claim: one of /);
    expect(complaints(KeptSettingInput, { ...kept, sure: 1.2 })).toEqual(['sure: at most 1']);
    expect(complaints(KeptSettingInput, { ...kept, id: newId() })).toEqual([': not known here']);
  });
});
