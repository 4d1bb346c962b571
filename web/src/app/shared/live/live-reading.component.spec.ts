import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Subject } from 'rxjs';
import { newId, type Device, type DeviceEvent, type StandInAsk } from '@gantelet/contracts';
import { LiveDevices } from './live-devices';
import { LiveReadingComponent } from './live-reading.component';
import { heard, NOTHING_HEARD, type LiveState } from './live-state';

const GAUGE: Device = {
  id: newId(),
  kind: 'tension-gauge',
  name: 'Gauge 1',
  machineId: null,
  standIn: true,
  registeredAt: '2026-03-01T08:00:00.000Z',
  registeredBy: 'Test lead',
  revokedAt: null,
};
const PULL: StandInAsk = { do: 'pull-bobbin-thread', tex: 135 };

describe('a live reading', () => {
  const states = new Subject<LiveState>();
  const asked: unknown[] = [];
  let state = NOTHING_HEARD;
  beforeEach(() => {
    state = NOTHING_HEARD;
    asked.length = 0;
    const devices = { watch: () => states, ask: (...args: unknown[]) => asked.push(args) };
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: LiveDevices, useValue: devices }],
    });
  });

  async function shown(devices: readonly Device[]) {
    const fixture = TestBed.createComponent(LiveReadingComponent);
    fixture.componentRef.setInput('kind', 'tension-gauge');
    fixture.componentRef.setInput('from', devices);
    fixture.componentRef.setInput('ask', PULL);
    const settled: number[] = [];
    fixture.componentInstance.settled.subscribe((value) => settled.push(Math.round(value)));
    await fixture.whenStable();
    const element = fixture.nativeElement as HTMLElement;
    const hear = async (...events: DeviceEvent[]) => {
      for (const event of events) state = heard(state, event, 'tension-gauge');
      states.next(state);
      await fixture.whenStable();
    };
    return { element, settled, hear };
  }
  const pulled = (from: number, level: number): DeviceEvent[] =>
    Array.from({ length: 12 }, (_, i) => ({
      seq: from + i,
      upMs: 100 * (from + i),
      batteryPercent: 80,
      tensionCn: level,
    }));
  const slack = (seq: number): DeviceEvent => ({ seq, upMs: 100 * seq, batteryPercent: 80, tensionCn: 0 });

  it('emits each pull once, when it has ended', async () => {
    const { element, settled, hear } = await shown([GAUGE]);
    await hear(...pulled(1, 240));
    expect(element.textContent).toContain('Steady at 240 cN');
    expect(settled).toEqual([]);
    await hear(slack(20));
    await hear(slack(21));
    await hear(...pulled(30, 260), slack(50));
    expect(settled).toEqual([240, 260]);
  });

  it('asks a stand-in to do what a hand would, and says that it is simulated', async () => {
    const { element } = await shown([GAUGE]);
    expect(element.textContent).toContain('Simulated, not a real instrument.');
    [...element.querySelectorAll('button')]
      .find((one) => one.textContent?.includes('Simulate a pull'))
      ?.click();
    expect(asked).toEqual([[GAUGE.id, PULL]]);
  });

  it('says what to do if no gauge is registered, or only revoked ones', async () => {
    const revoked = { ...GAUGE, revokedAt: '2026-03-02T08:00:00.000Z' };
    const scale = { ...GAUGE, id: newId(), kind: 'scale' as const };
    const { element } = await shown([revoked, scale]);
    expect(element.textContent).toContain('No gauge is registered.');
  });
});
