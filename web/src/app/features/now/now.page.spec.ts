import {
  newId,
  type CounterLeap,
  type FloorView,
  type Problem,
  type RoundSheet,
  type Safekeeping,
  type ServiceDue,
  USUAL_BUYING,
  USUAL_SAFEKEEPING,
} from '@gantelet/contracts';
import { floorMachine, floorZone, SESSION, SETUP } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { NEEDLE } from '../../testing/rounds-examples';
import { floorActions, floorFeature } from '../floor/floor.state';
import { roundsActions, roundsFeature } from '../rounds/rounds.state';
import { safekeepingActions, safekeepingFeature } from '../safekeeping/safekeeping.state';
import { serviceActions, serviceFeature } from '../service/service.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import { storeActions, storeFeature } from '../store/store.state';
import { NowPage } from './now.page';
import { nowActions, nowFeature } from './now.state';

const AT = '2026-03-04T09:00:00.000Z';
const stopped = floorMachine('Patcher 22', 2, {
  stops: [{ id: newId(), at: AT, personName: 'Jory' }],
  reports: [{ id: newId(), trouble: 'broken-needle', reportedAt: AT, reportedBy: 'Jory' }],
});
const reported = floorMachine('Post 8', 9, {
  reports: [{ id: newId(), trouble: 'skipped-stitches', reportedAt: AT, reportedBy: 'Jory' }],
});
const due = [floorMachine('Flat 5', 9), floorMachine('Flat 6', 12)];
const fine = floorMachine('Flat 7', 1);

const floorOf = (machines: FloorView['zones'][number]['machines']): FloorView => ({
  version: 'a',
  readAt: AT,
  lifeHours: 8,
  recent: [],
  partUsed: [],
  sharps: { needles: 0, since: null },
  zones: [floorZone(machines)],
});

function sheet(personId: string, states: readonly ('open' | 'done')[]): RoundSheet {
  return {
    personId,
    personName: 'Somebody',
    shiftId: newId(),
    shiftName: 'Early',
    day: '2026-03-05',
    startsAt: '2026-03-05T06:00:00.000Z',
    endsAt: '2026-03-05T14:00:00.000Z',
    minutes: 31.4,
    tasks: states.map((state, i) => ({
      machineId: newId(),
      machineName: `Flat ${i}`,
      zoneName: 'Hall',
      needle: SETUP.needle,
      installId: newId(),
      minutes: 4,
      state,
      skipped: null,
    })),
  };
}

const service = (machineName: string, kind: ServiceDue['kind']): ServiceDue => ({
  machineId: `of ${machineName}`,
  machineName,
  kind,
  ...{ name: null, clock: 'hours', since: 9.6, interval: 8 },
});
const LEAP: CounterLeap = {
  id: newId(),
  machineId: newId(),
  machineName: 'Long-arm 1',
  from: AT,
  to: '2026-03-04T09:05:00.000Z',
  stitches: 120_000,
  motorHours: 0,
};

const PROBLEM: Problem = { type: 'about:blank', title: 'Disk full', status: 503, code: 'server.full' };

/** Everything else that the page reads, empty. */
const READ = [
  roundsActions.sheetsRead({ published: { planId: null, version: 'a', sheets: [] } as never }),
  roundsActions.viewRead({ view: { notices: [], plan: null } as never }),
  storeActions.viewRead({ view: { currency: 'EUR', items: [], unlisted: { needles: [], threads: [] } } }),
  serviceActions.dueRead({ due: [] }),
];

describe('what needs me now', () => {
  const open = (machines: FloorView['zones'][number]['machines'], more: readonly object[] = []) =>
    mountPage(NowPage, {
      features: [
        floorFeature,
        roundsFeature,
        nowFeature,
        safekeepingFeature,
        shopFeature,
        storeFeature,
        serviceFeature,
      ],
      before: [
        shopActions.sessionRead({ session: SESSION }),
        floorActions.floorRead({ floor: floorOf(machines) }),
        ...READ,
        ...(more as never[]),
      ],
    });

  it('says so if nothing does', async () => {
    const { text, host } = await open([fine]);
    expect(text()).toContain('No machine needs you now');
    expect(host.querySelectorAll('section').length).toBe(0);
  });

  it('shows the floor at once, and everything else in one go once all of it is there', async () => {
    const page = await mountPage(NowPage, {
      features: [
        floorFeature,
        roundsFeature,
        nowFeature,
        safekeepingFeature,
        shopFeature,
        storeFeature,
        serviceFeature,
      ],
      before: [
        shopActions.sessionRead({ session: SESSION }),
        floorActions.floorRead({ floor: floorOf([stopped]) }),
        serviceActions.dueRead({ due: [service('Flat 5', 'oil')] }),
      ],
    });
    expect(page.text()).toContain('1 stopped');
    expect(page.text()).not.toContain('Flat 5');
    for (const read of READ.slice(0, 3)) page.store.dispatch(read);
    await page.settled();
    expect(page.text()).toContain('Flat 5');
  });

  it('names each machine once, under its worst problem', async () => {
    const { text, host } = await open([fine, ...due, reported, stopped]);
    expect(text()).toContain('1 stopped, 1 problem reported, 2 needles due');
    const rows = [...host.querySelectorAll('section')].map((section) =>
      [...section.querySelectorAll('li a')].map((link) => link.textContent),
    );
    expect(rows).toEqual([['Patcher 22'], ['Post 8'], ['Flat 6', 'Flat 5']]);
  });

  it('lists what to order for the store, except needles that the plan covers', async () => {
    const part = {
      ...{
        id: newId(),
        version: 0,
        thing: { kind: 'part' as const, name: 'Oil, 1 l' },
        place: '',
        supplier: '',
      },
      ...{ ...USUAL_BUYING.part, packPrice: null, inUse: true, onHand: 1, countedAt: AT, perDay: 0.1 },
      ...{ reorderAt: 2, toOrder: 4, orders: [], moves: [] },
      ...{ sewn: null, waiting: 0, overage: 0, overageFrom: null },
    };
    const enough = { ...part, id: newId(), thing: { ...part.thing, name: 'Cord' }, toOrder: 0 };
    const needle = (nm: number) => ({
      ...{ ...part, id: newId() },
      thing: { kind: 'needle' as const, needle: { ...NEEDLE, nm } },
    });
    const view = {
      ...{ currency: 'GBP', unlisted: { needles: [], threads: [] } },
      items: [part, enough, needle(140), needle(180)],
    };
    const notices = [{ kind: 'may-run-out' as const, subject: '135x16 NM 140', machineId: null, at: null }];
    const { text } = await open(
      [fine],
      [storeActions.viewRead({ view }), roundsActions.viewRead({ view: { notices, plan: null } as never })],
    );
    expect(text()).toContain('10 days left, a delivery takes about 7 days');
    expect(text().match(/a delivery takes/g)?.length).toBe(2);
    expect(text()).not.toContain('Cord');
    expect(text()).toContain('135x16 NM 180');
  });

  it('lists open changeovers, and the step each has reached', async () => {
    const changeover = {
      ...{ id: newId(), setupName: 'Strap', by: 'Tam', step: 'thread' as const },
      ...{ done: 6, of: 12 },
    };
    const { text, host } = await open([fine, { ...due[0]!, changeover }]);
    expect(text()).toContain('to Strap, Tam: thread up');
    const links = [...host.querySelectorAll('section a')].map((link) => link.getAttribute('href'));
    expect(links).toContain(`/changeovers/${changeover.id}`);
  });

  it("shows a person's own rounds with what is left of them, and nobody else's", async () => {
    const mine = SESSION.person!.id;
    const published = {
      version: 'b',
      planId: newId(),
      publishedAt: AT,
      timeZone: 'UTC',
      sheets: [sheet(mine, ['open', 'done', 'open']), sheet(newId(), ['open']), sheet(mine, ['done'])],
      leftOver: [],
    };
    const { text, host } = await open([fine], [roundsActions.sheetsRead({ published })]);
    expect(text()).toContain('Thu 5 Mar, Early 2 of 3 to change, 31 min');
    expect(host.querySelectorAll('section li').length).toBe(1);
  });

  it('groups services by machine', async () => {
    const services = [service('Flat 5', 'oil'), service('Flat 6', 'oil'), service('Flat 5', 'lint')];
    const { host } = await open([fine], [serviceActions.dueRead({ due: services })]);
    const rows = [...host.querySelectorAll('section li')].map((row) =>
      row.textContent?.replace(/\s+/g, ' ').trim(),
    );
    expect(rows.map((row) => row?.slice(0, 6))).toEqual(['Flat 5', 'Flat 6']);
    expect(rows[0]).toMatch(
      /Oil between the marks, 9.6 running hours, due every 8 Lint out of hook and case, 9.6 running hours, due every 8/,
    );
  });

  it('says which intervals a fit has changed', async () => {
    const group = { material: 'leather', points: 'cutting', machineClass: 'flatbed', part: null } as const;
    const intervals = [{ group, hours: 6.3, previousHours: 5, changedAt: AT }];
    const { text } = await open([fine], [nowActions.intervalsRead({ intervals })]);
    expect(text()).toContain('Leather, cutting points, flatbed 6.3 h, was 5 h until Wed 09:00');
  });

  it('tells the lead when a backup or a restore drill is due, and not before', async () => {
    const safekeeping: Safekeeping = {
      rule: USUAL_SAFEKEEPING,
      backup: { madeAt: AT, sealed: false, due: true },
      drill: { last: null, due: false },
      ...{ locked: [], undelivered: [], disk: null, book: { place: 1, seal: 'f'.repeat(64) } },
    };
    const page = await open([fine], [safekeepingActions.read({ safekeeping })]);
    expect(page.text()).toContain('Backup: The last one was made 4 Mar 2026, 09:00.');
    const now = async (more: Partial<Safekeeping>) => {
      page.store.dispatch(safekeepingActions.read({ safekeeping: { ...safekeeping, ...more } }));
      await page.settled();
    };
    await now({ backup: { ...safekeeping.backup, due: false } });
    expect(page.text()).not.toContain('Backup');
    await now({ backup: { madeAt: null, sealed: false, due: true } });
    expect(page.text()).toContain('None has been made yet.');
    const last = { doneAt: AT, file: 'a.sql.gz', backupMadeAt: null, wrong: 'a.sql.gz is damaged.' };
    await now({ drill: { last, due: true } });
    expect(page.text()).toContain('and it failed: a.sql.gz is damaged.');
  });

  it('asks about a counter jump, one decision at a time', async () => {
    const other = { ...LEAP, id: newId(), machineName: 'Long-arm 2' };
    const { text, press, of, button, store, settled } = await open(
      [fine],
      [nowActions.leapsRead({ leaps: [LEAP, other] })],
    );
    expect(text()).toContain('120,000 stitches between');
    await press('Leave it out');
    expect(of(nowActions.decideLeap).map(({ leap, accepted }) => [leap.id, accepted])).toEqual([
      [LEAP.id, false],
    ]);
    expect(button('Count it')!.disabled).toBeTrue();
    store.dispatch(nowActions.leapDecided({ leapId: LEAP.id, done: 'Long-arm 1: jump left out.' }));
    await settled();
    expect(text()).not.toContain('120,000 stitches between 09:00 and 09:05 Count it Leave it out Long-arm 2');
    expect([text().includes('Long-arm 1: jump left out.'), button('Count it')!.disabled]).toEqual([
      true,
      false,
    ]);
  });

  it('keeps a decision under way if something else could not be read, and releases it if it is refused', async () => {
    const { press, button, store, settled } = await open([fine], [nowActions.leapsRead({ leaps: [LEAP] })]);
    await press('Count it');
    store.dispatch(nowActions.failed({ problem: PROBLEM }));
    await settled();
    expect(button('Count it')!.disabled).toBeTrue();
    store.dispatch(nowActions.leapRefused({ leapId: LEAP.id, problem: PROBLEM }));
    await settled();
    expect(button('Count it')!.disabled).toBeFalse();
  });
});
