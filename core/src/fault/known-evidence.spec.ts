import { SHIPPED_VALUES } from '../reference/index.js';
import { evidenceOf, evidenceOfLogs, evidenceOfWork, EVIDENCE, type LoggedFacts } from './index.js';

const NOTHING: LoggedFacts = {
  ...{ serviceDue: null, changedOver: null, newThread: null },
  ...{ newLot: null, knobTurned: null, othersToo: null },
};

describe('what is known about a machine without asking', () => {
  it('says nothing where the logs cannot, and yes or no where they can', () => {
    expect(evidenceOfLogs(NOTHING)).toEqual({});
    expect(evidenceOfLogs({ ...NOTHING, changedOver: true, newLot: false, othersToo: true })).toEqual({
      changeover: 1,
      newNeedles: 0,
      others: 1,
    });
    const all = { serviceDue: true, changedOver: true, newThread: true, newLot: true, knobTurned: true };
    for (const id of Object.keys(evidenceOfLogs({ ...all, othersToo: true })))
      expect(EVIDENCE.map((one) => one.id)).toContain(id);
  });

  it('gives hours by their bands, each limit belonging to the longer one', () => {
    const hours = (needleHours: number) =>
      evidenceOf({ feed: 'drop', needleHours, needleMinutes: 600, struck: false })['hours'];
    expect([0, 1.9, 2, 8, 15.9, 16].map(hours)).toEqual([0, 0, 1, 2, 2, 3]);
  });

  // Check values of the fit: V138 in NM 140 is a good match, in NM 110 it is too thick (computed beside `eyeFit`).
  it('says how the thread fits the present needle, and whether the hole is large for the work', () => {
    const machine = { systemIds: ['135x16'], shank: 'standard' as never, plateHoleMm: 2.8, feed: 'drop' };
    const thread = { constructionId: 'bonded-nylon', tex: 135 };
    const leather = [{ materialId: 'veg-tan-side', thicknessMm: 4, plies: 1 }];
    const thin = [{ materialId: 'duck-10', thicknessMm: 0.6, plies: 1 }];
    const of = (nm: number, layers: typeof leather, plateHoleMm = 2.8) =>
      evidenceOfWork({ machine: { ...machine, plateHoleMm }, nm, thread, layers }, SHIPPED_VALUES);
    expect(of(140, leather)).toEqual({ fit: 1, gapHole: 0 });
    expect(of(100, leather)['fit']).toBe(3);
    expect(of(140, thin, 3.5)['gapHole']).toBe(1);
  });
});
