import type { EdgeGuide, HandSettings } from '../hand-setting/index.js';
import type { NeedleName } from './needle-choice.js';
import type { StitchControl } from './stitch-dial.js';
import type { MachineCase } from '../tension/case-choice.js';
import type { PlateOnBench, SharedPlate, ThreadOnBench } from './on-bench.js';

/** How a machine is set for one kind of work, as far as hands have to change it. */
export interface SetState {
  readonly needle: NeedleName;
  readonly plateHoleMm: number;
  readonly thread: ThreadOnBench;
  readonly stackMm: number;
  readonly stitchLengthMm: number;
  /** Bobbins that the job takes; left out when nobody said how long its seams are. */
  readonly bobbins?: number | null;
  /** Null when nothing is known of it. */
  readonly top: TopSetting | null;
  /** Foot, edge and speed as they were last written down; left out or null where nobody has. */
  readonly hand?: HandSettings | null;
}

/** Where the top knob stands or should, in turns from fully off. */
export interface TopSetting {
  readonly turns: number;
  /** A seam was balanced there on this machine; otherwise it is taken from work that is alike. */
  readonly logged: boolean;
}

/** What the machine has to turn and set. */
export interface ChangeoverMachine {
  readonly id?: string;
  readonly travelTurns: number | null;
  /** Turns of thread round the pre-tension pin. */
  readonly preTensionWraps: number;
  /** Its bobbin cases, the one that is in among them. Of one never set, the present thread counts. */
  readonly cases?: readonly MachineCase[];
  readonly plates?: readonly PlateOnBench[];
  readonly sharedPlates?: readonly SharedPlate[];
  /** What sets its stitch; left out or null where nobody looked. */
  readonly stitchControl?: StitchControl | null;
  /** Dial mark for a stitch length, or null when the dial is not calibrated. */
  readonly dialMark: (stitchLengthMm: number) => number | null;
}

/** One thing the hands do, with its amount. `minutes` is the shop's own figure or the default. */
export type ChangeoverStep = { readonly minutes: number } &
  /** Null when nobody knows how many the job takes. */
  (
    | { readonly do: 'wind'; readonly tex: number; readonly bobbins: number | null }
    | { readonly do: 'power-off' }
    | { readonly do: 'unthread'; readonly tex: number }
    | { readonly do: 'needle'; readonly needle: NeedleName; readonly changed: readonly NeedleChange[] }
    | {
        readonly do: 'plate';
        readonly fromMm: number;
        readonly toMm: number;
        /** The one to fetch, where it is shared with other machines. */
        readonly shared: FetchedPlate | null;
        /** The shared one that comes off. */
        readonly fromSharedId: string | null;
      }
    /** The needle is so many sizes from the one before that hook and needle guard may stand wrong to it. */
    | { readonly do: 'clearance'; readonly sizes: number }
    | {
        readonly do: 'dial';
        readonly stitchMm: number;
        readonly mark: number | null;
        readonly control: StitchControl | null;
      }
    /** Where the foot's screw is to stand; null for what was not written down. */
    | {
        readonly do: 'foot';
        readonly thickerMm: number;
        readonly screwMm: number | null;
        readonly turns: number | null;
      }
    | { readonly do: 'edge'; readonly edgeMm: number; readonly by: EdgeGuide | null }
    | { readonly do: 'bobbin'; readonly tex: number }
    /** Another case, which is set for the thread already or nearly. */
    | {
        readonly do: 'case';
        readonly caseId: string;
        readonly mark: string;
        readonly setForTex: number;
        /** The one that comes out. */
        readonly fromCaseId: string | null;
      }
    | {
        readonly do: 'bobbin-screw';
        readonly turns: number;
        readonly tighter: boolean;
        readonly steps: number;
      }
    | { readonly do: 'thread'; readonly tex: number }
    /** Wraps to add to the pre-tension; to take out below zero. */
    | { readonly do: 'wrap'; readonly wraps: number }
    /** Moves with the top, half as much, in turns. */
    | { readonly do: 'pre-tension'; readonly turns: number; readonly tighter: boolean }
    | {
        readonly do: 'top';
        readonly fromTurns: number | null;
        readonly to: TopSetting | null;
        /** The thread jumps two ladder steps or more to a setting that was never sewn: begin on the loose side. */
        readonly startLoose: boolean;
      }
    | { readonly do: 'guards' }
    | { readonly do: 'test'; readonly seams: number }
  );
/** A shared plate as a step names it: where it is fetched from, a machine or where it lies. */
export interface FetchedPlate {
  readonly id: string;
  readonly mark: string;
  readonly place: string;
  readonly onMachine: string | null;
}

export type ChangeoverStepKind = ChangeoverStep['do'];

/** The steps there are, in the order the hands do them; each comes once at most. */
export const CHANGEOVER_STEPS = [
  'wind',
  'power-off',
  'unthread',
  'needle',
  'plate',
  'clearance',
  'bobbin',
  'case',
  'bobbin-screw',
  'thread',
  'wrap',
  'top',
  'pre-tension',
  'dial',
  'foot',
  'edge',
  'guards',
  'test',
] as const satisfies readonly ChangeoverStepKind[];
export type NeedleChange = 'system' | 'size' | 'point' | 'finish';

export interface Changeover {
  /** In the order the hands do them; empty when nothing has to change. */
  readonly steps: readonly ChangeoverStep[];
  readonly minutes: number;
  /** Signed steps of the size ladder, positive when the thread gets thicker. */
  readonly threadSteps: number;
}
