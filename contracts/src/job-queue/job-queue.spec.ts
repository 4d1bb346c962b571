import { newId } from '../shared/index.js';
import { complaints } from '../testing/complaints.js';
import { JobQueueOrder, QueuedJobEntry } from './index.js';

describe('the order of waiting jobs', () => {
  const [one, other, machine] = [newId(), newId(), newId()];
  const lane = (machineId: string, ...ids: readonly string[]) => ({
    machineId,
    jobs: ids.map((id) => ({ id, pinned: false })),
  });

  it('has each job once, on a machine or without a place', () => {
    expect(complaints(JobQueueOrder, { lanes: [lane(machine, one)], unplaced: [other] })).toEqual([]);
    expect(complaints(JobQueueOrder, { lanes: [lane(machine, one)], unplaced: [one] })).toEqual([
      'lanes: each job once',
    ]);
    expect(complaints(JobQueueOrder, { lanes: [lane(machine, one, one)], unplaced: [] })).toEqual([
      'lanes: each job once',
    ]);
  });

  it('has each machine once', () => {
    const lanes = [lane(machine, one), lane(machine, other)];
    expect(complaints(JobQueueOrder, { lanes, unplaced: [] })).toEqual(['lanes: each machine once']);
  });
});

describe('a queued job', () => {
  const entry = { setupId: newId(), sewMinutes: 90 };

  it('needs neither a quantity nor a due date', () => {
    expect(QueuedJobEntry.parse(entry)).toEqual({ ...entry, pieces: null, dueAt: null, note: '' });
  });

  it('takes some time, two weeks at most', () => {
    expect(complaints(QueuedJobEntry, { ...entry, sewMinutes: 0 })).toEqual(['sewMinutes: more than 0']);
    expect(complaints(QueuedJobEntry, { ...entry, sewMinutes: 20_001 })).toEqual([
      'sewMinutes: at most 20000',
    ]);
  });
});
