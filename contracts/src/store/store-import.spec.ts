import { readStoreRow, type CountedThing, type StoreRow } from './store-import.js';

const read = (row: StoreRow) => readStoreRow(row) as CountedThing;
const problems = (row: StoreRow) => {
  const answer = readStoreRow(row);
  return 'problems' in answer ? answer.problems.map(({ column }) => column) : [];
};

describe('a row of a stock list', () => {
  it('is a needle by what is on its pack', () => {
    const { entry, onHand } = read({ label: '135x17 140/22', onHand: '37', place: 'Cabinet 2', pack: '100' });
    expect(entry.thing).toEqual({
      kind: 'needle',
      needle: { systemId: '135x17', nm: 140, pointId: 'round', finishId: 'chromed' },
    });
    expect([onHand, entry.place, entry.packSize, entry.leadDays, entry.packPrice]).toEqual([
      37,
      'Cabinet 2',
      100,
      7,
      null,
    ]);
    const cutting = read({ label: '135x16 NM 160', point: 'LR', finish: 'Hard coated' });
    expect(cutting.entry.thing).toEqual({
      kind: 'needle',
      needle: { systemId: '135x16', nm: 160, pointId: 'right-twist', finishId: 'hard-coated' },
    });
    expect(cutting.onHand).toBeNull();
  });

  it('is a thread by what is on its spool, its type beside it or in the label', () => {
    expect(
      read({ label: 'V138', type: 'Bonded nylon', colour: 'black', onHand: '4500,5', price: '31,20' }),
    ).toEqual({
      entry: jasmine.objectContaining({
        thing: { kind: 'thread', tex: 135, constructionId: 'bonded-nylon', colour: 'black' },
        packPrice: 31.2,
      }) as never,
      onHand: 4500.5,
    });
    expect(read({ label: 'bonded nylon V92', colour: 'red' }).entry.thing).toEqual(
      jasmine.objectContaining({ tex: 90, constructionId: 'bonded-nylon' }),
    );
  });

  it('is a part only if it says so', () => {
    expect(read({ label: 'Bobbins, large hook', kind: 'Part', onHand: '60' }).entry.thing).toEqual({
      kind: 'part',
      name: 'Bobbins, large hook',
    });
    expect(problems({ label: 'Bobbins, large hook' })).toEqual(['label']);
    // A typing mistake is not taken for a part.
    expect(problems({ label: '135x71 NM 140' })).toEqual(['label']);
  });

  it('says which cell is wrong', () => {
    expect(problems({})).toEqual(['label']);
    expect(problems({ label: '135x17' })).toEqual(['label']);
    expect(problems({ label: '30', type: 'bonded nylon', colour: 'black' })).toEqual(['label']);
    expect(problems({ label: '135x16 NM 160' })).toEqual(['point']);
    expect(problems({ label: 'V138' })).toEqual(['type', 'colour']);
    expect(problems({ label: '135x17 NM 90', onHand: 'many', days: '-1', pack: 'x' })).toEqual([
      'pack',
      'days',
      'onHand',
    ]);
  });
});
