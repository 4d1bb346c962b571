import { newId, type Device, type Role } from '@gantelet/contracts';
import { MACHINE, SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { shopActions, shopFeature } from '../shop/shop.state';
import { deviceActions, deviceFeature } from './device.state';
import { DevicesPage } from './devices.page';

describe('the devices', () => {
  const gauge: Device = {
    id: newId(),
    kind: 'tension-gauge',
    name: 'Gauge by the door',
    machineId: null,
    standIn: true,
    registeredAt: '2026-03-01T08:00:00.000Z',
    registeredBy: 'Test lead',
    revokedAt: null,
  };
  const old: Device = { ...gauge, id: newId(), name: 'Old scale', revokedAt: '2026-03-02T08:00:00.000Z' };

  async function open(role: Role = 'lead') {
    const page = await mountPage(DevicesPage, {
      features: [shopFeature, deviceFeature],
      before: [
        shopActions.sessionRead({ session: { ...SESSION, person: { ...SESSION.person!, role } } }),
        deviceActions.listRead({ devices: [gauge, old], machines: [MACHINE] }),
      ],
    });
    const registered = () => page.of(deviceActions.register);
    return { ...page, registered };
  }

  it('say what each is and whether it is registered', async () => {
    const { host } = await open();
    const rows = [...host.querySelectorAll('tbody tr')].map(({ textContent }) => textContent ?? '');
    expect(rows[0]).toContain('Tension gauge, simulated');
    expect(rows[1]).toContain('blocked since 2 Mar 2026');
  });

  it('are registered with a token of 32 random bytes', async () => {
    const { type, press, registered } = await open();
    await type('Name', 'Scale 2');
    await press('Register');
    const [{ entry }] = registered() as [ReturnType<typeof deviceActions.register>];
    expect(entry).toEqual(
      jasmine.objectContaining({ name: 'Scale 2', kind: 'tension-gauge', machineId: null }),
    );
    expect(entry.token).toMatch(/^[\w-]{43}$/);
  });

  it('are the same device with the same token when retried after a lost reply', async () => {
    const { type, press, registered, store, field, settled } = await open();
    await type('Name', 'Scale 2');
    await press('Register');
    const problem = { type: 'about:blank', title: 'No answer', status: 0, code: 'server.busy' as const };
    store.dispatch(deviceActions.refused({ problem }));
    await settled();
    expect(field('Name').value).toBe('Scale 2');
    await press('Register');
    const [first, second] = registered();
    expect(second).toEqual(first!);
    store.dispatch(
      deviceActions.kept({ device: { ...gauge, id: newId(), name: 'Scale 2' }, token: first!.entry.token }),
    );
    await settled();
    expect(field('Name').value).toBe('');
    await type('Name', 'Scale 2');
    await press('Register');
    expect(registered()[2]!.entry.token).not.toBe(first!.entry.token);
  });

  it('need their machine if they count stitches', async () => {
    const { type, choose, press, button, registered } = await open();
    await type('Name', 'Counter 7');
    await choose('Kind', 'Stitch counter');
    expect(button('Register')!.disabled).toBeTrue();
    await choose('On machine', 'Compound 07');
    await press('Register');
    expect(registered()[0]!.entry).toEqual(
      jasmine.objectContaining({ kind: 'counter', machineId: MACHINE.id }),
    );
  });

  it('show the settings of a new one, once', async () => {
    const { store, text, settled } = await open();
    store.dispatch(deviceActions.kept({ device: gauge, token: 'a-token' }));
    await settled();
    expect(text()).toContain('Gauge by the door is registered');
    expect(text()).toContain('a-token');
    store.dispatch(deviceActions.wanted());
    await settled();
    expect(text()).not.toContain('a-token');
  });

  it('are blocked by a lead only', async () => {
    const page = await open();
    await page.press('Block Gauge by the door');
    expect(page.of(deviceActions.revoke)[0]!.deviceId).toBe(gauge.id);
  });

  it('are read-only for others', async () => {
    const { button, text } = await open('mechanic');
    expect([button('Block'), button('Register')]).toEqual([null, null]);
    expect(text()).toContain('allowed');
  });
});
