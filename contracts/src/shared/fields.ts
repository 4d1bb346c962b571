import * as z from 'zod';

/** An instant, RFC 3339 in UTC. */
export const Instant = z.iso.datetime();

/** A local calendar day, such as 2026-12-25. */
export const Day = z.iso.date();
export type Day = z.infer<typeof Day>;

/** Control characters and signs that turn the direction of writing: they make a text look like another one. */
const NO_CONTROL = /^[^\p{Cc}\u202a-\u202e\u2066-\u2069]*$/u;

/** A text of one line, trimmed. */
export const Line = (most: number) =>
  z.string().trim().max(most).regex(NO_CONTROL, 'no line breaks or control characters');

/** A name people gave something, trimmed, 1 to 80 characters. */
export const Name = Line(80).min(1);

/** Stands for how things are that are read together: another text whenever any of them has changed. */
export const ContentVersion = z.string().max(80);

/** Version of an editable thing: counts up by one with each change. */
export const Version = z.int().min(0).max(2_147_483_647);

/** Hole of a needle plate or a feed dog, in mm. */
export const HoleMm = z.number().positive().max(10);
