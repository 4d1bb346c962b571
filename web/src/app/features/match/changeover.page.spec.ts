import { newId, type Role, type Setup } from '@gantelet/contracts';
import { MACHINE, SESSION, SETUP } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { changeoverActions, changeoverFeature } from '../changeover/changeover.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import { ChangeoverPage } from './changeover.page';
import { matchActions, matchFeature } from './match.state';

/** Lighter work with another needle, the machine's present set-up. */
const LINING: Setup = {
  ...{ ...SETUP, id: newId(), name: 'Lining', needle: { ...SETUP.needle, nm: 110 } },
  thread: { label: 'V69', tex: 70, constructionId: 'bonded-nylon' },
};

describe('the changeover card', () => {
  async function open(presentSetupId: string | null = LINING.id, role: Role = 'mechanic', onBench = SETUP) {
    return mountPage(ChangeoverPage, {
      features: [matchFeature, catalogueFeature, shopFeature, changeoverFeature],
      inputs: { setupId: SETUP.id },
      before: [
        shopActions.sessionRead({ session: { ...SESSION, person: { ...SESSION.person!, role } } }),
        matchActions.listsRead({
          ...{ machines: [{ ...MACHINE, presentSetupId }], setups: [SETUP, LINING] },
          ...{ balanced: [], cases: [], timings: [], hands: [] },
        }),
        matchActions.setupRead({ setup: onBench }),
      ],
    });
  }
  const steps = (host: HTMLElement) =>
    [...host.querySelectorAll('ol li')].map((one) => one.textContent ?? '');

  it("has every step from the machine's present job, under the caution", async () => {
    const page = await open();
    expect(page.text()).toContain('from Lining to Strap');
    expect(page.text()).toContain('Power off and wait until the motor has stopped');
    expect(steps(page.host).length).toBeGreaterThan(3);
    expect(steps(page.host).some((one) => one.includes('NM 140'))).toBeTrue();
    expect(page.text()).toContain('The hook is on the left: the scarf faces left');
    expect(page.host.querySelector('h1')!.textContent).toMatch(/Compound 07: about \d+ min/);
  });

  it('has nothing to change if the machine is already in that state', async () => {
    const page = await open(SETUP.id);
    expect(page.text()).toContain('Nothing to change: the machine is already set up like this.');
    expect(page.button('Start changeover')).toBeNull();
  });

  it('starts what it shows, once however often it is tapped', async () => {
    const page = await open();
    await page.press('Start changeover');
    const [sent] = page.of(changeoverActions.begin);
    expect([sent?.machineId, sent?.begin.setupId]).toEqual([MACHINE.id, SETUP.id]);
    expect(page.button('Start changeover')!.disabled).toBeTrue();
  });

  it('is started by mechanics, for saved work', async () => {
    const page = await open(LINING.id, 'operator');
    expect(page.button('Start changeover')).toBeNull();
    expect(page.button('Print card')).not.toBeNull();
  });

  it('fetches the set-up of its address if another is on the bench', async () => {
    const page = await open(LINING.id, 'mechanic', LINING);
    expect(page.of(matchActions.setupChosen).map(({ setupId }) => setupId)).toEqual([SETUP.id]);
  });
});
