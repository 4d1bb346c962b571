/** A look at a hook; `document` is JSON of `HookDocument`. */
export interface HookCheckRow {
  id: string;
  machineId: string;
  document: string;
  note: string;
  checkedAt: Date;
  checkedById: string;
}
