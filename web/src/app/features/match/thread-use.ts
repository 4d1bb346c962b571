import {
  bobbinMetres,
  bobbinOf,
  bobbinSize,
  eyePasses,
  seamStrengthNPerCm,
  threadConstruction,
  threadForJob,
  threadPerStitch,
  threadStrengthN,
  type BobbinSize,
  type EyePasses,
  type JobSize,
  type JobThread,
  type Stack,
  type StitchThread,
  type ThreadOnBench,
  type Values,
} from '@gantelet/core';

/** Thread, bobbins and strength for the work on the bench. */
export interface ThreadUseAnswer {
  readonly stitch: StitchThread;
  /** Null when the machine's bobbin is not entered. */
  readonly bobbin: { readonly size: BobbinSize; readonly metres: number } | null;
  readonly job: JobThread | null;
  /** Null when the stroke of the machine's take-up is not entered. */
  readonly passes: EyePasses | null;
  readonly threadN: number;
  readonly strengthNPerCm: number;
}

/** The parts of a machine that the thread passes. */
export interface MachineForThread {
  readonly bobbinSizeId: string | null;
  readonly takeUpStrokeMm: number | null;
  readonly speedInUseSpm: number | null;
}

/** Works out what a seam and a job use, with the knot in the middle of the stack. */
export function threadUse(
  stack: Stack,
  thread: ThreadOnBench,
  stitchLengthMm: number,
  machine: MachineForThread | null,
  job: JobSize,
  values: Values,
): ThreadUseAnswer {
  const stitch = threadPerStitch({
    stitchLengthMm,
    stackMm: stack.thicknessMm,
    threadDiameterMm: thread.diameterMm,
  });
  const bobbinSizeId = machine?.bobbinSizeId ?? null;
  const size = bobbinSizeId === null ? undefined : bobbinSize(bobbinSizeId);
  const strokeMm = machine?.takeUpStrokeMm ?? null;
  const bobbin = size
    ? { size, metres: bobbinMetres(bobbinOf(size, values), thread.diameterMm, values) }
    : null;
  const threadN = threadStrengthN(thread.tex, threadConstruction(thread.constructionId)!, values);
  return {
    stitch,
    bobbin,
    job: bobbin && threadForJob(stitch, stitchLengthMm, job, thread.tex, bobbin.metres, values),
    passes: strokeMm === null ? null : eyePasses(strokeMm, stitch, machine?.speedInUseSpm ?? null),
    threadN,
    strengthNPerCm: seamStrengthNPerCm(stitchLengthMm, threadN, values),
  };
}
