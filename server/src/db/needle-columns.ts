import type { NeedleChoice } from '@gantelet/contracts';

/** The columns that identify a needle, wherever one is stored. */
export interface NeedleColumns {
  readonly needleSystem: string;
  readonly bladeNm: number;
  readonly pointStyle: string;
  readonly needleFinish: string;
}

export function needleColumns({ systemId, nm, pointId, finishId }: NeedleChoice): NeedleColumns {
  return { needleSystem: systemId, bladeNm: nm, pointStyle: pointId, needleFinish: finishId };
}

export function needleOfColumns(row: NeedleColumns): NeedleChoice {
  const { needleSystem, bladeNm, pointStyle, needleFinish } = row;
  return { systemId: needleSystem, nm: bladeNm, pointId: pointStyle, finishId: needleFinish };
}
