import { newId, type MachineEvent, type MachineService, type Role } from '@gantelet/contracts';
import { MACHINE, SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { shopActions, shopFeature } from '../shop/shop.state';
import { machineActions, machineFeature } from './machine.state';
import { HistoryPage } from './history.page';

describe('the history of a machine', () => {
  const by = 'Test mechanic';
  const service = (kind: MachineService['kind'], since: number, due: boolean): MachineService => ({
    ...{ kind, name: null, clock: 'hours', how: '', since, interval: 8 },
    due,
    doneAt: null,
    doneBy: null,
  });
  const pieces = (withdrawnBy: string | null): MachineEvent => ({
    kind: 'pieces',
    id: newId(),
    at: '2026-03-04T10:00:00.000Z',
    by,
    pieces: 120,
    stitchesPerPiece: 450,
    from: '2026-03-04T06:00:00.000Z',
    withdrawnBy,
  });
  const out: MachineEvent = {
    kind: 'needle-out',
    id: newId(),
    at: '2026-03-03T09:00:00.000Z',
    by,
    cause: 'wear',
    fragments: 'whole',
    runningHours: 6.25,
  };

  async function open(role: Role = 'mechanic', events: readonly MachineEvent[] = [pieces(null), out]) {
    const machineId = MACHINE.id;
    const page = await mountPage(HistoryPage, {
      features: [shopFeature, machineFeature],
      before: [
        shopActions.sessionRead({ session: { ...SESSION, person: { ...SESSION.person!, role } } }),
        machineActions.listsRead({ machines: [MACHINE], zones: [] }),
      ],
      inputs: { machineId },
    });
    const { store } = page;
    store.dispatch(
      machineActions.historyRead({ history: { events: [...events], before: null }, onward: false }),
    );
    store.dispatch(
      machineActions.servicesRead({ services: [service('oil', 9.5, true), service('lint', 2, false)] }),
    );
    await page.settled();
    return page;
  }

  it('says how many services are due, and the state of each', async () => {
    const { text, host } = await open();
    expect(text()).toContain('Compound 07: one service is due');
    expect(text()).toContain('9.5 running hours since its first needle here, due every 8; never logged');
    const bars = [...host.querySelectorAll('.service > svg rect:not(.frame)')].map((bar) =>
      bar.getAttribute('width'),
    );
    expect(bars).toEqual(['100', '25']);
  });

  it('is listed day by day, latest first', async () => {
    const { host } = await open();
    const days = [...host.querySelectorAll('h3')].map(({ textContent }) => textContent.replace(',', ''));
    expect(days).toEqual(['Wednesday 4 March 2026', 'Tuesday 3 March 2026']);
    expect(host.querySelector('ol:last-of-type')?.textContent).toContain('6.3 running hours');
  });

  it('logs a service with its note, which stays until the service is logged', async () => {
    const { type, press, of, store, field, settled } = await open();
    await type('Note for the next entry', ' half a turn ');
    await press('Done now');
    const [first] = of(machineActions.logService);
    expect(first!.service).toEqual(jasmine.objectContaining({ kind: 'oil', note: 'half a turn' }));
    const problem = { type: 'about:blank', title: 'Busy', status: 503, code: 'server.busy' as const };
    store.dispatch(machineActions.refused({ problem }));
    await settled();
    expect(field('Note for the next entry').value).toBe(' half a turn ');
    await press('Done now');
    expect(of(machineActions.logService)[1]!.key).toBe(first!.key);
    store.dispatch(machineActions.serviceLogged({ machineId: MACHINE.id, services: [], done: 'Logged.' }));
    await settled();
    expect(field('Note for the next entry').value).toBe('');
  });

  it('lets a mechanic remove valid pieces', async () => {
    const { press, of } = await open();
    await press('Remove, 120 pieces sewn');
    expect(of(machineActions.withdrawPieces)[0]).toEqual(jasmine.objectContaining({ machineId: MACHINE.id }));
  });

  it('offers that neither for removed pieces nor to operators', async () => {
    const { button, text } = await open('mechanic', [pieces('Test lead')]);
    expect(button('Remove')).toBeNull();
    expect(text()).toContain('removed by Test lead');
  });

  it('removes a hook check as such, not as pieces', async () => {
    const hook: MachineEvent = {
      ...{ kind: 'hook', id: newId(), at: '2026-03-04T09:00:00.000Z', by: 'Tam', set: false, note: '' },
      reading: { riseMm: 2, aboveEyeMm: null, clearanceMm: null, loop: null, push: null },
      withdrawnBy: null,
    };
    const { press, of } = await open('mechanic', [hook]);
    await press('Remove');
    expect(of(machineActions.withdrawEntry)[0]?.entry).toEqual({ log: 'hook-check', entryId: hook.id });
    expect(of(machineActions.withdrawPieces)).toEqual([]);
  });

  it('offers operators to log services only', async () => {
    const { button } = await open('operator');
    expect([button('Remove'), button('Done now') === null]).toEqual([null, false]);
  });
});
