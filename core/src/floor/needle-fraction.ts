import { NORMAL_95 } from '../numeric/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { OutOfRange } from '../standing/index.js';

/** What work sampling saw: looked `looks` times, the needle was moving `sewing` times. */
export interface WorkSample {
  readonly sewing: number;
  readonly looks: number;
}

/** Share of shift time the needle moves, with the limits the sample leaves open. */
export interface NeedleFraction {
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly standing: 'measured' | 'practice';
}

/**
 * Needle fraction of a work sample with its Wilson score interval (Wilson 1927), 95 %; the value of the catalogue, about a
 * third by one practitioner's shop, when nothing was sampled.
 *
 * @example needleFraction({ sewing: 40, looks: 120 }) // 0.333, 0.255 to 0.422
 */
export function needleFraction(sample: WorkSample | null, values: Values = SHIPPED_VALUES): NeedleFraction {
  if (!sample || sample.looks === 0) return unsampled(values);
  const { sewing, looks } = sample;
  if (!(looks > 0 && Number.isInteger(looks))) throw new OutOfRange('looks', looks, 'a whole number from 0');
  if (!(sewing >= 0 && sewing <= looks)) throw new OutOfRange('sewing', sewing, `0 to ${looks}`);
  const share = sewing / looks;
  const z2 = NORMAL_95 ** 2;
  const centre = (share + z2 / (2 * looks)) / (1 + z2 / looks);
  const half =
    (NORMAL_95 * Math.sqrt((share * (1 - share)) / looks + z2 / (4 * looks ** 2))) / (1 + z2 / looks);
  return { value: share, low: centre - half, high: centre + half, standing: 'measured' };
}

function unsampled(values: Values): NeedleFraction {
  return {
    value: values['work.needle-share'].value,
    low: values['work.needle-share-low'].value,
    high: values['work.needle-share-high'].value,
    standing: 'practice',
  };
}
