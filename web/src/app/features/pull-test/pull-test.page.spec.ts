import { newId, type LoggedPullTest, type Setup } from '@gantelet/contracts';
import { SESSION, SETUP } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { matchActions, matchFeature } from '../match/match.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import { PullTestPage } from './pull-test.page';
import { estimatedNPerCm, pullTestActions, pullTestFeature } from './pull-test.state';

const pulled = (change: Partial<LoggedPullTest>): LoggedPullTest => ({
  ...{ id: newId(), setupId: SETUP.id, broke: 'needle-thread', forceN: 800, widthMm: 25, note: '' },
  ...{ testedAt: '2026-03-04T09:00:00.000Z', testedBy: SESSION.person!.name },
  ...change,
});

const listsOf = (setups: readonly Setup[]) => ({
  machines: [],
  setups,
  balanced: [],
  cases: [],
  timings: [],
  hands: [],
});

describe('pull tests of a set-up', () => {
  async function open(tests: readonly LoggedPullTest[]) {
    return mountPage(PullTestPage, {
      features: [matchFeature, shopFeature, catalogueFeature, pullTestFeature],
      inputs: { setupId: SETUP.id },
      before: [
        shopActions.sessionRead({ session: SESSION }),
        matchActions.listsRead(listsOf([SETUP])),
        pullTestActions.testsRead({ tests }),
      ],
    });
  }

  it('show what gives way first, what helps, and what the thread bore', async () => {
    const page = await open([
      pulled({}),
      pulled({ forceN: 900 }),
      pulled({ broke: 'material', forceN: 1000, note: 'old hide' }),
      pulled({ setupId: newId(), broke: 'slipped' }),
    ]);
    expect(page.host.querySelector('h1')!.textContent).toContain('needle thread broke');
    expect(page.text()).toContain('a thicker or stronger one, less top tension, or shorter stitches');
    expect(page.text()).toContain('Its thread broke at 340 N per cm');
    expect(page.text()).toMatch(/Its thread held at least\s*400 N per cm/);
    expect(page.text()).toContain('material tore, 1000 N over 25 mm: 400 N per cm');
  });

  it('are logged with or without a force, once what gave way is stated', async () => {
    const page = await open([]);
    expect(page.button('Log this test')!.disabled).toBeTrue();
    await page.press('material tore');
    await page.press('Log this test');
    page.store.dispatch(pullTestActions.logged({ test: pulled({ broke: 'material' }) }));
    await page.settled();
    await page.press('needle thread broke');
    await page.type('Force, N (if measured)', '812,5');
    await page.type('Length of seam, mm', '');
    expect(page.text()).toContain('the length of seam that was pulled, where the force is said');
    await page.type('Length of seam, mm', '50');
    await page.press('Log this test');
    const said = page.of(pullTestActions.log).map(({ test }) => [test.broke, test.forceN, test.widthMm]);
    expect(said).toEqual([
      ['material', null, null],
      ['needle-thread', 812.5, 50],
    ]);
  });

  it('adjust the estimates to the shop once three seams were pulled until the thread broke', async () => {
    const setups = Array.from({ length: 3 }, () => ({ ...SETUP, id: newId() }));
    const page = await open([]);
    page.store.dispatch(matchActions.listsRead(listsOf(setups)));
    const estimate = estimatedNPerCm(SETUP, page.store.selectSignal(catalogueFeature.selectValues)());
    const twice = setups.map(({ id }) => pulled({ setupId: id, forceN: 2 * 2.5 * estimate, widthMm: 25 }));
    const ratio = page.store.selectSignal(pullTestFeature.selectRatio);
    page.store.dispatch(pullTestActions.testsRead({ tests: twice.slice(0, 2) }));
    expect(ratio()).toBeNull();
    page.store.dispatch(pullTestActions.testsRead({ tests: twice }));
    expect(ratio()).toBeCloseTo(2, 9);
  });
});
