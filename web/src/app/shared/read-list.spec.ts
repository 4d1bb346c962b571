import { createEntityAdapter } from '@ngrx/entity';
import { readList } from './read-list';

interface Thing {
  readonly id: string;
  readonly name: string;
}

describe('a list that is null until it has been read', () => {
  const adapter = createEntityAdapter<Thing>({ sortComparer: (a, b) => a.name.localeCompare(b.name) });
  const list = readList(adapter);
  const [needle, awl] = [
    { id: '1', name: 'needle' },
    { id: '2', name: 'awl' },
  ];

  it('distinguishes unread from empty', () => {
    expect(list.all(null)).toBeNull();
    expect(list.all(list.of([]))).toEqual([]);
  });

  it('accepts additions before it was read, and all items when it is', () => {
    const begun = adapter.setOne(needle, list.orEmpty(null));
    expect(list.all(begun)).toEqual([needle]);
    expect(list.all(adapter.setOne(awl, list.orEmpty(begun)))).toEqual([awl, needle]);
    expect(list.all(list.of([needle, awl]))).toEqual([awl, needle]);
  });
});
