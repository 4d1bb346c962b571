import type { Changes, RoundsProblem } from './rounds-problem.js';

/** A simple rule, which looks at nothing but hours or the day. */
export type FlatRule =
  | { readonly rule: 'every-hours'; readonly hours: number }
  | { readonly rule: 'every-monday'; readonly shifts: readonly number[] }
  | { readonly rule: 'on-failure' };

/**
 * The changes a flat rule asks for when no needle fails, in the shifts that are open to each machine: a plan to begin a
 * search from. It may break limits of minutes and needles, which the rule does not look at; pinned changes stay.
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

/** Whether a simple rule asks for a new needle in a shift. */
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
