import { emptyList, guessColumns, readList, rowsOf } from '../../shared/lists/text-list';
import { machineColumns } from './machine-list';

const COLUMNS = machineColumns('Hall');

describe('a list as text', () => {
  it('is read with either separator, and recognises columns by many names', () => {
    const list = readList(
      '\uFEFFMachine No;Machine;Hall;Feed type;Plate hole\n7;Post 07;Annex;drop;1,8\n\n8;Post 08;Annex;drop;2\n',
    )!;
    const places = guessColumns(list.headings, COLUMNS);
    expect([places.number, places.name, places.zone, places.feed, places.plates, places.speed]).toEqual([
      0, 1, 2, 3, 4, -1,
    ]);
    expect(rowsOf(list, places)[0]).toEqual({
      number: '7',
      name: 'Post 07',
      zone: 'Annex',
      feed: 'drop',
      plates: '1,8',
    });
    expect(list.rows.length).toBe(2);
    expect(readList('only headings\n')).toBeNull();
  });

  it('can be saved empty, filled in and read back', () => {
    const list = readList(emptyList(COLUMNS))!;
    expect(Object.values(guessColumns(list.headings, COLUMNS)).every((place) => place >= 0)).toBeTrue();
  });
});
