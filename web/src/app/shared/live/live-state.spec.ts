import type { DeviceEvent } from '@gantelet/contracts';
import { heard, mistrust, NOTHING_HEARD, unheard, type LiveState } from './live-state';

const reading = (seq: number, tensionCn: number, batteryPercent = 80): DeviceEvent => ({
  seq,
  upMs: 100 * seq,
  batteryPercent,
  tensionCn,
});
const after = (...events: DeviceEvent[]): LiveState =>
  events.reduce((state, event) => heard(state, event, 'tension-gauge'), NOTHING_HEARD);
const pulled = (from: number, level: number) =>
  Array.from({ length: 12 }, (_, i) => reading(from + i, level));

describe('the live state of an instrument', () => {
  it('holds a pull and keeps it when the thread is released', () => {
    expect(after(...pulled(1, 240)).reading.held).toBeCloseTo(240, 6);
    const { reading: done } = after(...pulled(1, 240), reading(20, 0));
    expect([done.held, done.done.map(Math.round)]).toEqual([null, [240]]);
  });

  it('applies no message twice and none that comes late', () => {
    const state = after(reading(1, 0), reading(2, 100), reading(3, 110));
    expect(heard(state, reading(3, 900), 'tension-gauge')).toBe(state);
    expect(heard(state, reading(2, 900), 'tension-gauge')).toBe(state);
  });

  it('continues if the instrument was power-cycled in the middle of a pull', () => {
    const state = after(...pulled(50, 240), reading(0, 0), reading(1, 0));
    expect([state.link, state.lastSeq, state.reading.held]).toEqual(['on', 1, null]);
    expect(state.trace.length).toBe(2);
  });

  it('limits its trace to a few seconds', () => {
    const long = after(...Array.from({ length: 200 }, (_, i) => reading(i, 0)));
    expect(long.trace.length).toBe(61);
  });

  it('is not relied on while it is silent, or on a weak battery', () => {
    expect(mistrust(NOTHING_HEARD)).toBe('Waiting for its first reading.');
    expect(mistrust(after(reading(1, 0)))).toBeNull();
    expect(mistrust(after(reading(1, 0, 9)))).toContain('Battery 9 %');
    expect(mistrust(unheard(after(reading(1, 0, 9))))).toContain('Its battery was at 9 %');
    expect(mistrust(after(reading(1, 0), { state: 'off' }))).toContain('It is switched off.');
    expect(mistrust(after({ state: 'line-down' }))).toContain('connection to the devices is down');
    expect(unheard(NOTHING_HEARD)).toBe(NOTHING_HEARD);
  });
});
