import type { Standing } from '../standing/index.js';
import type { Hands } from './causes.js';

/** What has to be opened or taken out for a check; it stays open until something is sewn. */
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
  /** Symptoms it says anything of; all when left out. */
  readonly only?: readonly string[];
  readonly standing: Standing;
}

/** Looks at something and finds a cause, or nothing. A find unlocks its repair; it does not confirm it. */
export interface Look extends Common {
  readonly kind: 'look';
  /** Chance that each cause is found when it is there. */
  readonly finds: Readonly<Record<string, number>>;
  /** Chance that something is found that is not there. */
  readonly falseAlarm: number;
}

/** Changes something, which repairs and tests at once: a seam says whether it helped. */
export interface Swap extends Common {
  readonly kind: 'swap';
  /** Chance that each cause is mended when it is there. */
  readonly mends: Readonly<Record<string, number>>;
  /** Checks of the part it took out: they cannot be made any more. */
  readonly voids: readonly string[];
  /** How much likelier a seam is good by luck afterwards, since a knob was moved; 0 where none is. */
  readonly masks: number;
}

/** Splits the causes by what is seen, without mending anything. */
export interface Probe extends Common {
  readonly kind: 'probe';
  readonly outcomes: readonly string[];
  readonly base: readonly number[];
  readonly given: Readonly<Record<string, readonly number[]>>;
}

export type FaultCheck = Look | Swap | Probe;
