import type { FloorMachine, FloorView, Role } from '@gantelet/contracts';
import { floorMachine, floorZone, SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { serviceFeature } from '../service/service.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import { FloorPage } from './floor.page';
import { floorActions, floorFeature } from './floor.state';

const MACHINES = [
  floorMachine('Compound 07', 2),
  floorMachine('Post-bed 14', 9),
  floorMachine('Patcher 22', 6),
];

const viewOf = (machines: readonly FloorMachine[]): FloorView => ({
  ...{ version: 'a', readAt: '2026-03-04T10:00:00.000Z', lifeHours: 8, partUsed: [] },
  sharps: { needles: 31, since: '2026-03-02T08:00:00.000Z' },
  recent: [
    {
      ...{ removalId: 'r', machineName: 'Compound 07', at: '2026-03-04T09:12:00.000Z', cause: 'wear' },
      ...{ fragments: 'whole', runningHours: 7.25, personName: 'Tam' },
    },
  ],
  zones: [floorZone(machines)],
});

describe('the floor', () => {
  async function open(
    machines: readonly FloorMachine[] = MACHINES,
    { role = 'mechanic' as Role, machineId = undefined as string | undefined } = {},
  ) {
    return mountPage(FloorPage, {
      features: [floorFeature, serviceFeature, shopFeature],
      inputs: machineId === undefined ? {} : { machineId },
      before: [
        shopActions.sessionRead({ session: { ...SESSION, person: { ...SESSION.person!, role } } }),
        floorActions.floorRead({ floor: viewOf(machines) }),
      ],
    });
  }
  const cards = (host: HTMLElement) =>
    [...host.querySelectorAll('gan-machine-row strong')].map((one) => one.textContent);
  const isOpen = (host: HTMLElement) => host.querySelector<HTMLDialogElement>('dialog')!.open;

  it('shows what is due first, then every machine in its zone', async () => {
    const page = await open();
    expect(page.host.querySelector('h1')!.textContent).toBe('0 stopped, 1 due now');
    expect(cards(page.host)).toEqual(['Compound 07', 'Post-bed 14', 'Patcher 22']);
    expect(page.text()).toContain('3 machines, sewing 50 % of the shift');
    expect(page.text()).toContain('Compound 07 worn');
    expect(page.text()).toContain('7.3 h, Tam');
  });

  it('sorts by due on request, and remembers it', async () => {
    const page = await open();
    await page.press('By due');
    expect(cards(page.host)).toEqual(['Post-bed 14', 'Patcher 22', 'Compound 07']);
    expect(page.button('By due')!.getAttribute('aria-pressed')).toBe('true');
  });

  it('opens the machine of its address, logs a change there in two taps and closes', async () => {
    const [machine] = MACHINES;
    const page = await open(MACHINES, { machineId: machine!.id });
    expect(isOpen(page.host)).toBeTrue();
    await page.press('Planned change');
    const [sent] = page.of(floorActions.changeNeedle);
    expect([sent?.machine.id, sent?.cause, sent?.fragments]).toEqual([machine!.id, 'scheduled', 'whole']);
    expect(isOpen(page.host)).toBeFalse();
  });

  it('keeps the sheet of a machine that it stops open', async () => {
    const page = await open(MACHINES, { machineId: MACHINES[0]!.id });
    await page.press('Broken, piece missing');
    expect(page.of(floorActions.changeNeedle)[0]?.fragments).toBe('missing');
    expect(isOpen(page.host)).toBeTrue();
  });

  it('names the machine of a refused change, since its sheet is closed by then', async () => {
    const page = await open(MACHINES, { machineId: MACHINES[0]!.id });
    await page.press('Planned change');
    const { key } = page.of(floorActions.changeNeedle)[0]!;
    const problem = { code: 'needle.moved-on', title: 'Somebody was faster.', status: 409 } as never;
    page.store.dispatch(floorActions.refused({ key, problem }));
    await page.settled();
    expect(page.text()).toContain('Compound 07: Somebody was faster.');
  });

  it('says so if its address names no machine of this shop', async () => {
    const page = await open(MACHINES, { machineId: 'gone' });
    expect(page.host.querySelector('[role=alert]')!.textContent).toContain(
      'There is no machine at this address.',
    );
  });

  it('accepts the count of an emptied sharps box from mechanics', async () => {
    const page = await open();
    expect(page.text()).toContain('31 needles');
    expect(page.button('Box emptied')!.disabled).toBeTrue();
    await page.type('Counted', '30');
    await page.press('Box emptied');
    expect(page.of(floorActions.emptySharps).map(({ counted }) => counted)).toEqual([30]);
  });

  it('offers the count and the list of machines only to those who may', async () => {
    const page = await open([], { role: 'operator' });
    expect(page.text()).toContain('No machines here yet.');
    expect(page.button('Import a list of machines')).toBeNull();
    expect(page.button('Box emptied')).toBeNull();
  });

  it('draws a large floor in steps, until all of it is there', async () => {
    const many = Array.from({ length: 300 }, (_, i) => floorMachine(`Flatbed ${i}`, 2));
    const page = await open(many);
    await page.until(() => cards(page.host).length === 300);
    expect(cards(page.host).at(-1)).toBe('Flatbed 299');
  });
});
