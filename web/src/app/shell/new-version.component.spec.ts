import { Subject } from 'rxjs';
import { SwUpdate } from '@angular/service-worker';
import { mount } from '../testing/mount';
import { NewVersionComponent } from './new-version.component';

describe('a new version', () => {
  const open = async (isEnabled = true) => {
    const [versionUpdates, unrecoverable] = [new Subject<{ type: string }>(), new Subject<object>()];
    const updates = {
      isEnabled,
      versionUpdates,
      unrecoverable,
      checkForUpdate: () => Promise.resolve(false),
    };
    const page = await mount(NewVersionComponent, {}, [{ provide: SwUpdate, useValue: updates }]);
    return { ...page, versionUpdates, unrecoverable };
  };

  it('is announced when it is ready, not while it is being looked for', async () => {
    const { text, versionUpdates, settled, button } = await open();
    versionUpdates.next({ type: 'VERSION_DETECTED' });
    await settled();
    expect(text()).toBe('');
    versionUpdates.next({ type: 'VERSION_READY' });
    await settled();
    expect(text()).toContain('A new version of Gantelet is ready.');
    expect(button('Use it now')).not.toBeNull();
  });

  it('is required when parts of this one are gone from the device', async () => {
    const { text, unrecoverable, settled } = await open();
    unrecoverable.next({});
    await settled();
    expect(text()).toContain('is ready');
  });

  it('is not looked for without a service worker', async () => {
    expect((await open(false)).text()).toBe('');
  });
});
