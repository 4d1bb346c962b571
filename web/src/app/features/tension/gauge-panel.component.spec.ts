import { TestBed } from '@angular/core/testing';
import { newId, type LoggedGaugeReading } from '@gantelet/contracts';
import { LiveDevices } from '../../shared/live/live-devices';
import { SETUP } from '../../testing/examples';
import { mount } from '../../testing/mount';
import { GaugePanelComponent } from './gauge-panel.component';

describe('the needle thread on the gauge', () => {
  const reading = (turns: number, tensionCn: number, tex = 135): LoggedGaugeReading => ({
    id: newId(),
    setupId: SETUP.id,
    turns,
    tensionCn,
    pulls: 3,
    tex,
    readAt: '2026-03-04T09:00:00.000Z',
    readBy: 'Test mechanic',
  });
  async function open(readings: readonly LoggedGaugeReading[] = [], mayLog = true) {
    const mounted = await mount(
      GaugePanelComponent,
      {
        readings,
        tex: 135,
        turns: 4,
        travelTurns: 8,
        mayLog,
        busy: false,
        devices: [],
        ask: { do: 'pull-needle-thread', turns: 4, threadDiameterMm: 0.4, duty: 'medium' },
      },
      [{ provide: LiveDevices, useValue: {} }],
    );
    const logged: unknown[] = [];
    mounted.fixture.componentInstance.logged.subscribe((one) => logged.push(one));
    return { ...mounted, logged };
  }

  it("averages up to three pulls at the knob's present setting", async () => {
    const { type, press, button, logged } = await open();
    expect(button('Log at 4 turns')!.disabled).toBeTrue();
    await type('Pull 1', '180');
    await type('Pull 2', '190,5');
    await type('Pull 3', '184');
    expect(button('Log 185 cN at 4 turns')).not.toBeNull();
    await press('Log 185 cN');
    const [said] = logged as { tensionCn: number }[];
    expect(said).toEqual(jasmine.objectContaining({ turns: 4, pulls: 3 }));
    expect(said!.tensionCn).toBeCloseTo((180 + 190.5 + 184) / 3, 9);
  });

  it('says how many readings make a line, and draws none before there is one for this thread', async () => {
    const { host, text } = await open([reading(4, 200, 90)]);
    expect(host.querySelector('svg')).toBeNull();
    expect(text()).toContain('readings at different settings give this machine its own line for Tex 135.');
    TestBed.resetTestingModule();
    expect((await open([reading(4, 200)])).host.querySelectorAll('circle').length).toBe(1);
  });

  it('says which pull does not match the others', async () => {
    const { type, text } = await open();
    await type('Pull 1', '180');
    await type('Pull 2', '260');
    await type('Pull 3', '184');
    expect(text()).toContain('Pull 2 does not match the others. Pull it again.');
  });

  it('refuses impossible pulls', async () => {
    const { type, text } = await open();
    for (const wrong of ['0', '-4', '5001']) {
      await type('Pull 1', wrong);
      expect(text()).withContext(wrong).toContain('Allowed: 0.1 to 5000 cN.');
    }
    await type('Pull 1', 'hard');
    expect(text()).toContain('Not a number.');
    await type('Pull 1', '180');
    expect(text()).not.toContain('Not a number.');
  });

  it('keeps the pulls if the reading is refused, and resets once it is logged', async () => {
    const { type, press, field, set } = await open();
    await type('Pull 1', '180');
    await press('Log 180 cN');
    await set({ busy: true });
    await set({ busy: false });
    expect(field('Pull 1').value).toBe('180');
    await set({ readings: [reading(4, 180)] });
    expect(field('Pull 1').value).toBe('');
  });

  it('fits a line for this machine and thread alone', async () => {
    const { text, set } = await open([reading(3, 150), reading(4, 200)]);
    expect(text()).toContain('give this machine its own line');
    const own = [3, 4, 5, 6].map((turns) => reading(turns, 50 * turns));
    await set({ readings: [...own, reading(4, 900, 90)] });
    expect(text()).toMatch(/At 4 turns about 200 cN/);
  });

  it('is logged by mechanics', async () => {
    expect((await open([], false)).button('Log')).toBeNull();
  });
});
