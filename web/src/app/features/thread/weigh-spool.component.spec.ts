import { provideState, provideStore } from '@ngrx/store';
import { LiveDevices } from '../../shared/live/live-devices';
import { mount } from '../../testing/mount';
import { deviceFeature } from '../device/device.state';
import { WeighSpoolComponent } from './weigh-spool.component';

describe('weighing a spool without a label', () => {
  async function open() {
    const mounted = await mount(WeighSpoolComponent, {}, [
      provideStore(),
      provideState(deviceFeature),
      { provide: LiveDevices, useValue: {} },
    ]);
    const taken: string[] = [];
    mounted.fixture.componentInstance.taken.subscribe((one) => taken.push(one));
    const candidates = () =>
      [...mounted.host.querySelectorAll('button')].flatMap(({ textContent }) =>
        /^Tex \d/.test(textContent?.trim() ?? '') ? [textContent!.trim()] : [],
      );
    return { ...mounted, taken, candidates };
  }

  it('says nothing before it is weighed', async () => {
    const { text, type, candidates } = await open();
    expect(candidates()).toEqual([]);
    await type('Weight, g', '0');
    expect(text()).not.toContain('between');
  });

  // Tex is grams per 1000 m (ISO 1144): 1.35 g in 10 m is Tex 135; a resolution of 0.1 g leaves 0.05 g either way,
  // 130 to 140.
  it('gives the Tex and the uncertainty from the scale', async () => {
    const { type, text, candidates, press, taken } = await open();
    await type('Weight, g', '1,35');
    expect(text()).toMatch(/Tex 135, between 130 and 140/);
    expect(candidates()).toEqual(['Tex 135']);
    await press('Tex 135');
    expect(taken).toEqual(['Tex 135']);
  });

  it('says which sizes cannot be told apart, and what would distinguish them', async () => {
    const { type, text, candidates } = await open();
    await type('Weight, g', '1.3');
    await type('Scale resolution, g', '1');
    expect(candidates().length).toBeGreaterThan(2);
    expect(text()).toContain('Weigh a longer length to tell them apart.');
    await type('Scale resolution, g', '0.01');
    expect(candidates().length).toBe(1);
  });
});
