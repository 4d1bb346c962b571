import * as z from 'zod';
import { DROP_TESTS, SEAM_GRADES } from '@gantelet/core';
import { Id, Instant, Name } from '../shared/index.js';
import { Machine } from '../floor/index.js';
import { BobbinCaseView } from './bobbin-case.js';
import { BobbinReading } from './bobbin-reading.js';
import { KeptSetting } from './kept-setting.js';
import { LoggedGaugeReading } from './gauge-reading.js';
import { Setup } from '../match/index.js';

/** A test seam as it was sewn and judged on both faces. */
export const TestSeamInput = z.strictObject({
  turns: z.number().min(0).max(30).multipleOf(0.125),
  grade: z.enum(SEAM_GRADES),
  bothTight: z.boolean(),
  bobbinDrop: z.enum(DROP_TESTS).nullable(),
  /** Where the lock was seen in a cut seam, as a share of the stack from the underside; null when it was not cut. */
  lockDepth: z.number().min(0).max(1).nullable(),
  /** Pre-tension knob, turns from fully off; null when it was not looked at. */
  preTensionTurns: z.number().min(0).max(30).nullable(),
  /** The bobbin thread was of another colour than the needle thread, so that the lock shows. */
  bobbinContrast: z.boolean(),
  sewnAt: Instant,
});
export type TestSeamInput = z.infer<typeof TestSeamInput>;

/** Several settings sewn on one strip of the work, judged in one go. */
export const StripInput = z.strictObject({ seams: z.array(TestSeamInput).min(2).max(12) });
export type StripInput = z.infer<typeof StripInput>;

export const LoggedSeam = TestSeamInput.extend({ id: Id, sewnBy: Name, stripId: Id.nullable() });
export type LoggedSeam = z.infer<typeof LoggedSeam>;

/** The last balanced or kept top setting of a set-up. */
export const BalancedSetting = z.object({ setupId: Id, turns: z.number().min(0), sewnAt: Instant });
export type BalancedSetting = z.infer<typeof BalancedSetting>;

/** Everything the Tension room works from for one set-up. */
export const TensionView = z.object({
  setup: Setup,
  machine: Machine,
  /** Oldest first. */
  seams: z.array(LoggedSeam),
  /** The machine's bobbin cases, the one that is in first. */
  cases: z.array(BobbinCaseView),
  /** Which of them went in when, oldest first. */
  caseSwaps: z.array(z.object({ caseId: Id, putInAt: Instant })),
  /** Readings of the bobbin case that is in, oldest first. */
  bobbin: z.array(BobbinReading),
  /** Gauge readings of this machine's needle thread, oldest first. */
  gauge: z.array(LoggedGaugeReading),
  /** The setting that was last kept for this set-up; null when none was. */
  kept: KeptSetting.nullable(),
  /** Tex the machine is set for now, when that is other work; else null. */
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
