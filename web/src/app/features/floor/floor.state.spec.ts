import type { FloorMachine, FloorView } from '@gantelet/contracts';
import { floorMachine, floorZone } from '../../testing/examples';
import { floorActions, floorFeature } from './floor.state';

const machines = [floorMachine('A', 2), floorMachine('B', 9), floorMachine('C', 6)];
const floor: FloorView = {
  version: 'a',
  readAt: '2026-03-04T10:00:00.000Z',
  lifeHours: 8,
  recent: [],
  partUsed: [],
  sharps: { needles: 0, since: null },
  zones: [floorZone(machines)],
};

describe('the state of the floor', () => {
  const reduce = floorFeature.reducer;
  const read = reduce(undefined, floorActions.floorRead({ floor }));

  it('orders machines by what is due, without touching their order in the zone', () => {
    expect(floorFeature.selectDueOrder({ floor: read }).map((m) => m.name)).toEqual(['B', 'C', 'A']);
    expect(floorFeature.selectMachines({ floor: read }).map((m) => m.name)).toEqual(['A', 'B', 'C']);
  });

  it('counts machines by state, worst first', () => {
    expect(floorFeature.selectCounts({ floor: read })).toEqual([
      { state: 'stop', count: 0 },
      { state: 'due', count: 1 },
      { state: 'watch', count: 0 },
      { state: 'good', count: 2 },
    ]);
  });

  it('lets a change be undone until its minute is over or something else is done', () => {
    const undo = { installId: 'i', before: machines[0]! };
    const machine = { ...machines[0]!, name: 'A changed' };
    const after = reduce(read, floorActions.machineChanged({ key: 'k', machine, done: '', undo }));
    expect(after.undo).toEqual(undo);
    expect(reduce(after, floorActions.undoClosed({ installId: 'other' })).undo).toEqual(undo);
    expect(reduce(after, floorActions.undoClosed({ installId: 'i' })).undo).toBeNull();
    expect(reduce(after, floorActions.undo({ key: 'k', undo })).undo).toBeNull();
    const withdrawn = reduce(after, floorActions.changeWithdrawn({ key: 'k', undo, done: '' }));
    expect(floorFeature.selectMachines({ floor: withdrawn })[0]).toEqual(machines[0]);
  });

  it('ages a waiting part-used needle from the hours it has', () => {
    const waits = floorActions.changeWaits({
      key: 'k',
      machineId: machines[0]!.id,
      needle: { ...machines[0]!.needle!, entryHours: 3 },
      stop: null,
      undo: { installId: 'i', before: machines[0]! },
      done: '',
    });
    const [machine] = floorFeature.selectMachines({ floor: reduce(read, waits) });
    expect([machine?.age?.runningHours, machine?.age?.hoursLeft]).toEqual([3, 5]);
  });

  it('stops a machine for a missing piece before the server knows of it', () => {
    const stop = { id: 'i', at: '2026-03-04T10:00:00.000Z', personName: 'Test operator' };
    const { needle, id: machineId } = machines[0]!;
    const waits = floorActions.changeWaits({
      key: 'k',
      machineId,
      needle: needle!,
      stop,
      undo: null,
      done: '',
    });
    const [machine] = floorFeature.selectMachines({ floor: reduce(read, waits) });
    expect([machine?.stops, machine?.age?.state]).toEqual([[stop], 'stop']);
    const report = { id: 'r', trouble: 'clunk' as const, reportedAt: stop.at, reportedBy: '' };
    const reported = reduce(
      reduce(read, waits),
      floorActions.reportWaits({ key: 'k', machineId, report, done: '' }),
    );
    expect(floorFeature.selectMachines({ floor: reported })[0]?.age?.state).toBe('stop');
  });

  it('separates writes at two machines: each waits for its own answer, and a refusal names its own', () => {
    const [a, b] = machines as [FloorMachine, FloorMachine];
    const report = { trouble: 'clunk' as const, reportedAt: '2026-03-04T10:00:00.000Z' };
    const busy = (state: typeof read) => [...floorFeature.selectBusy({ floor: state })];
    const first = reduce(read, floorActions.report({ key: '1', machineId: a.id, report }));
    const both = reduce(first, floorActions.report({ key: '2', machineId: b.id, report }));
    expect(busy(both)).toEqual([a.id, b.id]);
    const answered = reduce(both, floorActions.machineChanged({ key: '2', machine: b, done: '' }));
    expect(busy(answered)).toEqual([a.id]);
    const problem = { title: 'No.' } as never;
    const unread = reduce(answered, floorActions.failed({ problem }));
    expect([busy(unread), unread.refused]).toEqual([[a.id], null]);
    const refused = reduce(answered, floorActions.refused({ key: '1', problem }));
    expect([busy(refused), refused.refused]).toEqual([[], { of: a.id, problem }]);
  });

  it('replaces a changed machine and says what was logged', () => {
    const fresh = { ...machines[1]!, name: 'B changed' };
    const after = reduce(read, floorActions.machineChanged({ key: 'k', machine: fresh, done: 'B: logged.' }));
    expect(after.floor?.zones[0]?.machines.map((m) => m.name)).toEqual(['A', 'B changed', 'C']);
    expect(after.done).toBe('B: logged.');
  });
});
