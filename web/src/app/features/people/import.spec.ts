import { By } from '@angular/platform-browser';
import { newId, type PersonAccount } from '@gantelet/contracts';
import { ListImportComponent } from '../../shared/lists/list-import.component';
import { mountPage } from '../../testing/mount-page';
import { ImportPeoplePage } from './import.page';
import { peopleActions, peopleFeature } from './people.state';

const TAM: PersonAccount = {
  ...{ id: newId(), name: 'Tam Oduya', role: 'mechanic', signInName: 'tam', active: true },
  ...{ codeUntil: null, version: 0 },
};

describe('importing a list of people', () => {
  async function show(rows: string) {
    const page = await mountPage(ImportPeoplePage, {
      features: [peopleFeature],
      before: [peopleActions.read({ people: [TAM], zones: [] })],
    });
    const list = page.fixture.debugElement.query(By.directive(ListImportComponent));
    const text = `Full name,Role,Login\n${rows}\n`;
    await (list.componentInstance as ListImportComponent).read([new File([text], 'people.csv')]);
    await page.settled();
    return page;
  }

  it('says what is wrong beside its cell, and who already exists', async () => {
    const page = await show('Tam Oduya,mechanic,tam\nBram Voss,boss,');
    expect(page.text()).toContain('one of operator, mechanic, lead');
    expect(page.text()).toContain('there already');
    expect(page.button('Add them')?.disabled).toBeTrue();
  });

  it('shows the code of each new person once', async () => {
    const page = await show('Orla Quill,operator,');
    await page.press('Add them');
    expect(page.of(peopleActions.import)[0]?.rows).toEqual([
      { name: 'Orla Quill', role: 'operator', signInName: '' },
    ]);
    const person = { ...TAM, id: newId(), name: 'Orla Quill', signInName: 'orla.quill' };
    page.store.dispatch(
      peopleActions.imported({ result: { added: [{ person, code: 'K7RTM-2PQ9X' }], there: ['tam'] } }),
    );
    await page.settled();
    expect(page.text()).toContain('1 added, 1 already existed');
    expect(page.text()).toContain('K7RTM-2PQ9X');
  });
});
