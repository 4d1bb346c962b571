import { newId, type ShopCalendar } from '@gantelet/contracts';
import { mount } from '../../testing/mount';
import { ZONES } from '../../testing/rounds-examples';
import { CalendarPanelComponent } from './calendar-panel.component';

describe('the shifts of the shop', () => {
  const early = {
    id: newId(),
    name: 'Early',
    startMinute: 360,
    lengthMinutes: 480,
    weekdays: [1, 2, 3, 4, 5],
  };
  const calendar: ShopCalendar = {
    timeZone: 'Europe/Oslo',
    shifts: [early],
    zones: ZONES.map(({ id }) => ({ zoneId: id, shiftIds: [early.id] })),
    version: 3,
  };
  async function open(mayWrite = true) {
    const mounted = await mount(CalendarPanelComponent, { calendar, zones: ZONES, mayWrite });
    const kept: ShopCalendar[] = [];
    mounted.fixture.componentInstance.kept.subscribe((one) => kept.push(one));
    const tick = async (words: string, i = 0) => {
      const labels = [...mounted.host.querySelectorAll('label')].filter(
        ({ textContent }) => textContent?.trim() === words,
      );
      labels[i]!.querySelector('input')!.click();
      await mounted.settled();
    };
    return { ...mounted, kept, tick };
  }

  it('are in local time, and saved only if something changed', async () => {
    const { field, button } = await open();
    expect([field('Begins').value, field('Hours').value]).toEqual(['06:00', '8']);
    expect(button('Save shifts')!.disabled).toBeTrue();
  });

  it('accept another start, length, days and zones', async () => {
    const { type, press, tick, kept } = await open();
    await type('Begins', '05:30');
    await type('Hours', '7.75');
    await tick('Sa');
    await tick('Mo');
    await tick('Loft');
    await press('Save shifts');
    expect(kept).toEqual([
      {
        ...calendar,
        shifts: [{ ...early, startMinute: 330, lengthMinutes: 465, weekdays: [2, 3, 4, 5, 6] }],
        zones: [calendar.zones[0]!, { zoneId: ZONES[1]!.id, shiftIds: [] }],
      },
    ]);
  });

  it('can be added', async () => {
    const { press, tick, kept } = await open();
    await press('Add a shift');
    await tick('Hall', 1);
    await press('Save shifts');
    const [{ shifts, zones }] = kept as [ShopCalendar];
    expect(shifts.map(({ name, startMinute }) => [name, startMinute])).toEqual([
      ['Early', 360],
      ['Night', 22 * 60],
    ]);
    expect(zones[0]!.shiftIds).toEqual([early.id, shifts[1]!.id]);
  });

  it('say in their own words what is wrong, and are not saved then', async () => {
    const { type, text, button } = await open();
    await type('Time zone', 'Oslo time');
    expect(text()).toContain('Time zone: an IANA name, such as Europe/Oslo');
    await type('Time zone', 'Europe/Oslo');
    await type('Hours', '25');
    expect(text()).toContain('Allowed: 0.5 to 24 h. Unchanged: 8.');
    await type('Name', ' ');
    expect(text()).toContain('enter a name of 1 to 80 characters');
    expect(button('Save shifts')!.disabled).toBeTrue();
  });

  it('are read-only for those who may not change them', async () => {
    const { button } = await open(false);
    expect([button('Add a shift'), button('Save shifts')]).toEqual([null, null]);
  });
});
