import type { Changes, RoundsProblem } from './rounds-problem.js';

/** A rule that looks at nothing but hours or the day. */
export type FlatRule =
  | { readonly rule: 'every-hours'; readonly hours: number }
  | { readonly rule: 'in-shifts'; readonly shifts: readonly number[] }
  | { readonly rule: 'never' };

/**
 * The changes a flat rule asks for when no needle fails, in the shifts that are open to each machine: a plan to begin a
 * search from. It may break limits of minutes and needles, which the rule does not look at; pinned changes stay.
 */
export function flatPlan({ machines, shifts }: RoundsProblem, rule: FlatRule): Changes {
  return machines.map(({ ageHours, hours, closed, pinned }) => {
    const changes: number[] = [];
    let age = ageHours;
    for (let shift = 0; shift < shifts; shift++) {
      const asked = pinned.includes(shift) || (!closed.includes(shift) && asks(rule, age, shift));
      if (asked) {
        changes.push(shift);
        age = 0;
      }
      age += hours[shift]!;
    }
    return changes;
  });
}

function asks(rule: FlatRule, ageHours: number, shift: number): boolean {
  switch (rule.rule) {
    case 'every-hours':
      return ageHours >= rule.hours;
    case 'in-shifts':
      return rule.shifts.includes(shift);
    case 'never':
      return false;
  }
}
