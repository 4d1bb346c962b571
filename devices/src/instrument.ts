import { bobbinTarget, CHAIN, needleTensionCn } from '@gantelet/core';
import { WEAK_BATTERY_PERCENT, type InstrumentKind, type StandInAsk } from '@gantelet/contracts';
import { loadAt, queued, type Load } from './load.js';

/** The properties of one kind of instrument. Everything here is invented for the stand-ins. */
interface Make {
  /** The load that a request puts on it; null for a request it cannot serve. */
  readonly sizeOf: (ask: StandInAsk) => number | null;
  readonly lastsMs: number;
  readonly risesMs: number;
  /** Noise of one reading: an amount, and a share of the load. */
  readonly noise: number;
  readonly noiseShare: number;
  /** The zero it drifts to as it warms up, and how long that takes. */
  readonly driftsTo: number;
  readonly driftMs: number;
  readonly resolution: number;
}

/** These machines pull harder than the default chain says, so that a line of their own is worth measuring. */
const STIFFER = 1.12;
const CASE_WITH_BOBBIN_G = 78.4;

const MAKES: Readonly<Record<InstrumentKind, Make>> = {
  'tension-gauge': {
    sizeOf: (ask) => {
      if (ask.do === 'pull-bobbin-thread') return bobbinTarget(ask.tex).middleCn * STIFFER;
      if (ask.do !== 'pull-needle-thread') return null;
      const { turns, threadDiameterMm, duty } = ask;
      const setting = { primaryTurns: turns, secondaryTurns: turns / 2, threadDiameterMm };
      return needleTensionCn(setting, CHAIN[duty]) * STIFFER;
    },
    lastsMs: 3000,
    risesMs: 300,
    noise: 0.8,
    noiseShare: 0.012,
    driftsTo: 5,
    driftMs: 240_000,
    resolution: 1,
  },
  scale: {
    sizeOf: (ask) => {
      if (ask.do === 'lay-bobbin-case') return CASE_WITH_BOBBIN_G;
      return ask.do === 'lay-thread' ? (ask.tex * ask.metres) / 1000 : null;
    },
    lastsMs: 4000,
    risesMs: 250,
    noise: 0.006,
    noiseShare: 0,
    driftsTo: 0.02,
    driftMs: 240_000,
    resolution: 0.01,
  },
};

/** On a weak battery it reads low by up to this share. */
const WEAK_READS_LOW = 0.1;

export interface Instrument {
  /** Does what a hand would do with it. */
  ask(ask: StandInAsk, nowMs: number): void;
  /** What it shows at a moment; times must not go backwards. */
  read(nowMs: number, batteryPercent: number): number;
}

/**
 * A simulated instrument with noise, a drifting zero and a battery that weakens.
 *
 * @param normal draws from the standard normal distribution
 */
export function instrument(kind: InstrumentKind, normal: () => number): Instrument {
  const make = MAKES[kind];
  let loads: readonly Load[] = [];
  return {
    ask: (ask, nowMs) => {
      const size = make.sizeOf(ask);
      if (size !== null) loads = queued(loads, nowMs, size, make.lastsMs);
    },
    read: (nowMs, batteryPercent) => {
      const load = loadAt(loads, nowMs, make.risesMs);
      const sag = WEAK_READS_LOW * Math.max(0, 1 - batteryPercent / WEAK_BATTERY_PERCENT);
      const zero = make.driftsTo * (1 - Math.exp(-nowMs / make.driftMs));
      const noise = Math.hypot(make.noise, make.noiseShare * load) * normal();
      const shown = load * (1 - sag) + zero + noise;
      return Number((Math.round(shown / make.resolution) * make.resolution).toFixed(3));
    },
  };
}
