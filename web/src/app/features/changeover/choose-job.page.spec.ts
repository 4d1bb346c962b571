import { newId, type Machine, type QueuedJob, type Role, type Setup } from '@gantelet/contracts';
import { floorMachine, floorZone, MACHINE, SESSION, SETUP } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { floorActions, floorFeature } from '../floor/floor.state';
import { jobQueueActions, jobQueueFeature } from '../job-queue/job-queue.state';
import { matchActions, matchFeature } from '../match/match.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import { changeoverActions, changeoverFeature } from './changeover.state';
import { ChooseJobPage } from './choose-job.page';

const LINING: Setup = { ...SETUP, id: newId(), name: 'Lining', needle: { ...SETUP.needle, nm: 110 } };
const ELSEWHERE: Setup = { ...SETUP, id: newId(), name: 'Elsewhere', machineId: newId() };

const queued = (setup: Setup, pieces: number | null): QueuedJob => ({
  ...{ id: newId(), setupId: setup.id, setupName: setup.name, pieces, sewMinutes: 60, dueAt: null, note: '' },
  ...{ machineId: MACHINE.id, pinned: false, addedAt: '2026-03-04T08:00:00.000Z', addedBy: 'Tam', dueIn: [] },
});

describe('the next job of a machine', () => {
  async function open(
    machine: Machine,
    {
      role = 'mechanic' as Role,
      queue = [] as readonly QueuedJob[],
      floor = { id: machine.id } as Parameters<typeof floorMachine>[2],
    } = {},
  ) {
    return mountPage(ChooseJobPage, {
      features: [
        matchFeature,
        shopFeature,
        catalogueFeature,
        floorFeature,
        jobQueueFeature,
        changeoverFeature,
      ],
      inputs: { machineId: machine.id },
      before: [
        shopActions.sessionRead({ session: { ...SESSION, person: { ...SESSION.person!, role } } }),
        matchActions.listsRead({
          ...{ machines: [machine], setups: [SETUP, LINING, ELSEWHERE] },
          ...{ balanced: [], cases: [], timings: [], hands: [] },
        }),
        floorActions.floorRead({
          floor: {
            ...{ version: 'a', readAt: '2026-03-04T10:00:00.000Z', lifeHours: 8, recent: [], partUsed: [] },
            sharps: { needles: 0, since: null },
            zones: [floorZone([floorMachine(machine.name, 2, floor)])],
          },
        }),
        jobQueueActions.queueRead({ queue: { readAt: '2026-03-04T10:00:00.000Z', jobs: [...queue] } }),
      ],
    });
  }
  const names = (host: HTMLElement) => [...host.querySelectorAll('li strong')].map((one) => one.textContent);

  it('is one of those saved for it, queued ones first', async () => {
    const page = await open(MACHINE, { queue: [queued(LINING, 120), queued(SETUP, null)] });
    expect(names(page.host)).toEqual(['Lining', 'Strap']);
    expect(page.text()).toContain('next in the queue, 120 pieces');
    expect(page.text()).toContain('2 in the queue');
    expect(page.text()).not.toContain('Elsewhere');
  });

  it('is not started if the machine is already set up for it', async () => {
    const page = await open({ ...MACHINE, presentSetupId: SETUP.id });
    const jobs = [...page.host.querySelectorAll('li')].map((one) => one.textContent ?? '');
    expect(jobs.find((one) => one.includes('Strap'))).toContain('set up now');
    expect(page.button('Change over to Strap')!.disabled).toBeTrue();
    expect(page.button('Change over to Lining')!.disabled).toBeFalse();
  });

  it('starts a changeover once, however often it is tapped', async () => {
    const page = await open(MACHINE);
    await page.press('Change over to Lining');
    const [sent] = page.of(changeoverActions.begin);
    expect([sent?.machineId, sent?.begin.setupId]).toEqual([MACHINE.id, LINING.id]);
    expect(page.button('Change over to Strap')!.disabled).toBeTrue();
  });

  it('waits for an open changeover, and links to it', async () => {
    const changeover = { id: newId(), setupName: 'Lining', by: 'Ines', step: null, done: 1, of: 3 };
    const page = await open(MACHINE, { floor: { id: MACHINE.id, changeover } });
    expect(page.text()).toContain('It is being changed over to Lining by Ines.');
    expect(page.button('Change over to Strap')!.disabled).toBeTrue();
    expect(page.button('Go on with it')!.getAttribute('href')).toBe(`/changeovers/${changeover.id}`);
  });

  it('is chosen by mechanics: operators read', async () => {
    const page = await open(MACHINE, { role: 'operator' });
    expect(names(page.host).length).toBe(2);
    expect(page.button('Change over to Strap')).toBeNull();
  });
});
