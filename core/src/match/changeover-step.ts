import type { EdgeGuide, HandSettings } from '../hand-setting/index.js';
import type { NeedleName } from './needle-choice.js';
import type { StitchControl } from './stitch-dial.js';
import type { MachineCase } from '../tension/case-choice.js';
import type { PlateOnBench, SharedPlate, ThreadOnBench } from './on-bench.js';

/** A machine's settings for one kind of work, as far as they are made by hand. */
export interface SetState {
  readonly needle: NeedleName;
  readonly plateHoleMm: number;
  readonly thread: ThreadOnBench;
  readonly stackMm: number;
  readonly stitchLengthMm: number;
  /** Bobbins that the job needs; left out if the seam length is not known. */
  readonly bobbins?: number | null;
  /** Null when nothing is known of it. */
  readonly top: TopSetting | null;
  /** Foot, edge distance and speed as last recorded; left out or null if they never were. */
  readonly hand?: HandSettings | null;
}

/** Where the top knob is or should be, in turns from fully off. */
export interface TopSetting {
  readonly turns: number;
  /** Whether a seam was balanced there on this machine; otherwise it is taken from similar work. */
  readonly logged: boolean;
}

/** What the machine has to adjust. */
export interface ChangeoverMachine {
  readonly id?: string;
  readonly travelTurns: number | null;
  /** Turns of thread round the pre-tension pin. */
  readonly preTensionWraps: number;
  /**
   * Its bobbin cases, including the one in the machine. A case that was never set counts as set for the present
   * thread.
   */
  readonly cases?: readonly MachineCase[];
  readonly plates?: readonly PlateOnBench[];
  readonly sharedPlates?: readonly SharedPlate[];
  /** How its stitch length is set; left out or null until somebody has looked. */
  readonly stitchControl?: StitchControl | null;
  /** Dial mark for a stitch length, or null when the dial is not calibrated. */
  readonly dialMark: (stitchLengthMm: number) => number | null;
}

/** One manual step, with its amount. `minutes` is the shop's own figure or the default. */
export type ChangeoverStep = { readonly minutes: number } &
  /** Null if nobody knows how many the job needs. */
  (
    | { readonly do: 'wind'; readonly tex: number; readonly bobbins: number | null }
    | { readonly do: 'power-off' }
    | { readonly do: 'unthread'; readonly tex: number }
    | { readonly do: 'needle'; readonly needle: NeedleName; readonly changed: readonly NeedleChange[] }
    | {
        readonly do: 'plate';
        readonly fromMm: number;
        readonly toMm: number;
        /** The one to fetch, if it is shared with other machines. */
        readonly shared: FetchedPlate | null;
        /** The shared one that comes off. */
        readonly fromSharedId: string | null;
      }
    /** The needle differs by so many sizes that hook and needle guard may need adjusting to it. */
    | { readonly do: 'clearance'; readonly sizes: number }
    | {
        readonly do: 'dial';
        readonly stitchMm: number;
        readonly mark: number | null;
        readonly control: StitchControl | null;
      }
    /** Where the foot's screw should be; null if it was not recorded. */
    | {
        readonly do: 'foot';
        readonly thickerMm: number;
        readonly screwMm: number | null;
        readonly turns: number | null;
      }
    | { readonly do: 'edge'; readonly edgeMm: number; readonly by: EdgeGuide | null }
    | { readonly do: 'bobbin'; readonly tex: number }
    /** Another case, already set for the thread or nearly so. */
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
    /** Pre-tension wraps to add; negative to remove. */
    | { readonly do: 'wrap'; readonly wraps: number }
    /** Moves with the top, half as much, in turns. */
    | { readonly do: 'pre-tension'; readonly turns: number; readonly tighter: boolean }
    | {
        readonly do: 'top';
        readonly fromTurns: number | null;
        readonly to: TopSetting | null;
        /** The thread jumps two ladder steps or more to a setting that was never sewn: start on the loose side. */
        readonly startLoose: boolean;
      }
    | { readonly do: 'guards' }
    | { readonly do: 'test'; readonly seams: number }
  );
/** A shared plate as named by a step: where to fetch it from, a machine or its storage place. */
export interface FetchedPlate {
  readonly id: string;
  readonly mark: string;
  readonly place: string;
  readonly onMachine: string | null;
}

export type ChangeoverStepKind = ChangeoverStep['do'];

/** The possible steps, in working order; each occurs once at most. */
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
  /** In working order; empty when nothing has to change. */
  readonly steps: readonly ChangeoverStep[];
  readonly minutes: number;
  /** Signed steps on the size ladder, positive when the thread gets thicker. */
  readonly threadSteps: number;
}
