/** A hook check; `document` is JSON of `HookDocument`. */
export interface HookCheckRow {
  id: string;
  machineId: string;
  document: string;
  note: string;
  checkedAt: Date;
  checkedById: string;
}
