import type { LifeRecord } from '../life/index.js';

const failures = (...hours: number[]) => hours.map((one) => ({ entryHours: 0, hours: one, failed: true }));
const censored = (...hours: number[]) => hours.map((one) => ({ entryHours: 0, hours: one, failed: false }));

/** Twenty units, ten failed, ten taken off at 500 h: NIST/SEMATECH e-Handbook 8.4.1.2 (from memory). */
export const HANDBOOK: readonly LifeRecord[] = [
  ...failures(54, 187, 216, 240, 244, 335, 361, 373, 375, 386),
  ...censored(...Array.from({ length: 10 }, () => 500)),
];

/** Distances of 38 shock absorbers in km: Meeker and Escobar, Statistical Methods for Reliability Data (from memory). */
export const SHOCK_ABSORBERS: readonly LifeRecord[] = [
  ...failures(6700, 9120, 12200, 13150, 14300, 17520, 20100, 20900, 22700, 26510, 27490),
  ...censored(6950, 7820, 8790, 9660, 9820, 11310, 11690, 11850, 11880, 12140, 12870, 13330, 13470, 14040),
  ...censored(17540, 17890, 18450, 18960, 18980, 19410, 20100, 20150, 20320, 23490, 27410, 27890, 28100),
];

/** Weeks of remission with 6-MP and without: Freireich et al. 1963, as in R's MASS `gehan`. */
export const REMISSION_TREATED: readonly LifeRecord[] = [
  ...failures(6, 6, 6, 7, 10, 13, 16, 22, 23),
  ...censored(6, 9, 10, 11, 17, 19, 20, 25, 32, 32, 34, 35),
];
export const REMISSION_CONTROL: readonly LifeRecord[] = failures(
  1,
  1,
  2,
  2,
  3,
  4,
  4,
  5,
  5,
  8,
  8,
  8,
  8,
  11,
  11,
  12,
  12,
  15,
  17,
  22,
  23,
);
