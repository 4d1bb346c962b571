import { newId } from '../shared/index.js';
import { NeedleChoice, SetupWork } from './index.js';

const WORK: SetupWork = {
  name: 'Strap',
  machineId: newId(),
  layers: [{ materialId: 'veg-tan-side', thicknessMm: 2, plies: 1 }],
  thread: { label: 'V138', tex: 135, constructionId: 'bonded-nylon' },
  needle: { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' },
  plateHoleMm: 2.8,
  stitchLengthMm: 4,
  schools: { size: 'by-work', leatherPoint: 'cutting', coatedPoint: 'small-cut' },
};
const wrongPaths = (change: object) =>
  (SetupWork.safeParse({ ...WORK, ...change }).error?.issues ?? []).map((issue) => issue.path.join('.'));

describe('the form of a set-up', () => {
  it('accepts a whole set-up and trims its name', () => {
    expect(SetupWork.parse({ ...WORK, name: '  Strap ' }).name).toBe('Strap');
  });

  it('names each field that is out of range', () => {
    expect(wrongPaths({ name: ' ' })).toEqual(['name']);
    expect(wrongPaths({ stitchLengthMm: 0.4 })).toEqual(['stitchLengthMm']);
    expect(wrongPaths({ layers: [] })).toEqual(['layers']);
    expect(wrongPaths({ layers: [{ materialId: 'veg-tan-side', thicknessMm: 31, plies: 1.5 }] })).toEqual([
      'layers.0.thicknessMm',
      'layers.0.plies',
    ]);
    expect(wrongPaths({ thread: { ...WORK.thread, tex: Number.NaN } })).toEqual(['thread.tex']);
    expect(wrongPaths({ machineId: '123e4567-e89b-42d3-a456-426614174000' })).toEqual(['machineId']);
  });

  it('accepts only sizes, systems and points of the catalogue, by their own designation', () => {
    const reads = (change: object) => NeedleChoice.safeParse({ ...WORK.needle, ...change }).success;
    expect(reads({})).toBeTrue();
    expect(reads({ nm: 115 })).toBeFalse();
    expect(reads({ systemId: 'DPx16' }))
      .withContext('an equivalent is read, not stored')
      .toBeFalse();
    expect(reads({ pointId: 'LR' })).toBeFalse();
    expect(reads({ finishId: 'gold' })).toBeFalse();
  });
});
