import { By } from '@angular/platform-browser';
import { mountPage } from '../../testing/mount-page';
import { MACHINE } from '../../testing/examples';
import { ImportMachinesPage } from './import.page';
import { ListImportComponent } from '../../shared/lists/list-import.component';
import { machineActions, machineFeature } from './machine.state';

describe('importing a list of machines', () => {
  const zones = [MACHINE.zone];
  const text = (feed: string) => `number,name,zone,feed,plates\n8,Post 08,${MACHINE.zone.name},${feed},2.2\n`;
  async function show(feed: string) {
    const page = await mountPage(ImportMachinesPage, {
      features: [machineFeature],
      before: [machineActions.listsRead({ machines: [MACHINE], zones })],
    });
    const list = page.fixture.debugElement.query(By.directive(ListImportComponent));
    await (list.componentInstance as ListImportComponent).read([new File([text(feed)], 'machines.csv')]);
    await page.settled();
    return page;
  }

  it('shows what is wrong beside its cell, and imports nothing then', async () => {
    const page = await show('belt');
    expect(page.text()).toContain('1 row, 1 to correct.');
    expect(page.text()).toContain('one of drop, walking-foot, needle, compound');
    expect(page.button('Register them')?.disabled).toBeTrue();
  });

  it('imports all rows at once if they are in order', async () => {
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
