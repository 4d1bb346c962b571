import { Router } from '@angular/router';
import { TestBed } from '@angular/core/testing';
import { newId, type Changeover, type Problem } from '@gantelet/contracts';
import { CHANGEOVER, MACHINE, SESSION, SETUP, waitingWrite } from '../../testing/examples';
import { NO_NETWORK, runEffects, type Answers } from '../../testing/run-effects';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { floorFeature } from '../floor/floor.state';
import { matchActions, matchFeature } from '../match/match.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import * as effects from './changeover.effects';
import { changeoverActions, changeoverFeature } from './changeover.state';

describe('the effects of a changeover', () => {
  const AT = '2026-03-04T09:05:00.000Z';
  const LOST: Problem = { type: 'about:blank', title: 'No network', status: 0, code: 'server.busy' };
  const MOVED_ON: Problem = { type: 'about:blank', title: 'Changed', status: 409, code: 'needle.moved-on' };
  const UNKNOWN: Problem = { type: 'about:blank', title: 'Unknown', status: 404, code: 'changeover.unknown' };
  const LISTS = matchActions.listsRead({
    ...{ machines: [{ ...MACHINE, presentSetupId: null }], setups: [SETUP] },
    ...{ balanced: [], cases: [], timings: [], hands: [] },
  });
  const off = (id: string) =>
    ({
      id,
      step: 'power-off',
      outcome: 'done',
      tickedAt: AT,
      tickedBy: 'Test mechanic',
      installId: null,
    }) as const;

  function run(answers: Answers, open = true) {
    return runEffects({
      features: [shopFeature, catalogueFeature, floorFeature, matchFeature, changeoverFeature],
      effects,
      before: [
        shopActions.sessionRead({ session: SESSION }),
        ...(open ? [changeoverActions.read({ changeover: CHANGEOVER })] : []),
      ],
      answers: { readChangeover: CHANGEOVER, ...answers },
    });
  }
  const tick = (key = newId(), outcome: 'done' | 'skipped' | 'open' = 'done') =>
    changeoverActions.tick({ key, tick: { step: 'power-off', outcome, tickedAt: AT, swap: null } });

  it('starts one and goes to its page', () => {
    const { store, asked } = run({ beginChangeover: CHANGEOVER }, false);
    const went = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    const begin = { setupId: CHANGEOVER.to.id, bobbins: 2, begunAt: AT };
    const key = newId();
    store.dispatch(changeoverActions.begin({ key, machineId: CHANGEOVER.machineId, begin }));
    expect(asked).toEqual([
      { route: 'beginChangeover', key, params: { machineId: CHANGEOVER.machineId }, body: begin },
    ]);
    expect(went).toHaveBeenCalledOnceWith(['/changeovers', CHANGEOVER.id]);
  });

  it('starts one offline from what this device knows, and asks for nothing that is still here', () => {
    const { store, asked } = run({ beginChangeover: NO_NETWORK, readChangeover: UNKNOWN }, false);
    const went = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    const key = newId();
    const begin = changeoverActions.begin({
      ...{ key, machineId: MACHINE.id },
      begin: { setupId: SETUP.id, bobbins: 2, begunAt: AT },
    });
    const state = store.selectSignal(changeoverFeature.selectChangeoverState);
    store.dispatch(LISTS);
    store.dispatch(begin);
    expect([state().refused, state().saving]).toEqual([null, false]);
    expect(state().changeover).toEqual(
      jasmine.objectContaining({
        ...{ id: key, machineId: MACHINE.id, machineName: MACHINE.name, from: null, end: null, begunAt: AT },
        ...{ to: { id: SETUP.id, name: SETUP.name }, begunBy: 'Test mechanic', ticks: [] },
      }),
    );
    expect(state().changeover?.steps.map((step) => step.do)).toContain('needle');
    expect(went).toHaveBeenCalledOnceWith(['/changeovers', key]);

    asked.length = 0;
    store.dispatch(changeoverActions.opened({ changeoverId: key }));
    expect(state().problem).withContext('the server does not know of it yet').toBeNull();
    expect(state().changeover?.id).toBe(key);
  });

  it("continues with the server's response to a tick", () => {
    const ticked: Changeover = { ...CHANGEOVER, ticks: [off(newId())] };
    const { store } = run({ tickStep: ticked });
    store.dispatch(tick());
    expect(store.selectSignal(changeoverFeature.selectProgress)()?.next?.do).toBe('needle');
    expect(store.selectSignal(changeoverFeature.selectSaving)()).toBeFalse();
  });

  it('counts a tick on this device while offline, and reads again once it was sent', () => {
    const { store, settled, asked } = run({ tickStep: NO_NETWORK });
    const key = newId();
    store.dispatch(tick(key));
    const state = store.selectSignal(changeoverFeature.selectChangeoverState);
    expect(state().changeover?.ticks).toEqual([off(key)]);
    expect(state().waiting).toEqual([key]);
    settled.next({ write: waitingWrite('tickStep'), problem: null });
    expect(asked.map(({ route }) => route)).toEqual(['readChangeover']);
    expect(state().waiting).toEqual([]);
  });

  it('ends on this device too', () => {
    const { store } = run({ endChangeover: NO_NETWORK });
    const end = { ending: 'put-aside' as const, reason: 'no thread', endedAt: AT };
    store.dispatch(changeoverActions.end({ key: newId(), end }));
    expect(store.selectSignal(changeoverFeature.selectChangeover)()?.end).toEqual({
      ...end,
      endedBy: 'Test mechanic',
    });
  });

  it('reports a refusal, and keeps its state', () => {
    const { store } = run({ tickStep: MOVED_ON });
    store.dispatch(tick());
    const state = store.selectSignal(changeoverFeature.selectChangeoverState)();
    expect([state.refused, state.saving, state.changeover?.ticks]).toEqual([MOVED_ON, false, []]);
  });

  it('continues offline with what this device has, and says if it has nothing', () => {
    const open = changeoverActions.opened({ changeoverId: CHANGEOVER.id });
    const known = run({ readChangeover: LOST });
    known.store.dispatch(open);
    expect(known.store.selectSignal(changeoverFeature.selectProblem)()).toBeNull();
    TestBed.resetTestingModule();
    const unknown = run({ readChangeover: LOST }, false);
    unknown.store.dispatch(open);
    expect(unknown.store.selectSignal(changeoverFeature.selectProblem)()).toEqual(LOST);
  });
});
