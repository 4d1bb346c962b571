import { USUAL_SAFEKEEPING, type Safekeeping } from '@gantelet/contracts';
import { mountPage } from '../../testing/mount-page';
import { safekeepingActions, safekeepingFeature } from './safekeeping.state';
import { SafekeepingPage } from './safekeeping.page';

const AT = '2026-03-04T09:00:00.000Z';
const KEPT: Safekeeping = {
  rule: { ...USUAL_SAFEKEEPING, version: 3 },
  backup: { madeAt: AT, sealed: true, due: false },
  drill: { last: { doneAt: AT, file: 'a.sql.gz.age', backupMadeAt: AT, wrong: '' }, due: false },
};

describe('the page of safekeeping', () => {
  it('says when the last backup was made and tried, and changes when somebody is told', async () => {
    const page = await mountPage(SafekeepingPage, {
      features: [safekeepingFeature],
      before: [safekeepingActions.read({ safekeeping: KEPT })],
    });
    expect(page.text()).toContain('The last one was made 4 Mar 2026, 09:00, sealed with a key.');
    expect(page.text()).toContain('with a.sql.gz.age: it can be restored.');
    await page.type('The newest backup is older than', '26');
    await page.press('Save');
    expect(page.of(safekeepingActions.reviseRule)[0]?.rule).toEqual({
      ...{ backupWithinHours: 26, drillWithinDays: 92, version: 3 },
    });
    page.store.dispatch(safekeepingActions.saved({ safekeeping: KEPT, said: 'Saved.' }));
    await page.settled();
    expect(page.text()).toContain('Saved.');
  });
});
