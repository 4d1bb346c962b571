import * as z from 'zod';
import { v7 } from 'uuid';

/** Client-made id of a row and idempotency key of the write that creates it: UUIDv7 (RFC 9562). */
export const Id = z.uuidv7();
export type Id = z.infer<typeof Id>;

/** A new id. Ids sort by creation time. */
export const newId = (): Id => v7();

/** The id of something that exists only once per instant, so that everyone who creates it gets the same. */
export const fixedId = (atMs: number): Id => v7({ msecs: atMs, seq: 0, random: new Uint8Array(16) });
