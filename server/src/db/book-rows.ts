/** One thing that was done; `details` is JSON of `BookDetails`. */
export interface BookEntryRow {
  /** Given by the database; entries that end together may have theirs in another order than they were begun. */
  id?: number;
  at: Date;
  personId: string;
  kind: string;
  machineId: string | null;
  /** What it is about: the same thing is told by the same one. */
  subject: string;
  details: string;
  words: string;
  device: string;
  /** Its place in the chain from 1, once it is sealed. */
  place: number | null;
  seal: string | null;
}

/** A backup that was made and is whole. */
export interface BackupRow {
  id: string;
  madeAt: Date;
  sealed: boolean;
}
