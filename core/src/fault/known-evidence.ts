import type { Trouble } from '../floor/index.js';
import {
  eyeFit,
  needleHoles,
  plateFit,
  threadOnBench,
  type FitBand,
  type MachineOnBench,
} from '../match/index.js';
import { stackOf, type Layer } from '../material/index.js';
import type { Values } from '../reference/index.js';
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
}

/** What the logs of the shop say of a machine; null where they cannot. */
export interface LoggedFacts {
  /** Cleaning or oil is overdue. */
  readonly serviceDue: boolean | null;
  /** A set-up was changed within the last hours. */
  readonly changedOver: boolean | null;
  /** The set-up from before it took another thread. */
  readonly newThread: boolean | null;
  /** No needle of the lot that is in ran here before. */
  readonly newLot: boolean | null;
  /** Test seams within the last hours were sewn at more than one setting. */
  readonly knobTurned: boolean | null;
  /** Another machine with a needle of the same lot was reported within the last days. */
  readonly othersToo: boolean | null;
}

/** What is sewn on a machine: its needle, thread and stack. */
export interface WorkOnMachine {
  readonly machine: MachineOnBench;
  readonly nm: number;
  readonly thread: { readonly constructionId: string; readonly tex: number };
  readonly layers: readonly Layer[];
}

/** A needle that went in within so many minutes has only just been changed. */
const JUST_MINUTES = 45;
/** Ends of the first, second and third option of the hours on a needle. */
const HOURS: readonly number[] = [2, 8, 16];

/** Evidence that follows from what is logged of a machine. */
export function evidenceOf({ feed, needleHours, needleMinutes, struck }: MachineFacts): KnownEvidence {
  const feeds = evidenceById('feed')!.options;
  const known = feeds.indexOf(feed);
  return {
    feed: known < 0 ? feeds.indexOf('other') : known,
    ...(needleHours === null ? {} : { hours: HOURS.filter((end) => needleHours >= end).length }),
    ...(needleMinutes === null ? {} : { needleJust: needleMinutes < JUST_MINUTES ? 1 : 0 }),
    strike: struck ? 1 : 0,
  };
}

/** The question that each of the logged facts answers. */
const QUESTION_OF: Readonly<Record<keyof LoggedFacts, string>> = {
  serviceDue: 'serviceDue',
  changedOver: 'changeover',
  newThread: 'newThread',
  newLot: 'newNeedles',
  knobTurned: 'knob',
  othersToo: 'others',
};

/** Evidence that follows from the logs of the shop. */
export function evidenceOfLogs(facts: LoggedFacts): KnownEvidence {
  const known = (Object.keys(QUESTION_OF) as (keyof LoggedFacts)[]).flatMap((fact) => {
    const said = facts[fact];
    return said === null ? [] : [[QUESTION_OF[fact], said ? 1 : 0] as const];
  });
  return Object.fromEntries(known);
}

/** The option of each band: loose, good, snug, stressed. */
const FIT_OPTION: Readonly<Record<FitBand, number>> = {
  ...{ 'too-loose': 0, free: 0, 'well-matched': 1 },
  ...{ snug: 2, stressed: 3, 'will-not-pass': 3 },
};

/** Evidence that follows from what is sewn: how the thread fits the needle, and the hole the stack. */
export function evidenceOfWork(
  { machine, nm, thread, layers }: WorkOnMachine,
  values: Values,
): KnownEvidence {
  const { diameterMm } = threadOnBench(thread.constructionId, thread.tex, values);
  const { verdict } = plateFit(needleHoles(machine), nm, stackOf(layers), values);
  return {
    fit: FIT_OPTION[eyeFit(diameterMm, nm, values).band],
    gapHole: verdict === 'swallows-thin-work' ? 1 : 0,
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
