/** How a machine is threaded; `document` is JSON of `ThreadingDocument`. */
export interface ThreadingCardRow {
  machineId: string;
  document: string;
  version: number;
  writtenAt: Date;
  writtenById: string;
}
