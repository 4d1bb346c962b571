import * as z from 'zod';
import { DROP_TESTS, SEAM_GRADES } from '@gantelet/core';
import { Id, Instant, Name } from '../shared/index.js';
import { Machine } from '../floor/index.js';
import { BobbinCaseView } from './bobbin-case.js';
import { BobbinReading } from './bobbin-reading.js';
import { KeptSetting } from './kept-setting.js';
import { LoggedGaugeReading } from './gauge-reading.js';
import { Setup } from '../match/index.js';

/** A test seam as it was sewn and judged on both sides. */
export const TestSeamInput = z.strictObject({
  turns: z.number().min(0).max(30).multipleOf(0.125),
  grade: z.enum(SEAM_GRADES),
  bothTight: z.boolean(),
  bobbinDrop: z.enum(DROP_TESTS).nullable(),
  /** Where the knot was seen in a cut seam, as a share of the stack from the underside; null if it was not cut. */
  lockDepth: z.number().min(0).max(1).nullable(),
  /** Pre-tension knob, turns from fully off; null if it was not looked at. */
  preTensionTurns: z.number().min(0).max(30).nullable(),
  /** The bobbin thread had another colour than the needle thread, so that the knot shows. */
  bobbinContrast: z.boolean(),
  sewnAt: Instant,
});
export type TestSeamInput = z.infer<typeof TestSeamInput>;

/** Several settings sewn on one strip of the work, judged in one go. */
export const StripInput = z.strictObject({ seams: z.array(TestSeamInput).min(2).max(12) });
export type StripInput = z.infer<typeof StripInput>;

export const LoggedSeam = TestSeamInput.extend({ id: Id, sewnBy: Name, stripId: Id.nullable() });
export type LoggedSeam = z.infer<typeof LoggedSeam>;

/** The last balanced or saved top setting of a set-up. */
export const BalancedSetting = z.object({ setupId: Id, turns: z.number().min(0), sewnAt: Instant });
export type BalancedSetting = z.infer<typeof BalancedSetting>;

/** Everything the Tension room works from for one set-up. */
export const TensionView = z.object({
  setup: Setup,
  machine: Machine,
  /** Oldest first. */
  seams: z.array(LoggedSeam),
  /** The machine's bobbin cases, the one in the machine first. */
  cases: z.array(BobbinCaseView),
  /** Which of them was put in when, oldest first. */
  caseSwaps: z.array(z.object({ caseId: Id, putInAt: Instant })),
  /** Readings of the bobbin case in the machine, oldest first. */
  bobbin: z.array(BobbinReading),
  /** Gauge readings of this machine's needle thread, oldest first. */
  gauge: z.array(LoggedGaugeReading),
  /** The setting last saved for this set-up; null if there is none. */
  kept: KeptSetting.nullable(),
  /** Tex of the machine's present set-up if that is another one; otherwise null. */
  presentTex: z.number().positive().nullable(),
  /** Last balanced setting of each other set-up on this machine. */
  logged: z.array(
    z.object({
      setupId: Id,
      name: Name,
      tex: z.number().positive(),
      threadDiameterMm: z.number().positive(),
      stackMm: z.number().positive(),
      turns: z.number().min(0),
    }),
  ),
});
export type TensionView = z.infer<typeof TensionView>;
