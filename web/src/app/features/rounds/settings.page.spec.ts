import { newId, NO_SETTINGS, type RoundsSettings, type RoundsView } from '@gantelet/contracts';
import { SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { ZONES } from '../../testing/rounds-examples';
import { shopActions, shopFeature } from '../shop/shop.state';
import { roundsActions, roundsFeature } from './rounds.state';
import { RoundsSettingsPage } from './settings.page';

describe('planning settings', () => {
  const people = ['Mek', 'Tam'].map((name) => ({ id: newId(), name }));
  const shift = { id: newId(), name: 'Early' };
  const machine = { id: newId(), name: 'Post 3' };
  const mek = { personId: people[0]!.id, shiftIds: [], minutes: 30, machineClasses: [] };
  const settings: RoundsSettings = { ...NO_SETTINGS, mechanics: [mek], version: 4 };
  const view: RoundsView = {
    timeZone: 'Pacific/Kiritimati',
    currency: 'GBP',
    flatHours: 8,
    settings,
    people,
    shifts: [shift],
    zones: ZONES,
    machines: [machine],
    plan: null,
    noPlan: null,
    job: null,
    stock: [],
    notices: [],
  };

  async function open(role: 'lead' | 'mechanic' = 'lead') {
    const session = { ...SESSION, person: { ...SESSION.person!, role } };
    const page = await mountPage(RoundsSettingsPage, {
      features: [shopFeature, roundsFeature],
      before: [shopActions.sessionRead({ session }), roundsActions.viewRead({ view })],
    });
    const kept = () => page.of(roundsActions.revise).map(({ settings }) => settings);
    const tick = async (words: string) => {
      const label = [...page.host.querySelectorAll('label')].find(
        ({ textContent }) => textContent?.trim() === words,
      );
      label!.querySelector('input')!.click();
      await page.settled();
    };
    /** Minutes of one change of a kind of machine; the same words appear under what a mechanic can do. */
    const typeMinutes = async (machineClass: string, text: string) => {
      const line = [...page.host.querySelectorAll('label.line')].find(
        ({ textContent }) => textContent?.trim() === machineClass,
      );
      const field = line!.querySelector('input')!;
      field.value = text;
      field.dispatchEvent(new Event('change'));
      await page.settled();
    };
    return { ...page, kept, tick, typeMinutes };
  }
  beforeEach(() => jasmine.clock().install().mockDate(new Date('2026-11-26T12:00:00.000Z')));
  afterEach(() => jasmine.clock().uninstall());

  it('save everything that was changed, and nothing else', async () => {
    const { type, typeMinutes, tick, press, kept } = await open();
    await type('Minutes per shift', '45');
    await tick('Early');
    await tick('post');
    await type('Hall', '6');
    await typeMinutes('cylinder', '7.5');
    await type('Shifts ahead', '20');
    await press('Save settings');
    expect(kept()).toEqual([
      {
        ...settings,
        horizonShifts: 20,
        mechanics: [{ ...mek, minutes: 45, shiftIds: [shift.id], machineClasses: ['post'] }],
        walks: [{ zoneId: ZONES[0]!.id, minutes: 6 }],
        classMinutes: [{ machineClass: 'cylinder', minutes: 7.5 }],
      },
    ]);
  });

  it('drop what is emptied or removed', async () => {
    const { typeMinutes, press, kept } = await open();
    await typeMinutes('cylinder', '7');
    await typeMinutes('cylinder', '');
    await press('Remove');
    await press('Save settings');
    expect([kept()[0]!.classMinutes, kept()[0]!.mechanics]).toEqual([[], []]);
  });

  it("date new entries today, by the shop's calendar", async () => {
    const { press, kept, host, settled } = await open();
    await press('Add a holiday');
    const adds = [...host.querySelectorAll('button')].filter(({ textContent }) =>
      textContent?.includes('Add a machine'),
    );
    for (const add of adds) add.click();
    await settled();
    await press('Save settings');
    // Noon in Greenwich is two hours into the next day there.
    expect(kept()[0]!.holidays).toEqual([{ day: '2026-11-27', name: 'Holiday' }]);
    expect(kept()[0]!.away[0]).toEqual(
      jasmine.objectContaining({ machineId: machine.id, fromDay: '2026-11-27', toDay: '2026-11-27' }),
    );
    expect(kept()[0]!.corrections[0]?.hoursPerShift).toBe(4);
  });

  it('add every mechanic once', async () => {
    const { press, kept } = await open();
    for (let i = 0; i < 3; i++) await press('Add a mechanic');
    await press('Save settings');
    expect(kept()[0]!.mechanics.map(({ personId }) => personId)).toEqual(people.map(({ id }) => id));
  });

  it('say beside a field what it accepts, and are not saved otherwise', async () => {
    const { type, text, button } = await open();
    await type('Minutes per shift', '2000');
    await type('Shifts ahead', '5');
    expect(text()).toContain('Allowed: 0 to 1440. Unchanged: 30.');
    expect(text()).toContain('Allowed: 6 to 42. Unchanged: 28.');
    expect(button('Save settings')!.disabled).toBeTrue();
  });

  it('keep what is typed while searches come and go, and reset with another version', async () => {
    const { type, field, store, settled } = await open();
    await type('Minutes per shift', '45');
    store.dispatch(roundsActions.viewRead({ view: { ...view, settings: { ...settings } } }));
    await settled();
    expect(field('Minutes per shift').value).toBe('45');
    store.dispatch(roundsActions.viewRead({ view: { ...view, settings: { ...settings, version: 5 } } }));
    await settled();
    expect(field('Minutes per shift').value).toBe('30');
  });

  it('are saved by the lead only', async () => {
    const { type, button, text } = await open('mechanic');
    await type('Minutes per shift', '45');
    expect(button('Save settings')!.disabled).toBeTrue();
    expect(text()).toContain('Only a lead can change these.');
  });
});
