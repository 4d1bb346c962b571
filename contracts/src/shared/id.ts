import * as z from 'zod';
import { v7 } from 'uuid';

/** Client-made id of a row and idempotency key of the write that makes it: UUIDv7 (RFC 9562). */
export const Id = z.uuidv7();
export type Id = z.infer<typeof Id>;

/** A new id. Ids sort by the time they were made. */
export const newId = (): Id => v7();

/** The id of something there is only one of at an instant, so that whoever makes it makes the same. */
export const fixedId = (atMs: number): Id => v7({ msecs: atMs, seq: 0, random: new Uint8Array(16) });
