import { By } from '@angular/platform-browser';
import { mountPage } from '../../testing/mount-page';
import { ListImportComponent } from '../../shared/lists/list-import.component';
import { ImportStorePage } from './import.page';
import { storeActions, storeFeature } from './store.state';

describe('importing a list into the store', () => {
  async function show(rows: string) {
    const page = await mountPage(ImportStorePage, { features: [storeFeature], before: [] });
    const list = page.fixture.debugElement.query(By.directive(ListImportComponent));
    const text = `Item;Stock;Thread type;Colour;Location\n${rows}\n`;
    await (list.componentInstance as ListImportComponent).read([new File([text], 'store.csv')]);
    await page.settled();
    return page;
  }

  it('recognises the columns by their usual names, and says what is wrong beside its cell', async () => {
    const page = await show('135x17 140/22;40;;;Cabinet 2\nV138;4500;;black;');
    expect(page.text()).toContain('2 rows, 1 to correct.');
    expect(page.text()).toContain('one of bonded-nylon');
    expect(page.button('Import into the store')?.disabled).toBeTrue();
  });

  it('imports all rows at once, and says how many', async () => {
    const page = await show('135x17 140/22;40;;;Cabinet 2\nV138;4500;bonded nylon;black;Shelf 1');
    await page.press('Import into the store');
    expect(
      page.of(storeActions.import)[0]?.rows.map(({ label, onHand, place }) => [label, onHand, place]),
    ).toEqual([
      ['135x17 140/22', '40', 'Cabinet 2'],
      ['V138', '4500', 'Shelf 1'],
    ]);
  });
});
