import { mountPage } from '../../testing/mount-page';
import { MACHINE } from '../../testing/examples';
import { ImportMachinesPage } from './import.page';
import { emptyList, guessColumns, readList, rowsOf } from './machine-list';
import { machineActions, machineFeature } from './machine.state';

describe('a list of machines as text', () => {
  it('is read with either separator, and its columns by many names', () => {
    const list = readList(
      '\uFEFFMachine No;Machine;Hall;Feed type;Plate hole\n7;Post 07;Annex;drop;1,8\n\n8;Post 08;Annex;drop;2\n',
    )!;
    const places = guessColumns(list.headings);
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
    const list = readList(emptyList('Hall'))!;
    expect(Object.values(guessColumns(list.headings)).every((place) => place >= 0)).toBeTrue();
  });
});

describe('taking in a list of machines', () => {
  const zones = [MACHINE.zone];
  const text = (feed: string) => `number,name,zone,feed,plates\n8,Post 08,${MACHINE.zone.name},${feed},2.2\n`;
  async function show(feed: string) {
    const page = await mountPage(ImportMachinesPage, {
      features: [machineFeature],
      before: [machineActions.listsRead({ machines: [MACHINE], zones })],
    });
    const files = {
      0: new File([text(feed)], 'machines.csv'),
      length: 1,
      [Symbol.iterator]: Array.prototype[Symbol.iterator],
    };
    await (page.fixture.componentInstance as unknown as { read(files: unknown): Promise<void> }).read(files);
    await page.settled();
    return page;
  }

  it('shows what is wrong beside its cell, and takes nothing then', async () => {
    const page = await show('belt');
    expect(page.text()).toContain('1 row, 1 to correct.');
    expect(page.text()).toContain('one of drop, walking-foot, needle, compound');
    expect(page.button('Register them')?.disabled).toBeTrue();
  });

  it('takes all rows at once when they are in order', async () => {
    const page = await show('drop');
    expect(page.text()).toContain('1 row, all in order.');
    await page.press('Register them');
    expect(page.of(machineActions.import)[0]?.rows).toEqual([
      { number: '8', name: 'Post 08', zone: MACHINE.zone.name, feed: 'drop', plates: '2.2' },
    ]);
    page.store.dispatch(machineActions.imported({ result: { added: 1, there: [4] } }));
    await page.settled();
    expect(page.text()).toContain('1 machine registered, 1 was registered already.');
  });
});
