import * as z from 'zod';
import { Id, Name, Version } from '../shared/index.js';

export const MACHINE_CLASSES = ['flatbed', 'cylinder', 'post', 'long-arm', 'portable'] as const;
export const FEEDS = ['drop', 'walking-foot', 'needle', 'compound'] as const;
export const DUTIES = ['light', 'medium', 'heavy'] as const;

/** Where the top knob's zero is and how far it goes: the only way a number on it means anything. */
export const KnobMark = z.strictObject({
  mark: z.string().trim().min(1).max(120),
  travelTurns: z.number().min(1).max(30).multipleOf(0.125),
});
export type KnobMark = z.infer<typeof KnobMark>;

export const Machine = z.object({
  id: Id,
  shopNumber: z.int().min(1).max(9999),
  name: Name,
  machineClass: z.enum(MACHINE_CLASSES),
  feed: z.enum(FEEDS),
  duty: z.enum(DUTIES),
  zone: z.object({ id: Id, name: Name }),
  systemIds: z.array(z.string()).max(8),
  shank: z.enum(['round', 'flat']),
  plateHoleMm: z.number().positive().max(10),
  knob: KnobMark.nullable(),
  presentSetupId: Id.nullable(),
  version: Version,
});
export type Machine = z.infer<typeof Machine>;

export const PresentSetupChange = z.strictObject({ setupId: Id, version: Version });
export const KnobChange = KnobMark.extend({ version: Version });
