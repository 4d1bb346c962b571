import {
  bobbinMetres,
  bobbinOf,
  bobbinSize,
  seamStrengthNPerCm,
  threadConstruction,
  threadForJob,
  threadPerStitch,
  threadStrengthN,
  type BobbinSize,
  type JobSize,
  type JobThread,
  type Stack,
  type StitchThread,
  type ThreadOnBench,
  type Values,
} from '@gantelet/core';

/** Thread, bobbins and strength of the work on the bench. */
export interface ThreadUseAnswer {
  readonly stitch: StitchThread;
  /** Null when the machine's bobbin is not entered. */
  readonly bobbin: { readonly size: BobbinSize; readonly metres: number } | null;
  readonly job: JobThread | null;
  readonly threadN: number;
  readonly strengthNPerCm: number;
}

/** Works out what a seam and a job take, with the lock in the middle of the stack. */
export function threadUse(
  stack: Stack,
  thread: ThreadOnBench,
  stitchLengthMm: number,
  bobbinSizeId: string | null,
  job: JobSize,
  values: Values,
): ThreadUseAnswer {
  const stitch = threadPerStitch({
    stitchLengthMm,
    stackMm: stack.thicknessMm,
    threadDiameterMm: thread.diameterMm,
  });
  const size = bobbinSizeId === null ? undefined : bobbinSize(bobbinSizeId);
  const bobbin = size
    ? { size, metres: bobbinMetres(bobbinOf(size, values), thread.diameterMm, values) }
    : null;
  const threadN = threadStrengthN(thread.tex, threadConstruction(thread.constructionId)!, values);
  return {
    stitch,
    bobbin,
    job: bobbin && threadForJob(stitch, stitchLengthMm, job, thread.tex, bobbin.metres, values),
    threadN,
    strengthNPerCm: seamStrengthNPerCm(stitchLengthMm, threadN, values),
  };
}
