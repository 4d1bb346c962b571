import {
  platesOf,
  refusalsOf,
  stackOf,
  threadOnBench,
  type NeedleQuestion,
  type Values,
} from '@gantelet/core';
import { ProblemError, type FieldProblem, type Machine, type SetupWork } from '@gantelet/contracts';

/**
 * What is wrong with a set-up's needle and plate on a machine, by the same rules as in the browser; empty if nothing
 * is.
 */
export function needleProblems(
  machine: Machine,
  work: Omit<SetupWork, 'machineId'>,
  values: Values,
): readonly FieldProblem[] {
  const stack = stackOf(work.layers);
  const question: NeedleQuestion = {
    machine: { ...machine, plateHoleMm: work.plateHoleMm },
    stack,
    thread: threadOnBench(work.thread.constructionId, work.thread.tex, values),
    stitchLengthMm: work.stitchLengthMm,
    schools: work.schools,
    values,
  };
  const goOn = platesOf(machine).map(({ holeMm }) => holeMm);
  return [
    ...(goOn.includes(work.plateHoleMm)
      ? []
      : [{ path: 'plateHoleMm', message: `a plate that goes on this machine: ${goOn.join(', ')}` }]),
    ...refusalsOf(question, work.needle).map(({ reason }) => ({
      path: 'needle',
      message: `does not fit: ${reason}`,
    })),
  ];
}

/** @throws ProblemError `setup.needle-unfit` naming each reason */
export function requireNeedleFits(machine: Machine, work: SetupWork, values: Values): void {
  const problems = needleProblems(machine, work, values);
  if (problems.length === 0) return;
  const fields = problems.map(({ path, message }) => ({ path: `body.${path}`, message }));
  throw new ProblemError('setup.needle-unfit', {}, fields);
}
