import { conflictsBy } from './conflicts.js';
import { moveChange } from './move-change.js';
import type { Changes, RoundsProblem } from './rounds-problem.js';

/**
 * Why a machine's needle is left in past its best for the whole plan: nobody can get to it, no needle of its kind is
 * left, there are no minutes, or changing it costs more than it saves.
 */
export type LeftLate = 'closed' | 'needles' | 'minutes' | 'not-worth-it';

/**
 * Why a machine stays past its best for the whole horizon; null if it is changed, or never gets past it. The reason
 * is what rules out every shift open to it; if there are several, the most frequent one.
 */
export function leftLate(problem: RoundsProblem, changes: Changes, m: number): LeftLate | null {
  const machine = problem.machines[m]!;
  const hours = machine.hours.reduce((sum, one) => sum + one, 0);
  if (changes[m]!.length > 0 || machine.ageHours + hours <= machine.wearing.bestHours) return null;
  const open = Array.from({ length: problem.shifts }, (_, s) => s).filter((s) => !machine.closed.includes(s));
  if (open.length === 0) return 'closed';
  const kept = open.map((shift) => keptOutOf(problem, changes, m, shift));
  const count = (reason: LeftLate): number => kept.filter((one) => one === reason).length;
  if (kept.some((reason) => reason === null)) return 'not-worth-it';
  return count('needles') >= count('minutes') ? 'needles' : 'minutes';
}

/** The limit that one more change in a shift would exceed; null if there is none. */
function keptOutOf(problem: RoundsProblem, changes: Changes, m: number, shift: number): LeftLate | null {
  const { skill } = problem.machines[m]!;
  const broken = conflictsBy(problem, moveChange(changes, m, null, shift), m, shift);
  if (broken.some(({ limit }) => limit === 'needles')) return 'needles';
  const short = broken.some((one) => one.limit === 'minutes' && (one.skills?.includes(skill) ?? true));
  return short ? 'minutes' : null;
}
