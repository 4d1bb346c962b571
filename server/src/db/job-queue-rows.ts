import type { QueuedJobEnd } from '@gantelet/contracts';

/** A job that waits for a machine, or did. */
export interface QueuedJobRow {
  id: string;
  setupId: string;
  pieces: number | null;
  sewMinutes: number;
  dueAt: Date | null;
  note: string;
  machineId: string | null;
  /** Its place on the machine, or among those without one, from 0. */
  place: number;
  pinned: boolean;
  addedAt: Date;
  addedById: string;
  ending: QueuedJobEnd['ending'] | null;
  endedAt: Date | null;
  endedById: string | null;
}
