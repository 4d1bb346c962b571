import type { Machine, Role } from '@gantelet/contracts';
import { MACHINE, SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { shownUnits } from '../../shared/preferences';
import { shopActions, shopFeature } from '../shop/shop.state';
import { machineActions, machineFeature } from './machine.state';
import { MachinesPage } from './machines.page';

const asked = (role: Role) => ({ ...SESSION, person: { ...SESSION.person!, role } });

describe('the machines of the shop', () => {
  afterEach(() => shownUnits.set('metric'));

  async function open(machines: readonly Machine[], role: Role = 'mechanic') {
    return mountPage(MachinesPage, {
      features: [machineFeature, shopFeature],
      before: [
        shopActions.sessionRead({ session: asked(role) }),
        machineActions.listsRead({ machines, zones: [MACHINE.zone] }),
      ],
    });
  }

  it('are listed with what fits them, and show what nobody has entered', async () => {
    const bare: Machine = { ...MACHINE, id: 'bare', name: 'Patcher 22', systemIds: [], speedInUseSpm: null };
    const page = await open([MACHINE, { ...bare, threadTex: { least: null, most: null } }]);
    expect(page.host.querySelector('h1')!.textContent).toBe('2 machines');
    const [, first, second] = [...page.host.querySelectorAll('tr')].map((row) => row.textContent!);
    for (const said of ['135x17, 135x16', '2.8, 2.2', 'Tex 270', '900 per min', 'Hall'])
      expect(first).toContain(said);
    for (const said of ['none entered', 'not set', 'not measured']) expect(second).toContain(said);
  });

  it('have plates in thousandths of an inch if inches come first', async () => {
    const page = await open([MACHINE]);
    expect(page.host.querySelector('h1')!.textContent).toBe('1 machine');
    shownUnits.set('inch');
    await page.settled();
    expect(page.text()).toContain('Plates, in');
    expect(page.text()).toContain('0.110, 0.087');
  });

  it('say how to start if there are none, to those who may', async () => {
    const page = await open([]);
    expect(page.text()).toContain('No machine yet. Register one by one, or import the list');
    expect(page.button('Import a list')).not.toBeNull();
  });

  it('are only read by operators', async () => {
    const page = await open([MACHINE], 'operator');
    expect(page.button('Register a machine')).toBeNull();
  });

  it('come back from retirement, and the same tap twice is one write', async () => {
    const page = await open([]);
    const gone = { ...MACHINE, retiredAt: '2026-03-01T09:00:00.000Z' };
    page.store.dispatch(machineActions.retiredRead({ retired: [gone] }));
    await page.settled();
    expect(page.text()).toContain('since 1 Mar 2026');
    await page.press('Bring back Compound 07');
    page.store.dispatch(
      machineActions.refused({ problem: { code: 'server.busy', title: 'busy', status: 503 } as never }),
    );
    await page.settled();
    await page.press('Bring back Compound 07');
    const [first, second] = page.of(machineActions.retire);
    expect([first?.retired, first?.machine.id]).toEqual([false, MACHINE.id]);
    expect(second?.key).toBe(first!.key);
  });
});
