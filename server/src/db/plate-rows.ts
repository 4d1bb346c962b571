/** A plate with its feed dog that machines share. */
export interface PlateRow {
  id: string;
  mark: string;
  holeMm: number;
  feedDogMark: string;
  feedDogHoleMm: number | null;
  teethRows: number | null;
  place: string;
  /** The machine it was put on last; on it still while no other hole is there. */
  onMachineId: string | null;
  version: number;
}

/** A machine that a plate goes on. */
export interface PlateMachineRow {
  plateId: string;
  machineId: string;
}
