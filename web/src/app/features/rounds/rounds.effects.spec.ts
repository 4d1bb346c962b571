import { newId, NO_SETTINGS } from '@gantelet/contracts';
import { Subject } from 'rxjs';
import { SESSION, SETUP } from '../../testing/examples';
import { plannedMachine, roundsPlan, ZONES } from '../../testing/rounds-examples';
import { NO_NETWORK, runEffects } from '../../testing/run-effects';
import { shopActions, shopFeature } from '../shop/shop.state';
import * as effects from './rounds.effects';
import { roundsActions, roundsFeature, type TaskOfShift } from './rounds.state';

describe('the effects of rounds', () => {
  const job = { id: newId(), kind: 'plan-rounds', state: 'queued', progress: 0 };
  const planned = plannedMachine('A', 0);
  const plan = roundsPlan([planned]);
  const view = { plan, job: null, zones: ZONES };
  const STALE = { type: 'about:blank', title: 'The plan is another now', status: 409, code: 'plan.stale' };
  // Following searches and round sheets needs an event stream, which these tests do not have.
  const { follow: _, followSheets: __, ...others } = effects;

  const run = (answers: Readonly<Record<string, unknown>>) =>
    runEffects({
      features: [shopFeature, roundsFeature],
      effects: others,
      before: [
        shopActions.sessionRead({ session: SESSION }),
        roundsActions.viewRead({ view: view as never }),
      ],
      answers: { readRounds: view, ...answers },
    });

  it('follows a search even if it was requested before the room was read', () => {
    const early = new Subject<unknown>();
    const { store, answers } = run({ planRounds: job });
    answers['readRounds'] = early;
    store.dispatch(roundsActions.opened());
    answers['readRounds'] = { ...view, job };
    store.dispatch(roundsActions.plan({ key: newId(), effort: 1, rule: null }));
    early.next({ ...view, plan: null });
    expect(store.selectSignal(roundsFeature.selectRunning)()?.id).toBe(job.id);
  });

  it('changes the plan that was seen, and reads the result', () => {
    const { store, asked } = run({ moveChange: {}, pinChange: {}, publishPlan: {} });
    const machineId = planned.id;
    store.dispatch(roundsActions.move({ key: newId(), machineId, from: 4, to: 3 }));
    store.dispatch(roundsActions.pin({ key: newId(), machineId, shift: 3, pinned: false }));
    store.dispatch(roundsActions.publish({ key: newId() }));
    const writes = asked.filter(({ route }) => route !== 'readRounds');
    const { version } = plan;
    expect(writes.map(({ route, body }) => [route, body])).toEqual([
      ['moveChange', { machineId, from: 4, to: 3, version }],
      ['pinChange', { machineId, shift: 3, pinned: false, version }],
      ['publishPlan', { version }],
    ]);
    expect(writes.every(({ params }) => (params as { planId: string }).planId === plan.id)).toBeTrue();
    expect(asked.length).toBe(6);
    expect(store.selectSignal(roundsFeature.selectDone)()).toContain('Plan published');
  });

  it('says that the plan has changed, and puts a picked change down', () => {
    const { store } = run({ moveChange: STALE, readMoves: [] });
    store.dispatch(roundsActions.picked({ picked: { machineId: planned.id, from: 4 } }));
    store.dispatch(roundsActions.move({ key: newId(), machineId: planned.id, from: 4, to: 3 }));
    expect(store.selectSignal(roundsFeature.selectProblem)()?.title).toBe('The plan is another now');
    expect(store.selectSignal(roundsFeature.selectPicked)()).toBeNull();
  });

  it('requests the cost of moving a change, and of adding one', () => {
    const { store, asked } = run({ readMoves: [{ to: 3, cost: 0.25 }] });
    store.dispatch(roundsActions.picked({ picked: { machineId: planned.id, from: 4 } }));
    expect(store.selectSignal(roundsFeature.selectOffers)()?.length).toBe(1);
    store.dispatch(roundsActions.picked({ picked: { machineId: planned.id, from: null } }));
    expect(asked.map(({ query }) => query)).toEqual([{ from: 4 }, {}]);
  });

  describe('on the phone', () => {
    const task: TaskOfShift = {
      machineId: planned.id,
      machineName: 'A',
      zoneName: 'Hall',
      needle: SETUP.needle,
      installId: newId(),
      minutes: 4,
      state: 'open',
      skipped: null,
      startsAt: '2026-11-26T06:00:00.000Z',
    };
    const at = '2026-11-26T06:30:00.000Z';

    it('a tick is a planned change of the needle that was in', () => {
      const { store, asked } = run({ changeNeedle: {}, readPublishedRounds: null });
      const key = newId();
      store.dispatch(roundsActions.tick({ key, task, changedAt: at }));
      expect(asked[0]).toEqual(
        jasmine.objectContaining({
          route: 'changeNeedle',
          key,
          params: { machineId: planned.id },
          body: {
            removesInstallId: task.installId,
            cause: 'scheduled',
            fragments: 'whole',
            needle: task.needle,
            changedAt: at,
          },
        }),
      );
      expect(asked.map(({ route }) => route)).toContain('readPublishedRounds');
      expect(store.selectSignal(roundsFeature.selectTicked)()).toEqual({ task, installId: key });
    });

    it('a tick made offline waits, is shown, and is undone by not being sent', async () => {
      const { store, asked, withdrawn } = run({ changeNeedle: NO_NETWORK });
      const key = newId();
      store.dispatch(roundsActions.tick({ key, task, changedAt: at }));
      expect(store.selectSignal(roundsFeature.selectDone)()).toBe(
        'A: change logged, saved on this device; it goes out when the connection is back.',
      );
      const change = store.selectSignal(roundsFeature.selectTicked)()!;
      store.dispatch(roundsActions.takeBack({ key: newId(), change }));
      await Promise.resolve();
      expect([withdrawn, asked]).toEqual([[key], []]);
      expect(store.selectSignal(roundsFeature.selectDone)()).toBe('A: needle change undone.');
    });

    it('skipping one gives the reason', () => {
      const { store, asked } = run({ skipTask: {}, readPublishedRounds: null });
      store.dispatch(roundsActions.skip({ key: newId(), task, reason: 'no-needle' }));
      expect(asked[0]!.body).toEqual({
        machineId: planned.id,
        startsAt: task.startsAt,
        reason: 'no-needle',
        note: '',
      });
    });
  });

  it('saves settings and shifts', () => {
    const calendar = { timeZone: 'UTC', shifts: [], zones: [], version: 2 };
    const { store, asked } = run({ reviseRoundsSettings: NO_SETTINGS, reviseShopCalendar: calendar });
    const settings = { ...NO_SETTINGS, horizonShifts: 20 };
    store.dispatch(roundsActions.revise({ key: newId(), settings }));
    store.dispatch(roundsActions.reviseCalendar({ key: newId(), calendar: { ...calendar, version: 1 } }));
    expect(asked.filter(({ route }) => route !== 'readRounds').map(({ body }) => body)).toEqual([
      settings,
      { ...calendar, version: 1 },
    ]);
    expect(store.selectSignal(roundsFeature.selectCalendar)()).toEqual(calendar);
  });
});
