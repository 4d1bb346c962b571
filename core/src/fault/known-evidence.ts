import type { Trouble } from '../floor/index.js';
import type { KnownEvidence } from './fault-belief.js';
import { evidenceById } from './evidence.js';

/** What is known of a machine without asking anybody. */
export interface MachineFacts {
  readonly feed: 'drop' | 'walking-foot' | 'needle' | 'compound';
  /** Running hours on the needle; null without one. */
  readonly needleHours: number | null;
  /** Minutes since the needle went in; null without one. */
  readonly needleMinutes: number | null;
  /** A needle came out by accident since the machine last sewed for long. */
  readonly struck: boolean;
  readonly serviceDue: boolean | null;
}

/** A needle that went in within so many minutes has only just been changed. */
const JUST_MINUTES = 45;
/** Ends of the first, second and third option of the hours on a needle. */
const HOURS: readonly number[] = [2, 8, 16];

/** Evidence that follows from what is logged of a machine. */
export function evidenceOf({
  feed,
  needleHours,
  needleMinutes,
  struck,
  serviceDue,
}: MachineFacts): KnownEvidence {
  const feeds = evidenceById('feed')!.options;
  const known = feeds.indexOf(feed);
  return {
    feed: known < 0 ? feeds.indexOf('other') : known,
    ...(needleHours === null ? {} : { hours: HOURS.filter((end) => needleHours >= end).length }),
    ...(needleMinutes === null ? {} : { needleJust: needleMinutes < JUST_MINUTES ? 1 : 0 }),
    strike: struck ? 1 : 0,
    ...(serviceDue === null ? {} : { serviceDue: serviceDue ? 1 : 0 }),
  };
}

const SYMPTOM_OF: Readonly<Record<Trouble, string>> = {
  clunk: 'clunk',
  'skipped-stitches': 'skips',
  shredding: 'shreds',
  'pin-strike': 'clunk',
  'broken-needle': 'ndlBreaks',
};

/** The symptom that a report from the floor begins with. */
export const symptomOfTrouble = (trouble: Trouble): string => SYMPTOM_OF[trouble];
