import { newId } from '../shared/index.js';
import { complaints } from '../testing/complaints.js';
import { ChangeoverBegin, ChangeoverEnd, ChangeoverSteps, TickInput } from './index.js';

const AT = '2026-03-04T10:00:00Z';

describe('a word on a step of a changeover', () => {
  const needle = { systemId: '135x17', nm: 110, pointId: 'round', finishId: 'chromed' };
  const swap = { removesInstallId: null, cause: 'changeover', fragments: 'whole', needle };
  const tick = { step: 'needle', outcome: 'done', tickedAt: AT };

  it('tells of the needle that went in, with the step of the needle alone', () => {
    expect(complaints(TickInput, { ...tick, swap })).toEqual([]);
    expect(TickInput.parse(tick).swap).toBeNull();
    for (const other of [{ step: 'plate' }, { outcome: 'skipped' }])
      expect(complaints(TickInput, { ...tick, ...other, swap })).toEqual([
        "swap: only with the needle's step",
      ]);
  });

  it('is about a step that there is', () => {
    expect(complaints(TickInput, { ...tick, step: 'polish' })[0]).toMatch(/^step: one of wind, power-off, /);
  });
});

describe('a changeover', () => {
  it('winds one bobbin at least, where somebody knows how many', () => {
    const begin = { setupId: newId(), begunAt: AT };
    expect(ChangeoverBegin.parse(begin).bobbins).toBeNull();
    expect(complaints(ChangeoverBegin, { ...begin, bobbins: 0 })).toEqual(['bobbins: at least 1']);
  });

  it('is put aside for a reason, and finished or taken back without', () => {
    const end = (ending: string, reason?: string) =>
      complaints(ChangeoverEnd, { ending, reason, endedAt: AT });
    expect(end('finished')).toEqual([]);
    expect(end('taken-back')).toEqual([]);
    expect(end('put-aside', 'the plate is missing')).toEqual([]);
    expect(end('put-aside')).toEqual(['reason: why it is put aside']);
    expect(end('put-aside', '   ')).toEqual(['reason: why it is put aside']);
  });
});

describe('the steps of a changeover as they were stored', () => {
  const read = (...steps: readonly object[]) => ChangeoverSteps.parse({ version: 1, steps }).steps;

  it('are read from before plates were shared', () => {
    expect(read({ do: 'plate', minutes: 4, fromMm: 2.2, toMm: 2.8 })).toEqual([
      jasmine.objectContaining({ do: 'plate', shared: null, fromSharedId: null }),
    ]);
  });

  it('are read from before the foot and the dial were written down', () => {
    expect(
      read({ do: 'foot', minutes: 2, thickerMm: 3 }, { do: 'dial', minutes: 1, stitchMm: 4, mark: 4.5 }),
    ).toEqual([
      jasmine.objectContaining({ do: 'foot', screwMm: null, turns: null }),
      jasmine.objectContaining({ do: 'dial', control: null }),
    ]);
  });

  it('are refused where they are of no kind that is known', () => {
    expect(complaints(ChangeoverSteps, { version: 1, steps: [{ do: 'polish', minutes: 1 }] }).length).toBe(1);
  });
});
