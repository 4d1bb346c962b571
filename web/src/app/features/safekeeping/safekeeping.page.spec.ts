import { newId, USUAL_SAFEKEEPING, type Safekeeping } from '@gantelet/contracts';
import { mountPage } from '../../testing/mount-page';
import { safekeepingActions, safekeepingFeature } from './safekeeping.state';
import { SafekeepingPage } from './safekeeping.page';

const AT = '2026-03-04T09:00:00.000Z';
const KEPT: Safekeeping = {
  rule: { ...USUAL_SAFEKEEPING, version: 3 },
  backup: { madeAt: AT, sealed: true, due: false },
  drill: { last: { doneAt: AT, file: 'a.sql.gz.age', backupMadeAt: AT, wrong: '' }, due: false },
  locked: [{ personId: newId(), name: 'Jory', way: 'pin', until: '2026-03-04T09:30:00.000Z' }],
  undelivered: [
    { address: 'https://a.example/…', subject: 'Post 8 is stopped', givenUpAt: AT, problem: 'answered 500' },
  ],
  disk: { freeBytes: 1.5e9, totalBytes: 200e9, low: true },
  book: { place: 1200, seal: 'f'.repeat(64) },
};

describe('the page of safekeeping', () => {
  it('says when the last backup was made and tried, and changes when somebody is told', async () => {
    const page = await mountPage(SafekeepingPage, {
      features: [safekeepingFeature],
      before: [safekeepingActions.read({ safekeeping: KEPT })],
    });
    expect(page.text()).toContain('The last one was made 4 Mar 2026, 09:00, sealed with a key.');
    expect(page.text()).toContain('with a.sql.gz.age: it can be restored.');
    expect(page.text()).toContain('Jory: PIN locked until 4 Mar 2026, 09:30.');
    expect(page.text()).toContain('not delivered to https://a.example/… within a day (answered 500)');
    expect(page.text()).toContain('1.5 GB of 200 GB are free. Make room');
    expect(page.text()).toContain('Entry 1,200, sealed ffff');
    await page.press('Let Jory try again');
    expect(page.of(safekeepingActions.liftLock)[0]?.name).toBe('Jory');
    page.store.dispatch(safekeepingActions.saved({ safekeeping: KEPT, said: '' }));
    await page.settled();
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
