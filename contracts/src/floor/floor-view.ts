import * as z from 'zod';
import { FRAGMENT_COUNTS, NEEDLE_STATES, REMOVAL_CAUSES } from '@gantelet/core';
import { ContentVersion, Id, Instant, Name, Version } from '../shared/index.js';
import { PlanPlace } from './floor-plan.js';
import { PartUsedNeedle, Sharps } from './part-used-needle.js';
import { TroubleReport } from './trouble-report.js';
import { NeedleChoice } from '../match/index.js';
import { ChangeoverOnFloor } from '../changeover/index.js';

export const NeedleInMachine = NeedleChoice.extend({
  installId: Id,
  installedAt: Instant,
  installedBy: Name,
  lotCode: z.string().nullable(),
  /** Running hours it came with: above 0 for a part-used one. */
  entryHours: z.number().min(0),
});
export type NeedleInMachine = z.infer<typeof NeedleInMachine>;

export const NeedleAgeView = z.object({
  runningHours: z.number().min(0),
  lowHours: z.number().min(0),
  highHours: z.number().min(0),
  /** Null where needles run to failure. */
  hoursLeft: z.number().nullable(),
  state: z.enum(NEEDLE_STATES),
});

/** A machine's stitch counter and its total for the present needle. */
export const CounterView = z.object({
  state: z.enum(['heard', 'silent']),
  /** Null if it was never heard. */
  lastHeardAt: Instant.nullable(),
  /** Since the needle was installed; 0 without one. */
  stitches: z.number().min(0),
  motorHours: z.number().min(0),
  /** Shift hours since then that it covered: the rest is estimated. */
  coveredHours: z.number().min(0),
});
export type CounterView = z.infer<typeof CounterView>;

/** A missing piece, and who reported it when. */
export const SafetyStop = z.object({ id: Id, at: Instant, personName: Name });
export type SafetyStop = z.infer<typeof SafetyStop>;

export const FloorMachine = z.object({
  id: Id,
  shopNumber: z.int(),
  name: Name,
  systemIds: z.array(z.string()),
  /** Null when no needle is logged in it. */
  needle: NeedleInMachine.nullable(),
  age: NeedleAgeView.nullable(),
  /** When to change the needle: by this shop's own lives, or by the flat rule. Null hours mean run to failure. */
  planned: z.object({ hours: z.number().positive().nullable(), from: z.enum(['life', 'flat']) }),
  /** Unanswered reports, oldest first. */
  reports: z.array(TroubleReport),
  /** Null without a counter. */
  counter: CounterView.nullable(),
  /** Missing pieces that keep it stopped, oldest first: a mechanic clears each of them. */
  stops: z.array(SafetyStop),
  /** Its present set-up, with the needle that belongs to it. */
  presentSetup: z.object({ id: Id, name: Name, needle: NeedleChoice }).nullable(),
  /** While a changeover is open. */
  changeover: ChangeoverOnFloor.nullable(),
  /** Where it stands in its zone's plan; null until it is placed. */
  place: PlanPlace.nullable(),
});
export type FloorMachine = z.infer<typeof FloorMachine>;

export const FloorZone = z.object({
  id: Id,
  name: Name,
  needleFraction: z.object({
    value: z.number(),
    low: z.number(),
    high: z.number(),
    standing: z.enum(['measured', 'practice']),
    /** Its spot checks so far. */
    checks: z.int().min(0),
  }),
  /** Version of its plan. */
  planVersion: Version,
  machines: z.array(FloorMachine),
});
export type FloorZone = z.infer<typeof FloorZone>;

export const RecentChange = z.object({
  removalId: Id,
  machineName: Name,
  at: Instant,
  cause: z.enum(REMOVAL_CAUSES),
  fragments: z.enum(FRAGMENT_COUNTS),
  runningHours: z.number().min(0),
  personName: Name,
});
export type RecentChange = z.infer<typeof RecentChange>;

/** The whole floor at one instant. */
export const FloorView = z.object({
  version: ContentVersion,
  readAt: Instant,
  lifeHours: z.number().positive(),
  zones: z.array(FloorZone),
  recent: z.array(RecentChange),
  /** By pocket. */
  partUsed: z.array(PartUsedNeedle),
  sharps: Sharps,
});
export type FloorView = z.infer<typeof FloorView>;
