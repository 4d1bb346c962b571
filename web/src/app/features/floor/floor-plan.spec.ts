import { layOut, moveTo, rowsOf } from './floor-plan';

describe('the plan of a zone', () => {
  const machines = [
    { id: 'a', place: null },
    { id: 'b', place: { column: 0, row: 0 } },
    { id: 'c', place: null },
  ];
  const at = (column: number, row: number) => ({ column, row });

  it('keeps placed machines and fills the free places with the others', () => {
    expect([...layOut(machines)]).toEqual([
      ['b', at(0, 0)],
      ['a', at(1, 0)],
      ['c', at(2, 0)],
    ]);
  });

  it('swaps places with a machine that is there, and never leaves the plan', () => {
    const layout = layOut(machines);
    const swapped = moveTo(layout, 'c', at(0, 0), 3);
    expect([swapped.get('c'), swapped.get('b')]).toEqual([at(0, 0), at(2, 0)]);
    expect(moveTo(layout, 'a', at(-4, 9), 3).get('a')).toEqual(at(0, 2));
    expect(moveTo(layout, 'a', at(1, 0), 3)).toBe(layout);
    expect(moveTo(layout, 'nobody', at(1, 1), 3)).toBe(layout);
  });

  it('leaves a row to grow into', () => {
    expect([rowsOf(layOut([])), rowsOf(layOut(machines))]).toEqual([2, 2]);
  });
});
