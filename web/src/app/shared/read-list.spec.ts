import { createEntityAdapter } from '@ngrx/entity';
import { readList } from './read-list';

interface Thing {
  readonly id: string;
  readonly name: string;
}

describe('a list that is null until it was read', () => {
  const adapter = createEntityAdapter<Thing>({ sortComparer: (a, b) => a.name.localeCompare(b.name) });
  const list = readList(adapter);
  const [needle, awl] = [
    { id: '1', name: 'needle' },
    { id: '2', name: 'awl' },
  ];

  it('tells nothing read from nothing there', () => {
    expect(list.all(null)).toBeNull();
    expect(list.all(list.of([]))).toEqual([]);
  });

  it('takes things before it was read, and all of them when it is', () => {
    const begun = adapter.setOne(needle, list.orEmpty(null));
    expect(list.all(begun)).toEqual([needle]);
    expect(list.all(adapter.setOne(awl, list.orEmpty(begun)))).toEqual([awl, needle]);
    expect(list.all(list.of([needle, awl]))).toEqual([awl, needle]);
  });
});
