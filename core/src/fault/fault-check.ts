import type { Standing } from '../standing/index.js';
import type { Hands } from './causes.js';

/** What has to be opened or removed for a check; it stays open until something is sewn. */
export interface Opening {
  readonly id: string;
  readonly name: string;
  readonly minutes: number;
}

export const OPENINGS: readonly Opening[] = [
  { id: 'needleOut', name: 'Needle out and back', minutes: 0.6 },
  { id: 'caseOut', name: 'Bobbin case out and back', minutes: 0.5 },
  { id: 'plateOpen', name: 'Slide plate open and shut', minutes: 0.8 },
  { id: 'dogOff', name: 'Plate and feed dog off and on', minutes: 8 },
];

interface Common {
  readonly id: string;
  readonly name: string;
  readonly minutes: number;
  readonly who: Hands;
  readonly powerOff: boolean;
  /** Ids of openings. */
  readonly needs: readonly string[];
  /** Symptoms it is informative about; all by default. */
  readonly only?: readonly string[];
  readonly standing: Standing;
}

/** An inspection that finds a cause, or nothing. A finding unlocks its repair; it does not confirm it. */
export interface Look extends Common {
  readonly kind: 'look';
  /** Probability of finding each cause when it is present. */
  readonly finds: Readonly<Record<string, number>>;
  /** Probability of a false finding. */
  readonly falseAlarm: number;
}

/** A change that repairs and tests at once: a seam shows whether it helped. */
export interface Swap extends Common {
  readonly kind: 'swap';
  /** Probability of fixing each cause when it is present. */
  readonly mends: Readonly<Record<string, number>>;
  /** Checks of the part it removed: they can no longer be made. */
  readonly voids: readonly string[];
  /** How much likelier a seam is to be good by luck afterwards, because a knob was moved; 0 if none was. */
  readonly masks: number;
}

/** Separates the causes by what is seen, without fixing anything. */
export interface Probe extends Common {
  readonly kind: 'probe';
  readonly outcomes: readonly string[];
  readonly base: readonly number[];
  readonly given: Readonly<Record<string, readonly number[]>>;
}

export type FaultCheck = Look | Swap | Probe;
