import type { QueuedJobEnd } from '@gantelet/contracts';

/** A job that is waiting for a machine, or was. */
export interface QueuedJobRow {
  id: string;
  setupId: string;
  pieces: number | null;
  sewMinutes: number;
  dueAt: Date | null;
  note: string;
  machineId: string | null;
  /** Its place on the machine, or among the jobs without one, from 0. */
  place: number;
  pinned: boolean;
  addedAt: Date;
  addedById: string;
  ending: QueuedJobEnd['ending'] | null;
  endedAt: Date | null;
  endedById: string | null;
}
