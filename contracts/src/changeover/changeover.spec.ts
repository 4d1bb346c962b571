import { newId } from '../shared/index.js';
import { complaints } from '../testing/complaints.js';
import { ChangeoverBegin, ChangeoverEnd, ChangeoverSteps, TickInput } from './index.js';

const AT = '2026-03-04T10:00:00Z';

describe('a report on a changeover step', () => {
  const needle = { systemId: '135x17', nm: 110, pointId: 'round', finishId: 'chromed' };
  const swap = { removesInstallId: null, cause: 'changeover', fragments: 'whole', needle };
  const tick = { step: 'needle', outcome: 'done', tickedAt: AT };

  it('names the installed needle only with the needle step', () => {
    expect(complaints(TickInput, { ...tick, swap })).toEqual([]);
    expect(TickInput.parse(tick).swap).toBeNull();
    for (const other of [{ step: 'plate' }, { outcome: 'skipped' }])
      expect(complaints(TickInput, { ...tick, ...other, swap })).toEqual([
        "swap: only with the needle's step",
      ]);
  });

  it('is about an existing step', () => {
    expect(complaints(TickInput, { ...tick, step: 'polish' })[0]).toMatch(/^step: one of wind, power-off, /);
  });
});

describe('a changeover', () => {
  it('needs at least one bobbin, if the number is known', () => {
    const begin = { setupId: newId(), begunAt: AT };
    expect(ChangeoverBegin.parse(begin).bobbins).toBeNull();
    expect(complaints(ChangeoverBegin, { ...begin, bobbins: 0 })).toEqual(['bobbins: at least 1']);
  });

  it('needs a reason to be set aside, and none to be finished or cancelled', () => {
    const end = (ending: string, reason?: string) =>
      complaints(ChangeoverEnd, { ending, reason, endedAt: AT });
    expect(end('finished')).toEqual([]);
    expect(end('taken-back')).toEqual([]);
    expect(end('put-aside', 'the plate is missing')).toEqual([]);
    expect(end('put-aside')).toEqual(['reason: why it is set aside']);
    expect(end('put-aside', '   ')).toEqual(['reason: why it is set aside']);
  });
});

describe('stored changeover steps', () => {
  const read = (...steps: readonly object[]) => ChangeoverSteps.parse({ version: 1, steps }).steps;

  it('can be read from before plates were shared', () => {
    expect(read({ do: 'plate', minutes: 4, fromMm: 2.2, toMm: 2.8 })).toEqual([
      jasmine.objectContaining({ do: 'plate', shared: null, fromSharedId: null }),
    ]);
  });

  it('can be read from before foot and dial were recorded', () => {
    expect(
      read({ do: 'foot', minutes: 2, thickerMm: 3 }, { do: 'dial', minutes: 1, stitchMm: 4, mark: 4.5 }),
    ).toEqual([
      jasmine.objectContaining({ do: 'foot', screwMm: null, turns: null }),
      jasmine.objectContaining({ do: 'dial', control: null }),
    ]);
  });

  it('are refused if their kind is unknown', () => {
    expect(complaints(ChangeoverSteps, { version: 1, steps: [{ do: 'polish', minutes: 1 }] }).length).toBe(1);
  });
});
