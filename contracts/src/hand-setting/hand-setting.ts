import * as z from 'zod';
import { EDGE_GUIDES } from '@gantelet/core';
import { Id, Instant, Line, Name } from '../shared/index.js';

/** What is set by hand for a job besides thread and needle, as recorded. */
export const HandSettingsEntry = z
  .strictObject({
    setupId: Id,
    footScrewMm: z.number().min(0).max(80).nullable(),
    footTurns: z.number().min(0).max(40).nullable(),
    edgeMm: z.number().min(0).max(500).nullable(),
    edgeBy: z.enum(EDGE_GUIDES).nullable(),
    speedSpm: z.int().min(10).max(6000).nullable(),
    note: Line(300),
    setAt: Instant,
  })
  .refine(
    ({ setupId: _, setAt: __, note: ___, ...said }) => Object.values(said).some((one) => one !== null),
    {
      path: ['footScrewMm'],
      error: 'at least one setting',
    },
  );
export type HandSettingsEntry = z.infer<typeof HandSettingsEntry>;

export const LoggedHandSettings = HandSettingsEntry.safeExtend({ id: Id, setBy: Name });
export type LoggedHandSettings = z.infer<typeof LoggedHandSettings>;
