import * as z from 'zod';
import { NEEDLE_SIZES, needleSystem } from '@gantelet/core';

/**
 * Colours that paint, tape and bins commonly come in, each shown with its name for eyes that cannot tell them apart.
 */
export const MARK_COLOURS = [
  'white',
  'black',
  'grey',
  'red',
  'orange',
  'yellow',
  'green',
  'blue',
  'violet',
  'brown',
] as const;
export type MarkColour = (typeof MARK_COLOURS)[number];

const colour = z.enum(MARK_COLOURS);

/** The colour a shop gives a needle size, needle system or thread size on its pockets and drawers. */
export const ColourMark = z.discriminatedUnion('of', [
  z.strictObject({
    of: z.literal('needle-size'),
    nm: z
      .number()
      .min(1)
      .max(1000)
      .refine((nm) => NEEDLE_SIZES.some((size) => size.nm === nm), { error: 'not a needle size' }),
    colour,
  }),
  z.strictObject({
    of: z.literal('needle-system'),
    systemId: z
      .string()
      .max(40)
      .refine((id) => needleSystem(id)?.id === id, { error: 'not a needle system' }),
    colour,
  }),
  z.strictObject({ of: z.literal('thread'), tex: z.number().min(5).max(2000), colour }),
]);
export type ColourMark = z.infer<typeof ColourMark>;

const whatOf = (mark: ColourMark): string =>
  mark.of === 'thread'
    ? `tex ${mark.tex}`
    : mark.of === 'needle-size'
      ? `nm ${mark.nm}`
      : `system ${mark.systemId}`;

/** All colour marks of a shop. */
export const ColourMarks = z
  .array(ColourMark)
  .max(100)
  .refine((marks) => new Set(marks.map(whatOf)).size === marks.length, { error: 'one colour for each' });

/** Colour marks as they are stored. */
export const ColourMarkDocument = z.object({ version: z.literal(1), marks: ColourMarks });
