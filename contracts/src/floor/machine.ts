import * as z from 'zod';
import {
  BOBBIN_SIZES,
  bobbinSize,
  DRIVES,
  HOOK_SIDES,
  NEEDLE_SYSTEMS,
  needleSystem,
  STITCH_CONTROLS,
} from '@gantelet/core';
import { SharedPlate } from '../plate/index.js';
import { HoleMm, Id, Instant, Line, Name, Version } from '../shared/index.js';

export const MACHINE_CLASSES = ['flatbed', 'cylinder', 'post', 'long-arm', 'portable'] as const;
export const FEEDS = ['drop', 'walking-foot', 'needle', 'compound'] as const;
export const DUTIES = ['light', 'medium', 'heavy'] as const;

/** Where the top knob's zero is and how far it goes: without these a knob setting means nothing. */
export const KnobMark = z.strictObject({
  mark: Line(120).min(1),
  travelTurns: z.number().min(1).max(30).multipleOf(0.125),
  /** What marks zero on the pre-tension knob, a second knob with turns of its own. */
  preTensionMark: Line(120).min(1).nullable().optional(),
});
export type KnobMark = z.infer<typeof KnobMark>;

/** A needle plate with the feed dog that goes with it. */
export const Plate = z.strictObject({ holeMm: HoleMm, feedDogHoleMm: HoleMm.nullable() });
export type Plate = z.infer<typeof Plate>;

/** A mark of the stitch dial and the length of ten stitches sewn at it. */
export const DialReading = z.strictObject({
  mark: z.number().min(0).max(20),
  tenStitchesMm: z.number().min(1).max(300),
});
export type DialReading = z.infer<typeof DialReading>;

const limits = (least: number, most: number) =>
  z
    .strictObject({
      least: z.number().min(least).max(most).nullable(),
      most: z.number().min(least).max(most).nullable(),
    })
    .refine((set) => set.least === null || set.most === null || set.least <= set.most, {
      path: ['most'],
      error: 'not below the least',
    });
const SpeedSpm = z.int().min(20).max(8000).nullable();
const Notes = z.string().trim().max(2000);

const traits = {
  shopNumber: z.int().min(1).max(9999),
  name: Name,
  machineClass: z.enum(MACHINE_CLASSES),
  feed: z.enum(FEEDS),
  duty: z.enum(DUTIES),
  /** Designations of the needle systems its clamp takes. */
  systemIds: z.array(z.string().max(40)).max(8),
  shank: z.enum(['round', 'flat']),
  /** Null until somebody has looked. */
  hookSide: z.enum(HOOK_SIDES).nullable(),
  /** Hole of the plate on it now: one of `plates`, or a shared one. */
  plateHoleMm: HoleMm,
  plates: z.array(Plate).min(1).max(8),
  takeUpStrokeMm: z.number().min(5).max(200).nullable(),
  /** Turns of thread round the pre-tension pin; 0 for a machine without one. */
  preTensionWraps: z.int().min(0).max(4),
  bobbinSizeId: z
    .string()
    .max(40)
    .refine((id) => bobbinSize(id) !== undefined, {
      error: `not a bobbin size (${BOBBIN_SIZES.map(({ id }) => id).join(', ')})`,
    })
    .nullable(),
  /** How its stitch length is set; null until somebody has looked. */
  stitchControl: z.enum(STITCH_CONTROLS).nullable(),
  stitchDial: z.array(DialReading).max(12),
  /** Its motor; null until somebody has looked. */
  drive: z.enum(DRIVES).nullable(),
  speedInUseSpm: SpeedSpm,
  speedMostSpm: SpeedSpm,
  threadTex: limits(5, 2000),
  needleNm: limits(50, 300),
  oilNotes: Notes,
  serviceNotes: Notes,
};

export const Machine = z.object({
  ...traits,
  id: Id,
  zone: z.object({ id: Id, name: Name }),
  sharedPlates: z.array(SharedPlate),
  knob: KnobMark.nullable(),
  presentSetupId: Id.nullable(),
  version: Version,
});
export type Machine = z.infer<typeof Machine>;

/** A machine as somebody enters it. */
export const MachineEntry = z
  .strictObject({
    ...traits,
    zoneId: Id,
    systemIds: z
      .array(
        z
          .string()
          .max(40)
          .refine((name) => needleSystem(name)?.id === name, {
            error: `not a needle system (${NEEDLE_SYSTEMS.map(({ id }) => id).join(', ')})`,
          }),
      )
      .max(8)
      .refine((ids) => new Set(ids).size === ids.length, { error: 'each needle system once' }),
  })
  .refine(({ systemIds, shank }) => systemIds.every((id) => (needleSystem(id)?.shank ?? shank) === shank), {
    path: ['shank'],
    error: 'all its needle systems have another shank',
  });
export type MachineEntry = z.infer<typeof MachineEntry>;

export const MachineRevision = MachineEntry.safeExtend({ version: Version });
export type MachineRevision = z.infer<typeof MachineRevision>;

/** A machine no longer in use: its history stays, and it can be brought back. */
export const RetiredMachine = Machine.extend({ retiredAt: Instant });
export type RetiredMachine = z.infer<typeof RetiredMachine>;

/** Whether a machine is in use. */
export const Retirement = z.strictObject({ retired: z.boolean(), version: Version });
export type Retirement = z.infer<typeof Retirement>;

export const Zone = z.object({ id: Id, name: Name });
export type Zone = z.infer<typeof Zone>;

export const PresentSetupChange = z.strictObject({ setupId: Id, version: Version });
export const KnobChange = KnobMark.extend({ version: Version });
