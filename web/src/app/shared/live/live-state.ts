import { GAUGE_RULE, NOTHING_READ, SCALE_RULE, steady, type Steadying } from '@gantelet/core';
import { WEAK_BATTERY_PERCENT, type DeviceEvent, type InstrumentKind } from '@gantelet/contracts';

/** Whether an instrument's reading can be relied on. `silent` means it is on, but has not been heard for a while. */
export type LinkState = 'waiting' | 'on' | 'silent' | 'off' | 'line-down';

/** What has been received from an instrument so far. */
export interface LiveState {
  readonly link: LinkState;
  readonly batteryPercent: number | null;
  readonly reading: Steadying;
  /** The last few seconds of readings, less the zero, oldest first. */
  readonly trace: readonly { readonly atMs: number; readonly value: number }[];
  readonly lastSeq: number | null;
}

export const NOTHING_HEARD: LiveState = {
  link: 'waiting',
  batteryPercent: null,
  reading: NOTHING_READ,
  trace: [],
  lastSeq: null,
};

export const TRACE_MS = 6000;
/** A clock that goes back by more than any message can be late belongs to a device that was switched off and on. */
const RESTART_MS = 2000;

/** Applies one event. A message that came twice or late changes nothing. */
export function heard(state: LiveState, event: DeviceEvent, kind: InstrumentKind): LiveState {
  if ('state' in event) return { ...state, link: event.state };
  const value = 'tensionCn' in event ? event.tensionCn : event.grams;
  const last = state.trace.at(-1);
  const restarted = last !== undefined && event.upMs < last.atMs - RESTART_MS;
  if (!restarted && state.lastSeq !== null && event.seq <= state.lastSeq) return state;
  const before = restarted ? { ...state.reading, window: [], held: null, loadedAtMs: null } : state.reading;
  const rule = kind === 'scale' ? SCALE_RULE : GAUGE_RULE;
  const reading = steady(before, { atMs: event.upMs, value }, rule);
  const trace = [...(restarted ? [] : state.trace), { atMs: event.upMs, value: reading.live ?? 0 }];
  return {
    link: 'on',
    batteryPercent: event.batteryPercent,
    reading,
    trace: trace.filter(({ atMs }) => event.upMs - atMs <= TRACE_MS),
    lastSeq: event.seq,
  };
}

/** Nothing arrived for a while. A settled value stays, since it was read. */
export function unheard(state: LiveState): LiveState {
  return state.link === 'on' ? { ...state, link: 'silent' } : state;
}

/** Why a reading cannot be relied on, in words; null if it can. */
export function mistrust({ link, batteryPercent }: LiveState): string | null {
  const battery = batteryPercent === null ? '' : ` Its battery was at ${Math.round(batteryPercent)} %.`;
  switch (link) {
    case 'waiting':
      return 'Waiting for its first reading.';
    case 'off':
      return `It is switched off.${battery} Switch it on, or type the reading.`;
    case 'silent':
      return `No signal for two seconds.${battery} Type the reading, or wait.`;
    case 'line-down':
      return 'The connection to the devices is down. Type the reading.';
    case 'on':
      return batteryPercent !== null && batteryPercent < WEAK_BATTERY_PERCENT
        ? `Battery ${Math.round(batteryPercent)} %: it may read low. Change it first.`
        : null;
  }
}
