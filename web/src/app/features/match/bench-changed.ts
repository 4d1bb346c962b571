import { nameOfNeedle } from '@gantelet/core';
import type { BenchAnswer } from './bench-answer';
import type { BenchDraft } from './bench-draft';

/** Whether the work on the bench differs from the set-up it was opened from. New work always does. */
export function changedSinceSaved(draft: BenchDraft, { chosen, reading, question }: BenchAnswer): boolean {
  const { saved } = draft;
  if (!saved) return true;
  const now = {
    name: draft.name,
    machineId: draft.machineId,
    layers: draft.layers,
    thread: { label: draft.threadText, tex: reading?.tex, constructionId: draft.constructionId },
    needle: chosen && nameOfNeedle(chosen),
    plateHoleMm: question?.machine.plateHoleMm,
    stitchLengthMm: draft.stitchLengthMm,
    schools: draft.schools ?? saved.schools,
  };
  const { name, machineId, layers, thread, needle, plateHoleMm, stitchLengthMm, schools } = saved;
  const then = { name, machineId, layers, thread, needle, plateHoleMm, stitchLengthMm, schools };
  return JSON.stringify(now) !== JSON.stringify(then);
}
