import { randomExponential, randomLcg, randomNormal, randomUniform, randomWeibull } from 'd3-random';
import { v7 } from 'uuid';

/** All random draws of the scenario, from one seed: the same seed and instant give the same scenario. */
export interface Chance {
  readonly uniform: (low: number, high: number) => number;
  readonly normal: (mean: number, deviation: number) => number;
  readonly weibull: (shape: number, scale: number) => number;
  readonly exponential: (ratePerUnit: number) => number;
  readonly happens: (probability: number) => boolean;
  readonly pick: <T>(from: readonly T[]) => T;
  /** A UUIDv7 for something created at an instant. */
  readonly idAt: (instantMs: number) => string;
}

export function chanceFrom(seed: number): Chance {
  const source = randomLcg(seed);
  const byte = () => Math.floor(source() * 256);
  return {
    uniform: (low, high) => randomUniform.source(source)(low, high)(),
    normal: (mean, deviation) => randomNormal.source(source)(mean, deviation)(),
    weibull: (shape, scale) => randomWeibull.source(source)(shape, 0, scale)(),
    exponential: (rate) => randomExponential.source(source)(rate)(),
    happens: (probability) => source() < probability,
    pick: (from) => from[Math.floor(source() * from.length)]!,
    idAt: (msecs) =>
      v7({ msecs, seq: Math.floor(source() * 0x7fffffff), random: Uint8Array.from({ length: 16 }, byte) }),
  };
}
