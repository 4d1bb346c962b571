import * as z from 'zod';

/** Nothing in a shop is older or further ahead: anything else is a slip of the finger or of a clock. */
const [FIRST_YEAR, LAST_YEAR] = [1990, 2099];
/** Whether a text begins with a year in which a shop may have had machines. */
export const isOfOurTime = (text: string): boolean => {
  const year = Number(text.slice(0, 4));
  // What has no year is no moment at all, which is said of it already.
  return Number.isNaN(year) || (year >= FIRST_YEAR && year <= LAST_YEAR);
};
const OUR_TIME = { error: `from ${FIRST_YEAR} to ${LAST_YEAR}` };

/**
 * An instant by a clock that may be quite wrong: only for what has to be acted on all the same, such as a machine that
 * has to stop.
 */
export const ClaimedInstant = z.iso.datetime();

/** An instant, RFC 3339 in UTC. */
export const Instant = z.iso.datetime().refine(isOfOurTime, OUR_TIME);

/** A local calendar day, such as 2026-12-25. */
export const Day = z.iso.date().refine(isOfOurTime, OUR_TIME);
export type Day = z.infer<typeof Day>;

/** Control characters and marks that change the writing direction: they make a text look like another one. */
const NO_CONTROL = /^[^\p{Cc}\u202a-\u202e\u2066-\u2069]*$/u;

/** One line of text, trimmed. */
export const Line = (most: number) =>
  z.string().trim().max(most).regex(NO_CONTROL, 'no line breaks or control characters');

/** A name, trimmed, 1 to 80 characters. */
export const Name = Line(80).min(1);

/** A version of things that are read together: it changes whenever any of them does. */
export const ContentVersion = z.string().max(80);

/** Version of an editable thing: goes up by one with each change. */
export const Version = z.int().min(0).max(2_147_483_647);

/** Hole of a needle plate or a feed dog, in mm. */
export const HoleMm = z.number().positive().max(10);
