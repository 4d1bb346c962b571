/** One thing that was done; `details` is JSON of `BookDetails`. */
export interface BookEntryRow {
  /**
   * Assigned by the database; entries that are committed together may be numbered in another order than they began.
   */
  id?: number;
  at: Date;
  personId: string;
  kind: string;
  machineId: string | null;
  /** What it is about: equal for entries about the same thing. */
  subject: string;
  details: string;
  words: string;
  device: string;
  /** Who did it, by the name they had then. */
  byName: string;
  /** The machine, by the name it had then. */
  machineName: string | null;
  /** Made by the server that wrote the entry, so that it cannot be there twice; null in entries from older tables. */
  entryKey: string | null;
  /** Shows that a server wrote it. */
  mark: string | null;
  /** Its place in the chain, from 1, once it is sealed. */
  place: number | null;
  seal: string | null;
}
