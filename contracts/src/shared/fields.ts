import * as z from 'zod';

/** An instant, RFC 3339 in UTC. */
export const Instant = z.iso.datetime();

/** A name people gave something, trimmed, 1 to 80 characters. */
export const Name = z.string().trim().min(1).max(80);

/** Stands for how things are that are read together: another text whenever any of them has changed. */
export const ContentVersion = z.string().max(80);

/** Version of an editable thing: counts up by one with each change. */
export const Version = z.int().min(0).max(2_147_483_647);
