import { LiveDevices } from '../../shared/live/live-devices';
import { mount } from '../../testing/mount';
import { TENSION } from '../../testing/examples';
import { withShopValues } from '@gantelet/core';
import { BobbinPanelComponent } from './bobbin-panel.component';
import { nextStep } from './next-step';

describe('the bobbin case', () => {
  const state = nextStep(
    TENSION,
    { bobbin: 'leave-bobbin', target: 'middle', step: 'as-the-seam-tells' },
    withShopValues([]),
  ).bobbin;
  async function open(more: Readonly<Record<string, unknown>> = {}) {
    const mounted = await mount(
      BobbinPanelComponent,
      {
        state,
        tex: 135,
        school: 'leave-bobbin',
        mayLog: true,
        busy: false,
        loggedCount: 0,
        devices: [],
        ...more,
      },
      [{ provide: LiveDevices, useValue: {} }],
    );
    const logged: unknown[] = [];
    mounted.fixture.componentInstance.logged.subscribe((one) => logged.push(one));
    const log = () =>
      [...mounted.host.querySelectorAll('button')].find(
        ({ textContent }) => textContent?.trim() === 'Log the bobbin',
      )!;
    return { ...mounted, logged, log };
  }
  const said = { screwTurns: 0, grams: null, tensionCn: null, outcome: null };

  it('is read by a drop test, by weights with a drop test, by a gauge, or only turned', async () => {
    const { press, type, choose, log, logged, set } = await open();
    await press('creeps');
    log().click();
    await set({ loggedCount: 1 });
    await type('Case and weights, g', '42,5');
    expect(log().disabled).toBeTrue();
    await press('creeps');
    log().click();
    await set({ loggedCount: 2 });
    await type('Gauge, cN', '31');
    log().click();
    await set({ loggedCount: 3 });
    await choose('Screw turned by', 'an eighth of a turn tighter');
    log().click();
    expect(logged).toEqual([
      { ...said, method: 'drop', outcome: 'creeps' },
      { ...said, method: 'weight', grams: 42.5, outcome: 'creeps' },
      { ...said, method: 'gauge', tensionCn: 31 },
      { ...said, method: 'screw', screwTurns: 0.125 },
    ]);
  });

  it('does not combine two readings', async () => {
    const { type, press, log } = await open();
    await type('Gauge, cN', '31');
    await press('creeps');
    expect(log().disabled).toBeTrue();
    await press('creeps');
    expect(log().disabled).toBeFalse();
  });

  it('keeps what was entered until it is logged', async () => {
    const { type, field, log, set } = await open();
    await type('Gauge, cN', '31');
    log().click();
    await set({ busy: true });
    await set({ busy: false, state: { ...state } });
    expect(field('Gauge, cN').value).toBe('31');
    await set({ loggedCount: 1 });
    expect(field('Gauge, cN').value).toBe('');
  });

  it('says above which thread the case alone is only a lower bound', async () => {
    const { text, set } = await open();
    expect(text()).not.toContain('lower bound');
    await set({ tex: 270 });
    expect(text()).toContain('the case alone is too light to tell: hang weights on it');
  });

  it('says if the spring is losing tension by itself', async () => {
    const wear = { lostShare: 0.22, days: 41.3, readings: 6 };
    const { text } = await open({ state: { ...state, wear } });
    expect(text()).toContain(
      'The spring is losing tension: 22 % in 41 days over 6 readings, with the screw not turned.',
    );
  });

  it('follows the chosen school', async () => {
    const { fixture, host } = await open();
    const schools: unknown[] = [];
    fixture.componentInstance.schoolChange.subscribe((one) => schools.push(one));
    host.querySelectorAll<HTMLInputElement>('input[type=radio]')[1]!.click();
    expect(schools).toEqual(['bobbin-first']);
  });
});
