import { By } from '@angular/platform-browser';
import { ListImportComponent } from '../../shared/lists/list-import.component';
import { MACHINE, SETUP } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { matchActions, matchFeature } from '../match/match.state';
import { shopFeature } from '../shop/shop.state';
import { ImportPastNeedlesPage } from './import.page';
import { lifeActions, lifeFeature } from './life.state';

describe('importing past needles', () => {
  async function show(row: string) {
    const page = await mountPage(ImportPastNeedlesPage, {
      features: [lifeFeature, matchFeature, catalogueFeature, shopFeature],
      before: [
        matchActions.listsRead({
          machines: [MACHINE],
          setups: [SETUP],
          balanced: [],
          cases: [],
          timings: [],
          hands: [],
        }),
      ],
    });
    const list = page.fixture.debugElement.query(By.directive(ListImportComponent));
    const text = `Shop number,Needle,From,To,Cause,Kind\n${row}\n`;
    await (list.componentInstance as ListImportComponent).read([new File([text], 'past.csv')]);
    await page.settled();
    return page;
  }

  it('understands the words of a logbook, and shows the result', async () => {
    const page = await show('7,135x16 NM 110 LR,2025-03-04 07:30,2025-03-05 14:10,blunt,leather');
    expect(page.text()).toContain('1 row, all in order.');
    await page.press('Import them');
    expect(page.of(lifeActions.import)[0]?.rows).toEqual([
      {
        machine: '7',
        needle: '135x16 NM 110 LR',
        in: '2025-03-04 07:30',
        out: '2025-03-05 14:10',
        why: 'blunt',
        material: 'leather',
      },
    ]);
    page.store.dispatch(lifeActions.imported({ result: { added: 1, there: 2 } }));
    await page.settled();
    expect(page.text()).toContain('1 needle imported, 2 there already.');
  });

  it('says beside each cell what is wrong with it', async () => {
    const page = await show('99,size 18,yesterday,2025-13-05,gremlins,');
    for (const said of [
      'the number or name of a machine that is registered',
      'system, size and point',
      'a time such as 2026-03-04 07:30',
      'planned, worn, broken',
      'where no job is named',
    ])
      expect(page.text()).toContain(said);
    expect(page.button('Import them')?.disabled).toBeTrue();
  });
});
