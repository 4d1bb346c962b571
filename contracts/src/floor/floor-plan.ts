import * as z from 'zod';
import { Id, Version } from '../shared/index.js';

/** The largest width and depth of a zone's plan, in places. */
export const PLAN_COLUMNS = 8;
export const PLAN_ROWS = 60;

/** Where a machine stands in its zone's plan, from the top left. */
export const PlanPlace = z.strictObject({
  column: z
    .int()
    .min(0)
    .max(PLAN_COLUMNS - 1),
  row: z
    .int()
    .min(0)
    .max(PLAN_ROWS - 1),
});
export type PlanPlace = z.infer<typeof PlanPlace>;

/** The whole plan of a zone, as somebody arranged it. */
export const ZonePlan = z.strictObject({
  version: Version,
  places: z
    .array(PlanPlace.extend({ machineId: Id }))
    .max(PLAN_COLUMNS * PLAN_ROWS)
    .refine((places) => new Set(places.map(({ column, row }) => `${column} ${row}`)).size === places.length, {
      error: 'one machine at a place',
    })
    .refine((places) => new Set(places.map(({ machineId }) => machineId)).size === places.length, {
      error: 'each machine once',
    }),
});
export type ZonePlan = z.infer<typeof ZonePlan>;
