import * as z from 'zod';
import { STATION_KINDS, THREADING_SIDES } from '@gantelet/core';
import { Id, Instant, Line, Name, Version } from '../shared/index.js';

const Share = z.number().min(0).max(1);

const Station = z.strictObject({
  kind: z.enum(STATION_KINDS),
  hole: z.int().min(1).max(9).nullable(),
  side: z.enum(THREADING_SIDES).nullable(),
  note: Line(120),
  x: Share,
  y: Share,
});

/** Which way a bobbin turns in its case when its thread is pulled, seen from the open side of the case. */
export const BOBBIN_TURNS = ['clockwise', 'anticlockwise'] as const;
/** Where bobbins are wound. */
export const WINDERS = ['on-machine', 'apart'] as const;

/** How a machine is threaded and its bobbins are wound; null for what nobody has recorded. */
const card = {
  stations: z.array(Station).min(2).max(24),
  bobbinTurns: z.enum(BOBBIN_TURNS).nullable(),
  winder: z.enum(WINDERS).nullable(),
  /** How far below the rim a bobbin is full. */
  belowRimMm: z.number().min(0.2).max(5).nullable(),
  note: Line(300),
};

export const ThreadingCardEntry = z.strictObject({ ...card, version: Version });
export type ThreadingCardEntry = z.infer<typeof ThreadingCardEntry>;

/** A machine's card as it was last saved. */
export const ThreadingCard = z.object({
  ...card,
  version: Version,
  machineId: Id,
  writtenAt: Instant,
  writtenBy: Name,
});
export type ThreadingCard = z.infer<typeof ThreadingCard>;

/** The part of a card that is stored as a document. */
export const ThreadingDocument = z.object({ ...card, format: z.literal(1) });
