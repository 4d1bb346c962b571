import * as z from 'zod';
import {
  materialById,
  NEEDLE_FINISHES,
  NEEDLE_SIZES,
  NEEDLE_SYSTEMS,
  needleFinish,
  needleSystem,
  POINT_STYLES,
  pointStyle,
  threadConstruction,
} from '@gantelet/core';
import { Id, Instant, Name, Version } from '../shared/index.js';
import { SchoolChoice } from '../shop/index.js';

const known = (what: string, has: (id: string) => boolean) =>
  z
    .string()
    .max(40)
    .refine(has, { error: `not ${what} of the catalogue` });

export const LayerInput = z.strictObject({
  materialId: known('a material', (id) => materialById(id) !== undefined),
  thicknessMm: z.number().min(0.05).max(30),
  plies: z.int().min(1).max(20),
});
export type LayerInput = z.infer<typeof LayerInput>;

/** A thread as read off its spool, and the Tex it was taken for. */
export const ThreadChoice = z.strictObject({
  label: z.string().trim().min(1).max(40),
  tex: z.number().min(5).max(2000),
  constructionId: known('a thread construction', (id) => threadConstruction(id) !== undefined),
});
export type ThreadChoice = z.infer<typeof ThreadChoice>;

export const NeedleChoice = z.strictObject({
  systemId: known(
    `a needle system (${NEEDLE_SYSTEMS.map((s) => s.id).join(', ')})`,
    (id) => needleSystem(id)?.id === id,
  ),
  nm: z
    .int()
    .min(1)
    .max(1000)
    .refine((nm) => NEEDLE_SIZES.some((size) => size.nm === nm), {
      error: `not a needle size (${NEEDLE_SIZES.map((s) => s.nm).join(', ')})`,
    }),
  pointId: known(
    `a point (${POINT_STYLES.map((p) => p.id).join(', ')})`,
    (id) => pointStyle(id) !== undefined,
  ),
  finishId: known(
    `a finish (${NEEDLE_FINISHES.map((f) => f.id).join(', ')})`,
    (id) => needleFinish(id) !== undefined,
  ),
});
export type NeedleChoice = z.infer<typeof NeedleChoice>;

/** What goes together on one machine for one kind of work. */
export const SetupWork = z.strictObject({
  name: Name,
  machineId: Id,
  layers: z.array(LayerInput).min(1).max(12),
  thread: ThreadChoice,
  needle: NeedleChoice,
  /** Hole of the plate the work is sewn on. */
  plateHoleMm: z.number().positive().max(10),
  stitchLengthMm: z.number().min(0.5).max(20),
  schools: SchoolChoice,
});
export type SetupWork = z.infer<typeof SetupWork>;

/** A saved set-up. */
export const Setup = SetupWork.extend({
  id: Id,
  version: Version,
  savedAt: Instant,
  savedBy: Name,
});
export type Setup = z.infer<typeof Setup>;

export const SetupRevision = SetupWork.extend({ version: Version });
export type SetupRevision = z.infer<typeof SetupRevision>;
