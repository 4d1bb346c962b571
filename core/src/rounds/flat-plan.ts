import type { Changes, RoundsProblem } from './rounds-problem.js';

/** A simple rule, which considers only hours or the day. */
export type FlatRule =
  | { readonly rule: 'every-hours'; readonly hours: number }
  | { readonly rule: 'every-monday'; readonly shifts: readonly number[] }
  | { readonly rule: 'on-failure' };

/**
 * The changes a flat rule calls for if no needle fails, in the shifts open to each machine: a plan to start a search
 * from. It may exceed limits of minutes and needles, which the rule ignores; pinned changes stay.
 */
export function flatPlan({ machines, shifts }: RoundsProblem, rule: FlatRule): Changes {
  return machines.map(({ ageHours, hours, closed, pinned }) => {
    const changes: number[] = [];
    let age = ageHours;
    for (let shift = 0; shift < shifts; shift++) {
      const asked = pinned.includes(shift) || (!closed.includes(shift) && asksForChange(rule, age, shift));
      if (asked) {
        changes.push(shift);
        age = 0;
      }
      age += hours[shift]!;
    }
    return changes;
  });
}

/** Whether a simple rule calls for a new needle in a shift. */
export function asksForChange(rule: FlatRule, ageHours: number, shift: number): boolean {
  switch (rule.rule) {
    case 'every-hours':
      return ageHours >= rule.hours;
    case 'every-monday':
      return rule.shifts.includes(shift);
    case 'on-failure':
      return false;
  }
}
