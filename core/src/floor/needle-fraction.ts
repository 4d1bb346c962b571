import { NORMAL_95 } from '../numeric/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { OutOfRange } from '../standing/index.js';

/** The result of work sampling: in `checks` spot checks, the needle was running `sewing` times. */
export interface WorkSample {
  readonly sewing: number;
  readonly checks: number;
}

/** Share of shift time that the needle runs, with the limits given by the sample. */
export interface NeedleFraction {
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly standing: 'measured' | 'practice';
}

/**
 * Needle fraction of a work sample with its Wilson score interval (Wilson 1927), 95 %; the catalogue value, about a
 * third in one practitioner's shop, if there is no sample.
 *
 * @example needleFraction({ sewing: 40, checks: 120 }) // 0.333, 0.255 to 0.422
 */
export function needleFraction(sample: WorkSample | null, values: Values = SHIPPED_VALUES): NeedleFraction {
  if (!sample || sample.checks === 0) return unsampled(values);
  const { sewing, checks } = sample;
  if (!(checks > 0 && Number.isInteger(checks)))
    throw new OutOfRange('checks', checks, 'a whole number from 0');
  if (!(sewing >= 0 && sewing <= checks)) throw new OutOfRange('sewing', sewing, `0 to ${checks}`);
  const share = sewing / checks;
  const z2 = NORMAL_95 ** 2;
  const centre = (share + z2 / (2 * checks)) / (1 + z2 / checks);
  const half =
    (NORMAL_95 * Math.sqrt((share * (1 - share)) / checks + z2 / (4 * checks ** 2))) / (1 + z2 / checks);
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
