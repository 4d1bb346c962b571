import * as z from 'zod';
import { USUAL_FINISH } from '@gantelet/core';
import { Instant, Name } from '../shared/index.js';
import { SchoolChoice } from '../shop/index.js';
import { NeedleChoice, SetupWork } from './setup.js';

/** A set-up as shops exchange it: its machine by shop number instead of id. */
export const SetupCard = SetupWork.omit({ machineId: true, needle: true }).extend({
  machine: z.strictObject({ shopNumber: z.int().min(1).max(9999), name: Name.optional() }),
  needle: NeedleChoice.extend({ finishId: NeedleChoice.shape.finishId.default(USUAL_FINISH.id) }),
  /** Cards from before sheeting had schools of its own leave that one out. */
  schools: SchoolChoice.extend({ coatedPoint: SchoolChoice.shape.coatedPoint.default('small-cut') }),
  /** Last balanced top setting in its original shop, for information: it does not count as a seam sewn here. */
  topTurns: z.number().min(0).max(30).nullable().optional(),
});
export type SetupCard = z.infer<typeof SetupCard>;

export const SETUP_CARD_FORMAT = 'gantelet-set-up-cards';

/** A file of set-up cards. Its JSON Schema is published in docs/formats. */
export const SetupCardFile = z.strictObject({
  format: z.literal(SETUP_CARD_FORMAT),
  version: z.literal(1),
  works: Name,
  exportedAt: Instant,
  cards: z.array(SetupCard).max(2000),
});
export type SetupCardFile = z.infer<typeof SetupCardFile>;

/** JSON Schema (2020-12) for a file of set-up cards, as readers may receive it. */
export function setupCardJsonSchema(): Record<string, unknown> {
  const schema = z.toJSONSchema(SetupCardFile, { io: 'input', unrepresentable: 'any' });
  return {
    ...schema,
    title: 'Gantelet set-up cards, version 1',
    description:
      'Set-ups of industrial lockstitch machines: material stack, thread, needle, stitch and school. Lengths in mm, thread in tex.',
  };
}
