import { By } from '@angular/platform-browser';
import { ListImportComponent } from '../../shared/lists/list-import.component';
import { MACHINE, SESSION, SETUP } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { runEffects } from '../../testing/run-effects';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import { ImportSetupsPage } from './import-setups.page';
import { matchActions, matchFeature } from './match.state';
import * as effects from './setup-list.effects';
import { setupListActions, setupListFeature } from './setup-list.state';

describe('importing a list of set-ups', () => {
  async function show(rows: string) {
    const lists = { machines: [MACHINE], setups: [SETUP], balanced: [], cases: [], timings: [], hands: [] };
    const page = await mountPage(ImportSetupsPage, {
      features: [shopFeature, catalogueFeature, matchFeature, setupListFeature],
      before: [shopActions.sessionRead({ session: SESSION }), matchActions.listsRead(lists)],
    });
    const list = page.fixture.debugElement.query(By.directive(ListImportComponent));
    const text = `Job,Machine,Stack,Thread,Thread type,Needle,Point,Stitch\n${rows}\n`;
    await (list.componentInstance as ListImportComponent).read([new File([text], 'jobs.csv')]);
    await page.settled();
    return page;
  }

  it('recognises jobs by their usual headings, and says what is wrong and what exists', async () => {
    const row = 'veg-tan-side 2,V138,bonded nylon,135x16 140/22,LR,4';
    const page = await show(`${SETUP.name},7,${row}\nNew,99,${row}`);
    expect(page.text()).toContain('2 rows, 1 to correct, 1 there already');
    expect(page.text()).toContain('shop number or name of a machine that is registered');
    expect(page.text()).toContain('there already');
  });

  it('is saved at once, and shows the result', () => {
    const { store, asked } = runEffects({
      features: [shopFeature, catalogueFeature, matchFeature, setupListFeature],
      effects,
      answers: { importSetupList: { added: 1, there: 2 } },
    });
    store.dispatch(setupListActions.import({ key: 'k', rows: [{ name: 'New' }] }));
    expect(asked).toEqual([{ route: 'importSetupList', key: 'k', body: { rows: [{ name: 'New' }] } }]);
    expect(store.selectSignal(setupListFeature.selectImported)()).toEqual({ added: 1, there: 2 });
  });
});
