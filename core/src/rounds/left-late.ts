import type { Changes, RoundsProblem } from './rounds-problem.js';

/**
 * Why a machine's needle is left in past its best over the whole plan: nobody can get at it, no needle of its kind is left,
 * there are no minutes, or changing it costs more than it saves.
 */
export type LeftLate = 'closed' | 'needles' | 'minutes' | 'not-worth-it';

/**
 * Why a machine is left past its best hours for the whole horizon; null when it is changed, or never gets past them. The
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
function keptOutOf(
  { machines, zones, minutes, stock, shifts }: RoundsProblem,
  changes: Changes,
  m: number,
  shift: number,
): LeftLate | null {
  const { kind, zone, skill, changeMinutes } = machines[m]!;
  const usedBy = (s: number): number =>
    machines.reduce(
      (sum, one, i) => sum + (one.kind === kind ? changes[i]!.filter((c) => c <= s).length : 0),
      0,
    );
  for (let s = shift; s < shifts; s++) {
    if (stock[kind] && usedBy(s) + 1 > Math.max(0, stock[kind][s]!)) return 'needles';
  }
  const there = machines.filter((_, i) => changes[i]!.includes(shift));
  const visited = new Set(there.map((one) => one.zone));
  for (const limit of minutes.filter((one) => one.shift === shift)) {
    if (limit.skills !== null && !limit.skills.includes(skill)) continue;
    const counted = there.filter((one) => limit.skills === null || limit.skills.includes(one.skill));
    const ways = limit.skills === null ? [...new Set([...visited, zone])] : [];
    const used =
      counted.reduce((sum, one) => sum + one.changeMinutes, 0) +
      ways.reduce((sum, z) => sum + zones[z]!.setupMinutes, 0);
    if (used + changeMinutes > Math.max(0, limit.minutes) + 1e-9) return 'minutes';
  }
  return null;
}
