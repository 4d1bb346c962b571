import { newId } from '../shared/index.js';
import { complaints } from '../testing/complaints.js';
import {
  ChangeMove,
  HoursCorrection,
  MachineAway,
  NO_SETTINGS,
  PersonAbsence,
  PlanAsk,
  RoundsSettings,
  TaskSkip,
} from './index.js';

const DAYS = { fromDay: '2026-03-04', toDay: '2026-03-06', note: '' };

describe('absences and corrections by the lead', () => {
  const absence = { personId: newId(), ...DAYS };
  const away = { machineId: newId(), ...DAYS, kind: 'down' };
  const correction = { machineId: newId(), ...DAYS, hoursPerShift: 6.5 };

  it('cover one or more days, in order', () => {
    for (const [schema, value] of [
      [PersonAbsence, absence],
      [MachineAway, away],
      [HoursCorrection, correction],
    ] as const) {
      expect(complaints(schema, value)).toEqual([]);
      expect(complaints(schema, { ...value, toDay: value.fromDay })).toEqual([]);
      expect(complaints(schema, { ...value, toDay: '2026-03-03' })).toEqual([
        'toDay: not before the first day',
      ]);
    }
  });

  it('are calendar days', () => {
    expect(complaints(PersonAbsence, { ...absence, fromDay: '2026-02-29', toDay: '2026-03-01' })).toEqual([
      'fromDay: a day such as 2026-03-04',
    ]);
  });

  it('give a machine no more hours than a day has', () => {
    expect(complaints(HoursCorrection, { ...correction, hoursPerShift: 24.5 })).toEqual([
      'hoursPerShift: at most 24',
    ]);
    expect(complaints(HoursCorrection, { ...correction, hoursPerShift: -1 })).toEqual([
      'hoursPerShift: at least 0',
    ]);
  });

  it('say whether a machine is stopped or runs while nobody may touch it', () => {
    expect(complaints(MachineAway, { ...away, kind: 'reserved' })).toEqual([]);
    expect(complaints(MachineAway, { ...away, kind: 'gone' })).toEqual(['kind: one of down, reserved']);
  });
});

describe('planning settings', () => {
  it('start as those of a shop that has decided nothing', () => {
    expect(RoundsSettings.parse(NO_SETTINGS)).toEqual(NO_SETTINGS);
  });

  it('have no absences if stored before absences existed', () => {
    const { absences: _, ...older } = NO_SETTINGS;
    expect(RoundsSettings.parse(older).absences).toEqual([]);
  });

  it('look ahead at least two days of three shifts, and at most two weeks', () => {
    expect(complaints(RoundsSettings, { ...NO_SETTINGS, horizonShifts: 6 })).toEqual([]);
    expect(complaints(RoundsSettings, { ...NO_SETTINGS, horizonShifts: 5 })).toEqual([
      'horizonShifts: at least 6',
    ]);
    expect(complaints(RoundsSettings, { ...NO_SETTINGS, horizonShifts: 43 })).toEqual([
      'horizonShifts: at most 42',
    ]);
  });

  it('give nobody more minutes than a day has, on existing machine classes', () => {
    const hours = { personId: newId(), shiftIds: [newId()], minutes: 1441, machineClasses: ['loom'] };
    expect(complaints(RoundsSettings, { ...NO_SETTINGS, mechanics: [hours] })).toEqual([
      'mechanics.0.minutes: at most 1440',
      jasmine.stringMatching(/^mechanics\.0\.machineClasses\.0: one of flatbed, /),
    ]);
  });

  it('name their holidays', () => {
    const holidays = [{ day: '2026-12-25', name: '  ' }];
    expect(complaints(RoundsSettings, { ...NO_SETTINGS, holidays })).toEqual(['holidays.0.name: not empty']);
  });
});

describe('a request to plan or move', () => {
  it('searches for the usual time by default', () => {
    expect(PlanAsk.parse({})).toEqual({ effort: 1, rule: null });
    expect(PlanAsk.parse({ rule: 'every-monday' })).toEqual({ effort: 1, rule: 'every-monday' });
    expect(complaints(PlanAsk, { effort: 7 })).toEqual(['effort: at most 6']);
    expect(complaints(PlanAsk, { rule: 'as-done' })).toEqual([
      'rule: one of every-hours, every-monday, on-failure',
    ]);
  });

  it('adds, removes or moves a change, and never neither', () => {
    const machineId = newId();
    for (const [from, to] of [
      [null, 3],
      [3, null],
      [3, 4],
    ])
      expect(complaints(ChangeMove, { machineId, from, to, version: 2 })).toEqual([]);
    expect(complaints(ChangeMove, { machineId, from: null, to: null, version: 2 })).toEqual([
      'to: from a shift or to one',
    ]);
    expect(complaints(ChangeMove, { machineId, from: -1, to: 1.5, version: 2 })).toEqual([
      'from: at least 0',
      'to: a whole number',
    ]);
  });

  it('skips a change for a reason, with a one-line note', () => {
    const skip = { machineId: newId(), startsAt: '2026-03-04T05:00:00Z', reason: 'no-needle', note: ' ' };
    expect(TaskSkip.parse(skip).note).toBe('');
    expect(complaints(TaskSkip, { ...skip, note: 'x'.repeat(201) })).toEqual(['note: at most 200 letters']);
    expect(complaints(TaskSkip, { ...skip, reason: 'late' })[0]).toMatch(/^reason: one of machine-busy, /);
  });
});
