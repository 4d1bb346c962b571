import type { FaultCaseInput } from '@gantelet/contracts';

/** A fault; `document` is JSON of `FaultDocument`. */
export interface FaultCaseRow {
  id: string;
  machineId: string | null;
  symptom: string;
  document: string;
  ending: FaultCaseInput['ending'];
  cause: string | null;
  note: string;
  beganAt: Date;
  endedAt: Date;
  endedById: string;
}
