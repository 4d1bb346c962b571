import { mount } from '../../testing/mount';
import { DayFieldComponent, instantOfDay, isoDay, IsoDayAdapter } from './day-field.component';

describe('a field for a day', () => {
  it('shows a day, accepts a typed one, and is null while the text is no day', async () => {
    const { fixture, type, host, set } = await mount(DayFieldComponent, {
      day: '2026-03-04',
      fieldId: 'due',
      label: 'Due',
    });
    const days: (string | null)[] = [];
    fixture.componentInstance.day.subscribe((day) => days.push(day));
    expect(host.querySelector('input')!.value).toBe('04/03/2026');
    await type('Due', '2026-11-30');
    await type('Due', '1.12.26');
    await type('Due', 'next week');
    expect(days).toEqual(['2026-11-30', '2026-12-01', null]);
    expect(host.querySelector('input')!.value).toBe('next week');
    await set({ day: '2027-01-02' });
    expect(host.querySelector('input')!.value).toBe('02/01/2027');
  });

  it('is opened by its button', async () => {
    const { press } = await mount(DayFieldComponent, { day: null, fieldId: 'from', label: 'From' });
    await press('Pick: From');
    const open = document.querySelector('ngb-datepicker')!;
    expect(open).not.toBeNull();
    await press('Pick: From');
    expect(document.querySelector('ngb-datepicker')).toBeNull();
  });

  it('reads and writes days with leading zeros', () => {
    const adapter = new IsoDayAdapter();
    expect(adapter.toModel({ year: 2026, month: 3, day: 4 })).toBe('2026-03-04');
    expect(adapter.fromModel('2026-03-04')).toEqual({ year: 2026, month: 3, day: 4 });
    expect([adapter.fromModel(null), adapter.fromModel(''), adapter.toModel(null)]).toEqual([
      null,
      null,
      null,
    ]);
  });

  it('begins at local midnight', () => {
    expect(instantOfDay('2026-03-04')).toBe(new Date(2026, 2, 4).toISOString());
    expect(isoDay(new Date(instantOfDay('2026-03-04')))).toBe('2026-03-04');
    expect(instantOfDay('2026-03-31', { days: 1 })).toBe(new Date(2026, 3, 1).toISOString());
    expect(instantOfDay('2026-03-04', { minutes: 23 * 60 + 59 })).toBe(
      new Date(2026, 2, 4, 23, 59).toISOString(),
    );
  });
});
