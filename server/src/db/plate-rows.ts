/** A plate with its feed dog, shared by several machines. */
export interface PlateRow {
  id: string;
  mark: string;
  holeMm: number;
  feedDogMark: string;
  feedDogHoleMm: number | null;
  teethRows: number | null;
  place: string;
  /** The machine it was last put on; still on it as long as that machine has no other hole. */
  onMachineId: string | null;
  version: number;
}

/** A machine the plate fits. */
export interface PlateMachineRow {
  plateId: string;
  machineId: string;
}
