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
  /** Its place in the chain, from 1, once it is sealed. */
  place: number | null;
  seal: string | null;
}
