import { Subject } from 'rxjs';
import { newId, type FloorMachine, type FloorView, type Problem } from '@gantelet/contracts';
import { floorMachine, floorZone, SESSION, waitingWrite } from '../../testing/examples';
import { NO_NETWORK, runEffects, type Answers } from '../../testing/run-effects';
import { shopActions, shopFeature } from '../shop/shop.state';
import * as effects from './floor.effects';
import { floorActions, floorFeature } from './floor.state';

describe('the effects of the floor', () => {
  const machine = floorMachine('Compound 07', 6);
  const floor: FloorView = {
    version: 'a',
    readAt: '2026-03-04T10:00:00.000Z',
    lifeHours: 8,
    recent: [],
    partUsed: [],
    sharps: { needles: 0, since: null },
    zones: [floorZone([machine])],
  };
  const changedTo: FloorMachine = { ...machine, age: { ...machine.age!, runningHours: 0, hoursLeft: 8 } };
  const REFUSED: Problem = {
    type: 'about:blank',
    title: 'Already changed',
    status: 409,
    code: 'needle.moved-on',
  };
  // Following the floor needs an event stream, which these tests do not have.
  const { followFloor: _, ...others } = effects;

  function run(answers: Answers) {
    return runEffects({
      features: [shopFeature, floorFeature],
      effects: others,
      before: [shopActions.sessionRead({ session: SESSION }), floorActions.floorRead({ floor })],
      answers: { readFloor: floor, listLots: [], ...answers },
    });
  }
  const change = (key = newId()) =>
    floorActions.changeNeedle({
      key,
      machine,
      cause: 'wear',
      fragments: 'whole',
      needle: machine.needle!,
      lotId: null,
      keptInPocket: 3,
      partUsed: null,
      changedAt: '2026-03-04T10:00:00.000Z',
    });

  const missing = (key = newId()) => ({
    ...change(key),
    cause: 'accident' as const,
    fragments: 'missing' as const,
  });

  it('says so when the machine is stopped but the change was refused', () => {
    const stop = { id: newId(), at: '2026-03-04T10:00:00.000Z', personName: 'Test operator' };
    const { store } = run({ changeNeedle: { ...machine, stops: [stop] } });
    store.dispatch(missing());
    expect(store.selectSignal(floorFeature.selectDone)()).toContain(
      'is stopped for the missing piece. The needle change was not logged',
    );
    expect(store.selectSignal(floorFeature.selectUndo)()).toBeNull();
  });

  it('offers no undo for a missing piece that the server does not know of yet', () => {
    const { store } = run({ changeNeedle: NO_NETWORK });
    store.dispatch(missing());
    expect(store.selectSignal(floorFeature.selectMachines)()[0]?.age?.state).toBe('stop');
    expect(store.selectSignal(floorFeature.selectUndo)()).toBeNull();
  });

  it('logs a change against the needle that was seen, reports it, and reads the floor again', () => {
    const { store, asked } = run({ changeNeedle: changedTo });
    const said = change();
    store.dispatch(said);
    expect(asked.map(({ route }) => route)).toEqual(['changeNeedle', 'readFloor']);
    expect(asked[0]).toEqual(jasmine.objectContaining({ key: said.key, params: { machineId: machine.id } }));
    expect(asked[0]!.body).toEqual(
      jasmine.objectContaining({
        removesInstallId: machine.needle!.installId,
        keptInPocket: 3,
        cause: 'wear',
      }),
    );
    const state = store.selectSignal(floorFeature.selectFloorState)();
    expect(state.done).toBe('Compound 07: needle change logged, worn, the old one in pocket 3.');
    expect(state.undo).toEqual({ installId: said.key, before: machine });
    expect(state.underWay).toEqual({});
  });

  it("counts a change that is waiting for the network at once, in its maker's name", () => {
    const { store } = run({ changeNeedle: NO_NETWORK });
    const said = change();
    store.dispatch(said);
    const [shown] = store.selectSignal(floorFeature.selectMachines)();
    expect(shown!.needle).toEqual(
      jasmine.objectContaining({ installId: said.key, installedBy: 'Test mechanic', entryHours: 0 }),
    );
    expect(shown!.age!.runningHours).toBe(0);
    expect(store.selectSignal(floorFeature.selectDone)()).toContain('saved on this device');
  });

  it('withdraws a change that never left the device, and asks the server to undo one that did', async () => {
    const { store, asked, withdrawn, answers } = run({ changeNeedle: NO_NETWORK, undoChange: machine });
    const waits = change();
    store.dispatch(waits);
    const undo = () => store.selectSignal(floorFeature.selectUndo)()!;
    store.dispatch(floorActions.undo({ key: newId(), undo: undo() }));
    await Promise.resolve();
    expect(withdrawn).toEqual([waits.key]);
    expect(store.selectSignal(floorFeature.selectMachines)()[0]).toEqual(machine);
    expect(asked).toEqual([]);

    answers['changeNeedle'] = changedTo;
    const sent = change();
    store.dispatch(sent);
    store.dispatch(floorActions.undo({ key: newId(), undo: undo() }));
    await Promise.resolve();
    expect(asked.find(({ route }) => route === 'undoChange')?.params).toEqual({
      machineId: machine.id,
      installId: sent.key,
    });
    expect(store.selectSignal(floorFeature.selectDone)()).toBe('Compound 07: needle change undone.');
  });

  it('offers to undo a change for a minute', () => {
    jasmine.clock().install();
    const { store } = run({ changeNeedle: changedTo });
    store.dispatch(change());
    jasmine.clock().tick(59_000);
    expect(store.selectSignal(floorFeature.selectUndo)()).not.toBeNull();
    jasmine.clock().tick(2000);
    expect(store.selectSignal(floorFeature.selectUndo)()).toBeNull();
    jasmine.clock().uninstall();
  });

  it('reports a refusal, and continues', () => {
    const { store } = run({ changeNeedle: REFUSED });
    store.dispatch(change());
    const state = store.selectSignal(floorFeature.selectFloorState)();
    expect([state.refused, state.underWay, state.undo]).toEqual([
      { of: machine.id, problem: jasmine.objectContaining({ title: 'Already changed' }) },
      {},
      null,
    ]);
  });

  it('does not show a floor requested before the change', () => {
    const early = new Subject<FloorView>();
    const { store, answers } = run({ changeNeedle: changedTo });
    answers['readFloor'] = early;
    store.dispatch(floorActions.opened());
    const late = new Subject<FloorView>();
    answers['readFloor'] = late;
    store.dispatch(change());
    early.next(floor);
    expect(store.selectSignal(floorFeature.selectMachines)()[0]!.age!.runningHours).toBe(0);
    late.next({ ...floor, zones: [floorZone([changedTo])], sharps: { needles: 1, since: null } });
    expect(store.selectSignal(floorFeature.selectFloor)()!.sharps.needles).toBe(1);
  });

  it('shows a report that is waiting for the network at once', () => {
    const { store } = run({ reportTrouble: NO_NETWORK });
    const report = { trouble: 'clunk', reportedAt: '2026-03-04T10:00:00.000Z' } as const;
    store.dispatch(floorActions.report({ key: newId(), machineId: machine.id, report }));
    const [shown] = store.selectSignal(floorFeature.selectMachines)();
    expect(shown!.reports[0]).toEqual(jasmine.objectContaining({ ...report, reportedBy: 'Test mechanic' }));
  });

  it('stores pieces that wait for the network without reading, and treats the same entry again as new', () => {
    const { store, asked } = run({ logPieces: NO_NETWORK });
    const pieces = {
      pieces: 120,
      stitchesPerPiece: 450,
      from: '2026-03-04T02:00:00.000Z',
      to: '2026-03-04T10:00:00.000Z',
    };
    const written = store.selectSignal(floorFeature.selectWritten);
    const before = written();
    store.dispatch(floorActions.logPieces({ key: newId(), machineId: machine.id, pieces }));
    expect(asked).toEqual([]);
    expect(written()).toBe(before + 1);
    expect(store.selectSignal(floorFeature.selectDone)()).toBe(
      'Compound 07: 120 pieces: saved on this device; it goes out when the connection is back.',
    );
  });

  it('reads the floor again when a waiting write was answered', () => {
    const { settled, asked } = run({});
    settled.next({ write: waitingWrite('changeNeedle'), problem: null });
    settled.next({ write: waitingWrite('changeNeedle'), problem: REFUSED });
    expect(asked.map(({ route }) => route)).toEqual(['readFloor', 'readFloor']);
  });

  it('saves changes to pockets and sharps, one after another', () => {
    const { store, asked } = run({ discardPartUsed: {}, moveToPocket: {}, emptySharps: {} });
    const partUsedId = newId();
    store.dispatch(floorActions.moveToPocket({ key: newId(), partUsedId, pocket: 9 }));
    store.dispatch(floorActions.discard({ key: newId(), partUsedId }));
    store.dispatch(floorActions.emptySharps({ key: newId(), counted: 31 }));
    const writes = asked.filter(({ route }) => route !== 'readFloor');
    expect(writes.map(({ route, params, body }) => [route, params, body])).toEqual([
      ['moveToPocket', { partUsedId }, { pocket: 9 }],
      ['discardPartUsed', { partUsedId }, {}],
      ['emptySharps', undefined, { counted: 31 }],
    ]);
    expect(asked.length - writes.length).toBe(3);
    expect(store.selectSignal(floorFeature.selectDone)()).toBe('Sharps box emptied, 31 needles counted.');
  });
});
