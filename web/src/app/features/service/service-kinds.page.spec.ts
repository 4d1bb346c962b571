import { newId, type Role, type ServiceKindView } from '@gantelet/contracts';
import { SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { shopActions, shopFeature } from '../shop/shop.state';
import { serviceActions, serviceFeature } from './service.state';
import { ServiceKindsPage } from './service-kinds.page';

const OIL: ServiceKindView = {
  ...{ id: newId(), version: 2, name: 'Oil change', clock: 'days', interval: 180 },
  ...{ how: 'sewing-machine oil only', machineClass: null },
};

describe('kinds of service', () => {
  async function open(role: Role, kinds: readonly ServiceKindView[] = [OIL]) {
    const session = { ...SESSION, person: { ...SESSION.person!, role } };
    return mountPage(ServiceKindsPage, {
      features: [serviceFeature, shopFeature],
      before: [shopActions.sessionRead({ session }), serviceActions.kindsRead({ kinds, done: '' })],
    });
  }

  it('are shown with their triggers, and read-only except for leads', async () => {
    const page = await open('mechanic');
    expect(page.text()).toContain('Oil change every 180 days, all machines sewing-machine oil only');
    expect(page.button('Edit Oil change')).toBeNull();
    expect(page.text()).toContain('Only a lead can change these.');
  });

  it('may be triggered by machine events', async () => {
    const page = await open('lead', [{ ...OIL, name: 'Timing check', clock: 'strikes', interval: 1 }]);
    expect(page.text()).toContain('Timing check after each needle strike');
    await page.type('What is done', 'Case check');
    await page.choose('Counted in', 'changeovers');
    await page.type('Every', '2.5');
    expect(page.text()).toContain('a whole number');
    expect(page.button('Add it')!.disabled).toBeTrue();
    await page.type('Every', '20');
    await page.press('Add it');
    expect(page.of(serviceActions.addKind)[0]?.entry).toEqual(
      jasmine.objectContaining({ clock: 'changeovers', interval: 20 }),
    );
  });

  it('are added by a lead, keeping what was typed until it is saved', async () => {
    const page = await open('lead', []);
    expect(page.text()).toContain('None of your own yet');
    expect(page.button('Add it')!.disabled).toBeTrue();
    await page.type('What is done', 'Belt');
    await page.type('Every', '1500');
    await page.choose('Counted in', 'running hours');
    await page.choose('Machines', 'post bed machines');
    await page.press('Add it');
    expect(page.of(serviceActions.addKind)[0]?.entry).toEqual({
      ...{ name: 'Belt', clock: 'hours', interval: 1500, how: '', machineClass: 'post' },
    });
    expect((page.field('What is done') as HTMLInputElement).value).toBe('Belt');
    page.store.dispatch(serviceActions.kindsRead({ kinds: [OIL], done: 'Belt: added.' }));
    await page.settled();
    expect((page.field('What is done') as HTMLInputElement).value).toBe('');
  });

  it('are revised and removed with the version that was read', async () => {
    const page = await open('lead');
    await page.press('Edit Oil change');
    await page.type('Every', '90');
    await page.press('Save');
    page.store.dispatch(serviceActions.kindsRead({ kinds: [OIL], done: 'Oil change: saved.' }));
    await page.settled();
    await page.press('Remove Oil change');
    const changes = page.of(serviceActions.changeKind).map(({ change }) => change);
    expect(changes.map(({ interval, version, dropped }) => [interval, version, dropped])).toEqual([
      [90, 2, false],
      [180, 2, true],
    ]);
  });
});
