import { randomLcg, randomNormal } from 'd3-random';
import {
  CHAIN,
  GAUGE_RULE,
  needleTensionCn,
  NOTHING_READ,
  SCALE_RULE,
  steady,
  type Steadying,
} from '@gantelet/core';
import { DeviceReading, type InstrumentKind, type StandInAsk } from '@gantelet/contracts';
import { chargeAt, FRESH, runDown } from './battery.js';
import { instrument } from './instrument.js';
import { loadAt, queued } from './load.js';

const STEP_MS = 100;

/** The state of an instrument and its reader after some requests. */
function watched(
  kind: InstrumentKind,
  asks: readonly StandInAsk[],
  seconds: number,
  battery = 90,
): Steadying {
  const tool = instrument(kind, randomNormal.source(randomLcg(7))());
  for (const ask of asks) tool.ask(ask, 1000);
  const rule = kind === 'scale' ? SCALE_RULE : GAUGE_RULE;
  let state = NOTHING_READ;
  for (let atMs = 0; atMs < 1000 * seconds; atMs += STEP_MS)
    state = steady(state, { atMs, value: tool.read(atMs, battery) }, rule);
  return state;
}

describe('a simulated gauge', () => {
  const setting = { turns: 3, threadDiameterMm: 0.42 };
  const ask = { do: 'pull-needle-thread', ...setting, duty: 'medium' } as const;
  const chain = needleTensionCn(
    { primaryTurns: 3, secondaryTurns: 1.5, threadDiameterMm: 0.42 },
    CHAIN.medium,
  );

  it('gives three pulls near the tension set by the turns', () => {
    const { done } = watched('tension-gauge', [ask, ask, ask], 16);
    expect(done.length).toBe(3);
    for (const cn of done) expect(Math.abs(cn / (1.12 * chain) - 1)).toBeLessThan(0.03);
  });

  it('pulls harder at more turns', () => {
    const at = (turns: number) => watched('tension-gauge', [{ ...ask, turns }], 6).done[0]!;
    expect(at(4)).toBeGreaterThan(at(3));
  });

  it('reads low on a weak battery', () => {
    const weak = watched('tension-gauge', [ask], 6, 3).done[0]!;
    expect(weak).toBeLessThan(0.95 * watched('tension-gauge', [ask], 6, 90).done[0]!);
  });

  it('weighs nothing with an empty pan', () => {
    expect(watched('tension-gauge', [{ do: 'lay-bobbin-case' }], 6).done).toEqual([]);
  });
});

describe('a simulated scale', () => {
  it('weighs a length of thread to its Tex', () => {
    const [grams] = watched('scale', [{ do: 'lay-thread', tex: 135, metres: 20 }], 7).done;
    expect(Math.abs((1000 * grams!) / 20 / 135 - 1)).toBeLessThan(0.02);
  });
});

describe('a load', () => {
  it('waits for the previous one, and rises and falls gradually', () => {
    const loads = queued(queued([], 0, 200, 3000), 0, 100, 3000);
    expect(loads.map(({ fromMs }) => fromMs)).toEqual([300, 4200]);
    expect([0, 450, 1500, 3500, 5000].map((at) => loadAt(loads, at, 300))).toEqual([0, 100, 200, 0, 100]);
  });
});

describe('a battery', () => {
  it('lasts a day, or seconds when run down, and never goes below empty', () => {
    expect(chargeAt(FRESH, 3_600_000)).toBeCloseTo(94, 6);
    expect(chargeAt(runDown(5000), 7000)).toBeCloseTo(6, 6);
    expect(chargeAt(runDown(5000), 60_000)).toBe(0);
  });

  it('is included in a reading as the contract requires', () => {
    expect(
      DeviceReading.safeParse({ seq: 0, upMs: 0, batteryPercent: 100, tensionCn: 3 }).success,
    ).toBeTrue();
  });
});
