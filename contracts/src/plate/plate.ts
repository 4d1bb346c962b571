import * as z from 'zod';
import { HoleMm, Id, Line, Name, Version } from '../shared/index.js';

const traits = {
  /** What is engraved or written on the plate. */
  mark: Name,
  holeMm: HoleMm,
  /** What is engraved or written on its feed dog; empty if it has no mark. */
  feedDogMark: Line(80),
  feedDogHoleMm: HoleMm.nullable(),
  /** Rows of teeth of the feed dog, and slots of the plate. */
  teethRows: z.int().min(1).max(8).nullable(),
  /** Where both are kept while they are on no machine. */
  place: Line(80),
};
const machineIds = z
  .array(Id)
  .min(1)
  .max(200)
  .refine((ids) => new Set(ids).size === ids.length, { error: 'each machine once' });

/** A plate with its feed dog, shared by several machines, as somebody enters it. */
export const PlateEntry = z.strictObject({ ...traits, machineIds });
export type PlateEntry = z.infer<typeof PlateEntry>;

/** A revised or deleted plate: which machine it was on is forgotten. */
export const PlateChange = PlateEntry.extend({ version: Version, dropped: z.boolean() });
export type PlateChange = z.infer<typeof PlateChange>;

const OnMachine = z.object({ id: Id, name: Name }).nullable();

export const PlateView = z.object({ ...traits, machineIds, id: Id, on: OnMachine, version: Version });
export type PlateView = z.infer<typeof PlateView>;

/** A plate as seen from a machine that it fits. */
export const SharedPlate = z.object({
  id: Id,
  mark: Name,
  holeMm: HoleMm,
  feedDogHoleMm: HoleMm.nullable(),
  place: z.string(),
  on: OnMachine,
});
export type SharedPlate = z.infer<typeof SharedPlate>;
