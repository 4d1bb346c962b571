import { conflictsBy } from './conflicts.js';
import { moveChange } from './move-change.js';
import type { Changes, RoundsProblem } from './rounds-problem.js';

/**
 * Why a machine's needle is left in past its best over the whole plan: nobody can get at it, no needle of its kind is left,
 * there are no minutes, or changing it costs more than it saves.
 */
export type LeftLate = 'closed' | 'needles' | 'minutes' | 'not-worth-it';

/**
 * Why a machine stays in past its best for the whole horizon; null when it is changed, or never gets past them. The
 * reason is what keeps it out of every shift that is open to it; where several do, the one that does most often.
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

/** The limit that one change more in a shift would break; null when it would break none. */
function keptOutOf(problem: RoundsProblem, changes: Changes, m: number, shift: number): LeftLate | null {
  const { skill } = problem.machines[m]!;
  const broken = conflictsBy(problem, moveChange(changes, m, null, shift), m, shift);
  if (broken.some(({ limit }) => limit === 'needles')) return 'needles';
  const short = broken.some((one) => one.limit === 'minutes' && (one.skills?.includes(skill) ?? true));
  return short ? 'minutes' : null;
}
