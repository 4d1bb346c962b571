import { TestBed } from '@angular/core/testing';
import { newId, type JobQueue, type Problem, type QueuedJob, type ThreadNeed } from '@gantelet/contracts';
import { MACHINE, SESSION, SETUP } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { runEffects } from '../../testing/run-effects';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { matchActions, matchFeature } from '../match/match.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import * as effects from './job-queue.effects';
import { JobQueuePage } from './job-queue.page';
import { jobQueueActions, jobQueueFeature } from './job-queue.state';
import { indexLanes, lanesOf, moveJob, orderOf, pinJob, placedOf, type KnownProblem } from './placed-lanes';

const OTHER = { ...MACHINE, id: newId(), shopNumber: 8, name: 'Compound 08' };
const job = (setupName: string, change: Partial<QueuedJob> = {}): QueuedJob => ({
  ...{ id: newId(), setupId: SETUP.id, setupName, pieces: 20, sewMinutes: 60, dueAt: null, note: '' },
  ...{ machineId: null, pinned: false, addedAt: '2026-03-04T08:00:00.000Z', addedBy: 'Lea', dueIn: [] },
  ...change,
});
const HEM = job('Hem', { machineId: MACHINE.id });
const STRAP = job('Strap', { machineId: MACHINE.id });
const BODY = job('Body');
const QUEUE: JobQueue = { readAt: '2026-03-04T10:00:00.000Z', jobs: [HEM, STRAP, BODY] };
const MACHINE_IDS = [MACHINE.id, OTHER.id];
/** From hem to strap takes long, from strap to hem nothing; the body can only go on the other machine. */
const KNOWN: KnownProblem = {
  jobIds: [HEM.id, STRAP.id, BODY.id],
  machineIds: MACHINE_IDS,
  problem: {
    machines: 2,
    lateWeight: 1,
    jobs: [
      { sewMinutes: 60, dueMinutes: [Infinity, Infinity] },
      { sewMinutes: 60, dueMinutes: [90, 90] },
      { sewMinutes: 60, dueMinutes: [Infinity, Infinity] },
    ],
    changeMinutes: [
      [
        [5, 5, Infinity],
        [0, 20, Infinity],
        [0, 0, Infinity],
        [0, 0, Infinity],
      ],
      [
        [9, 9, 9],
        [9, 9, 9],
        [9, 9, 9],
        [9, 9, 0],
      ],
    ],
  },
};
const NEED: ThreadNeed = {
  ...{ tex: 135, constructionId: 'bonded-nylon', neededMetres: 4000, thereMetres: 900, orderedMetres: 0 },
  jobs: [STRAP, HEM, STRAP].map(({ id: jobId, setupName }) => ({ jobId, setupName, neededMetres: 1000 })),
};
const GONE: Problem = { type: 'about:blank', title: 'Moved on', status: 409, code: 'queue.moved-on' };

describe('the job queue', () => {
  it('moves a job within its lane, to another, and to none', () => {
    const stands = lanesOf(QUEUE, MACHINE_IDS);
    const names = (placed: typeof stands) => [
      ...placed.lanes.map(({ jobs }) =>
        jobs.map(({ id }) => QUEUE.jobs.find((one) => one.id === id)!.setupName),
      ),
      placed.unplaced.map(({ id }) => QUEUE.jobs.find((one) => one.id === id)!.setupName),
    ];
    expect(names(stands)).toEqual([['Hem', 'Strap'], [], ['Body']]);
    expect(names(moveJob(stands, HEM.id, MACHINE.id, 1))).toEqual([['Strap', 'Hem'], [], ['Body']]);
    const moved = moveJob(pinJob(stands, HEM.id), HEM.id, null, 0);
    expect(names(moved)).toEqual([['Strap'], [], ['Hem', 'Body']]);
    expect(moved.unplaced[0]).withContext('no pin without a machine').toEqual({ id: HEM.id, pinned: false });
    expect(moveJob(stands, newId(), OTHER.id, 0)).toBe(stands);
  });

  it('sends every job once, and applies an optimised order with its pins', () => {
    const pinned = pinJob(lanesOf(QUEUE, MACHINE_IDS), STRAP.id);
    expect(orderOf(pinned)).toEqual({
      lanes: [
        {
          machineId: MACHINE.id,
          jobs: [
            { id: HEM.id, pinned: false },
            { id: STRAP.id, pinned: true },
          ],
        },
      ],
      unplaced: [BODY.id],
    });
    expect(indexLanes(pinned, KNOWN)).toEqual([[0, 1], []]);
    const placed = placedOf([[1, 0], []], [2], KNOWN, QUEUE.jobs);
    expect(placed.unplaced).toEqual([{ id: BODY.id, pinned: false }]);
    expect(indexLanes(placed, KNOWN)).toEqual([[1, 0], []]);
  });

  const show = () =>
    mountPage(JobQueuePage, {
      features: [jobQueueFeature, matchFeature, catalogueFeature, shopFeature],
      before: [
        shopActions.sessionRead({ session: SESSION }),
        matchActions.listsRead({
          machines: [MACHINE, OTHER],
          setups: [SETUP],
          balanced: [],
          cases: [],
          timings: [],
          hands: [],
        }),
        jobQueueActions.queueRead({ queue: QUEUE }),
        jobQueueActions.needsRead({ needs: [NEED] }),
        jobQueueActions.problemFound(KNOWN),
      ],
    });

  it('shows what the order costs, and what moving a job would change', async () => {
    const page = await show();
    expect(page.text()).toContain('Next jobs: 3 jobs waiting');
    // Hem first: 5 + 20 of changing over, and the strap ends at 145 of 90.
    expect(page.text()).toContain('25 min of changing over, 1 late by 55 min.');
    await page.press('Later: Hem');
    expect(page.text()).toContain('5 min of changing over, none late.');
    expect(page.text()).toContain('1 h 15 min better than the present order.');
    await page.press('Discard changes');
    expect(page.text()).toContain('25 min of changing over');
    await page.press('Later: Hem');
    await page.press('Use this order');
    expect(page.of(jobQueueActions.order)[0]?.order.lanes[0]?.jobs.map(({ id }) => id)).toEqual([
      STRAP.id,
      HEM.id,
    ]);
  });

  it('offers each job only the machines that can take it', async () => {
    const page = await show();
    const options = [...(page.field('Machine for Body') as HTMLSelectElement).options];
    expect(options.map(({ textContent }) => textContent?.trim())).toEqual(['no machine yet', 'Compound 08']);
  });

  it('says which thread runs out and which jobs need it', async () => {
    const page = await show();
    expect(page.text()).toContain(
      'Thread runs out. Tex 135 bonded nylon: about 4,000 m for these jobs, 900 m in the store. It is needed for Strap, Hem.',
    );
  });

  it('requests thread needs only for people who may see the store', () => {
    for (const [role, routesAsked] of [
      ['mechanic', ['readThreadNeeds']],
      ['operator', []],
    ] as const) {
      const { store, asked } = runEffects({
        features: [jobQueueFeature, matchFeature, catalogueFeature, shopFeature],
        effects: { readNeeds: effects.readNeeds },
        before: [shopActions.sessionRead({ session: { ...SESSION, person: { ...SESSION.person!, role } } })],
        answers: { readThreadNeeds: [NEED] },
      });
      store.dispatch(jobQueueActions.opened());
      expect(asked.map(({ route }) => route)).toEqual([...routesAsked]);
      expect(store.selectSignal(jobQueueFeature.selectNeeds)()).toEqual(role === 'mechanic' ? [NEED] : []);
      TestBed.resetTestingModule();
    }
  });

  it('adds a job by pieces and minutes per piece', async () => {
    const page = await show();
    page.fixture.componentInstance['setupId'].set(SETUP.id);
    await page.type('Pieces', '30');
    await page.type('Minutes per piece', '1,5');
    await page.press('Add, 45 min of sewing');
    expect(page.of(jobQueueActions.add)[0]?.entry).toEqual({
      ...{ setupId: SETUP.id, pieces: 30, sewMinutes: 45, dueAt: null, note: '' },
    });
  });

  it('is read again if it changed under an order, discarding the arrangement', () => {
    const { store, asked } = runEffects({
      features: [jobQueueFeature, matchFeature, catalogueFeature, shopFeature],
      effects: { read: effects.read, order: effects.order },
      before: [jobQueueActions.queueRead({ queue: QUEUE })],
      answers: { orderJobQueue: GONE, readJobQueue: { ...QUEUE, jobs: [BODY] } },
    });
    const placed = lanesOf(QUEUE, MACHINE_IDS);
    store.dispatch(jobQueueActions.arranged({ lanes: placed }));
    store.dispatch(jobQueueActions.order({ key: newId(), order: orderOf(placed) }));
    expect(asked.map(({ route }) => route)).toEqual(['orderJobQueue', 'readJobQueue']);
    const state = store.selectSignal(jobQueueFeature.selectJobQueueState)();
    expect([state.arranged, state.queue?.jobs, state.refused]).toEqual([null, [BODY], GONE]);
  });
});
