import {
  newId,
  type RoundSheet,
  type Role,
  type PublishedRounds,
  type ServiceDue,
} from '@gantelet/contracts';
import { SESSION, SETUP } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { jobQueueActions, jobQueueFeature } from '../job-queue/job-queue.state';
import { matchActions, matchFeature } from '../match/match.state';
import { serviceActions, serviceFeature } from '../service/service.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import { roundsActions, roundsFeature } from './rounds.state';
import { RoundSheetsPage } from './round-sheets.page';

describe('the round sheets', () => {
  const me = SESSION.person!;
  const other = { id: newId(), name: 'Lou' };

  function sheet(
    startsAt: string,
    machineNames: readonly string[],
    person: { id: string; name: string } = me,
  ): RoundSheet {
    return {
      personId: person.id,
      personName: person.name,
      shiftId: newId(),
      shiftName: 'Early',
      day: startsAt.slice(0, 10),
      startsAt,
      endsAt: `${startsAt.slice(0, 10)}T14:00:00.000Z`,
      minutes: 9,
      tasks: machineNames.map((machineName) => ({
        machineId: newId(),
        machineName,
        zoneName: 'Hall',
        needle: SETUP.needle,
        installId: newId(),
        minutes: 4,
        state: 'open',
        skipped: null,
      })),
    };
  }
  const early = sheet('2026-11-26T06:00:00.000Z', ['Flat 1']);
  const later = sheet('2026-11-27T06:00:00.000Z', ['Post 3', 'Post 4']);
  const publishedOf = (sheets: RoundSheet[]): PublishedRounds => ({
    version: 'a',
    planId: newId(),
    publishedAt: null,
    timeZone: 'UTC',
    sheets,
    leftOver: [],
  });

  async function open(sheets = [early, later], role: Role = 'mechanic') {
    const page = await mountPage(RoundSheetsPage, {
      features: [shopFeature, roundsFeature, serviceFeature, jobQueueFeature, matchFeature],
      before: [
        shopActions.sessionRead({ session: { ...SESSION, person: { ...me, role } } }),
        roundsActions.sheetsRead({ published: publishedOf(sheets) }),
        serviceActions.dueRead({ due: [] }),
        jobQueueActions.queueRead({ queue: { readAt: '2026-11-25T12:00:00.000Z', jobs: [] } }),
        matchActions.listsRead({ machines: [], setups: [], balanced: [], cases: [], timings: [], hands: [] }),
      ],
    });
    const headline = () => page.host.querySelector('h1')!.textContent;
    const tell = async (...now: RoundSheet[]) => {
      page.store.dispatch(roundsActions.sheetsRead({ published: publishedOf(now) }));
      await page.settled();
    };
    const chooseShift = async ({ startsAt }: RoundSheet) => {
      const select = page.host.querySelectorAll('select')[1]!;
      select.value = startsAt;
      select.dispatchEvent(new Event('change'));
      await page.settled();
    };
    return { ...page, headline, tell, chooseShift };
  }

  it("are the person's own, next shift first", async () => {
    const { headline, text } = await open([sheet(early.startsAt, ['Flat 9'], other), early, later]);
    expect(headline()).toBe('Test mechanic, Thu 26 Nov, Early: 1 of 1 to change, 9 min');
    expect(text()).toContain('Flat 1');
  });

  it('appear only once everything between the tasks was read, so that no button moves away', async () => {
    const page = await mountPage(RoundSheetsPage, {
      features: [shopFeature, roundsFeature, serviceFeature, jobQueueFeature, matchFeature],
      before: [
        shopActions.sessionRead({ session: SESSION }),
        roundsActions.sheetsRead({ published: publishedOf([early]) }),
        jobQueueActions.queueRead({ queue: { readAt: early.startsAt, jobs: [] } }),
        matchActions.listsRead({ machines: [], setups: [], balanced: [], cases: [], timings: [], hands: [] }),
      ],
    });
    expect(page.text()).toContain('Reading the round');
    expect(page.text()).not.toContain('Flat 1');
    // Without a network what is due cannot be read, but the round is shown all the same.
    page.store.dispatch(
      serviceActions.failed({
        problem: { type: 'about:blank', title: 'No', status: 0, code: 'network.down' } as never,
      }),
    );
    await page.settled();
    expect(page.text()).toContain('Flat 1');
  });

  it('remind of services due at the same machine, to be logged with one tap', async () => {
    const page = await open();
    const due: ServiceDue = {
      ...{ machineId: early.tasks[0]!.machineId, machineName: 'Flat 1', kind: 'oil', name: null },
      ...{ clock: 'hours', since: 9.6, interval: 8 },
    };
    const elsewhere = { ...due, machineId: newId(), machineName: 'Flat 9' };
    page.store.dispatch(serviceActions.dueRead({ due: [due, elsewhere] }));
    await page.settled();
    expect(page.text()).toContain(
      'While you are there: Oil between the marks (9.6 running hours, due every 8)',
    );
    await page.press('Oil between the marks done, Flat 1');
    const [sent, ...more] = page.of(serviceActions.logOnTheWay);
    expect([sent?.service, more]).toEqual([due, []]);
    page.store.dispatch(serviceActions.loggedOnTheWay({ service: due, waits: true }));
    await page.settled();
    expect(page.text()).toContain('Flat 1: service waits on this device for the network.');
    expect(page.text()).not.toContain('While you are there');
  });

  it("say which changes the next job's changeover includes, and the saving", async () => {
    const page = await open();
    const other = { ...SETUP, id: newId(), needle: { ...SETUP.needle, nm: 200 as const } };
    const lists = { machines: [], setups: [other], balanced: [], cases: [], timings: [], hands: [] };
    page.store.dispatch(matchActions.listsRead(lists));
    const job = {
      ...{ id: newId(), setupId: other.id, setupName: 'Boat cover seam', pieces: null, sewMinutes: 60 },
      ...{ dueAt: '2026-11-26T12:00:00.000Z', note: '', machineId: early.tasks[0]!.machineId, pinned: false },
      ...{ addedAt: '2026-11-25T12:00:00.000Z', addedBy: 'Ines', dueIn: [] },
    };
    page.store.dispatch(jobQueueActions.queueRead({ queue: { readAt: job.addedAt, jobs: [job] } }));
    await page.settled();
    expect(page.text()).toContain('Next here: Boat cover seam');
    expect(page.text()).toContain('includes this needle change and saves about 4 min');
  });

  it('say what to carry, by kind of needle', async () => {
    const { chooseShift, host } = await open();
    await chooseShift(later);
    const carried = [...host.querySelectorAll('.carry li')].map(({ textContent }) =>
      textContent?.replace(/\s+/g, ' ').trim(),
    );
    expect(carried.length).toBe(1);
    expect(carried[0]).toMatch(/^2 .*135x16 NM 140/);
  });

  it('stay on the chosen shift when a change in it is ticked', async () => {
    const { chooseShift, headline, store, settled } = await open();
    await chooseShift(later);
    const task = { ...later.tasks[0]!, startsAt: later.startsAt };
    store.dispatch(
      roundsActions.ticked({ task, state: 'done', reason: null, waits: false, installId: null }),
    );
    await settled();
    expect(headline()).toContain('1 of 2 to change');
  });

  it('show the next shift if the chosen one is no longer published', async () => {
    const { chooseShift, headline, tell } = await open();
    await chooseShift(later);
    const next = sheet('2026-11-30T06:00:00.000Z', ['Flat 5', 'Flat 6', 'Flat 7']);
    await tell(next);
    expect(headline()).toContain('Mon 30 Nov, Early: 3 of 3 to change');
  });

  it("show somebody else's if the person has none left", async () => {
    const { headline, tell } = await open();
    await tell(sheet('2026-11-30T06:00:00.000Z', ['Flat 5'], other));
    expect(headline()).toContain('Lou, Mon 30');
    await tell();
    expect(headline()).toBe('No rounds');
  });

  it('are ticked as planned changes of the published needle', async () => {
    const { press, of } = await open();
    await press('Changed, old needle whole');
    const [ticked] = of(roundsActions.tick);
    expect(ticked!.task).toEqual({ ...early.tasks[0]!, startsAt: early.startsAt });
    await press('Changed, old needle whole');
    // Nothing has been logged yet: the same tick again is the same write.
    expect(of(roundsActions.tick)[1]).toEqual(ticked!);
  });

  it('are skipped with a reason', async () => {
    const { host, of, settled } = await open();
    const reason = host.querySelector<HTMLSelectElement>('ol > li select')!;
    reason.value = 'no-needle';
    reason.dispatchEvent(new Event('change'));
    await settled();
    expect(of(roundsActions.skip)[0]!.reason).toBe('no-needle');
  });

  it('are printed singly, for one person, or for everybody', async () => {
    const print = spyOn(window, 'print');
    const { press, host } = await open([early, later, sheet('2026-11-30T06:00:00.000Z', ['Flat 5'], other)]);
    const onPaper = () =>
      [...host.querySelectorAll('gan-round-paper h1')].map(({ textContent }) => textContent?.split(',')[0]);
    await press('Print all 2 rounds');
    expect(new Set(onPaper()).size).toBe(1);
    expect([onPaper().length, print.calls.count()]).toEqual([2, 1]);
    await press('Print everybody’s');
    expect([onPaper().length, new Set(onPaper()).size, print.calls.count()]).toEqual([3, 2, 2]);
    await press('Print this round');
    expect([onPaper().length, print.calls.count()]).toEqual([1, 3]);
  });

  it('are read-only for operators', async () => {
    const { button, host } = await open([early], 'operator');
    expect([button('Changed, old'), button('My calendar link')]).toEqual([null, null]);
    expect(host.querySelector('ol > li select')).toBeNull();
  });
});
