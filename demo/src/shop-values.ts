import { DAY_MS, diameterValueId, THREAD_PRICE_ID } from '@gantelet/core';
import type { Scenario } from '@gantelet/contracts';
import type { Chance } from './chance.js';

interface DemoValue {
  readonly valueId: string;
  readonly value: number;
  readonly standing: 'measured' | 'chosen';
  readonly note: string;
  readonly by: 'ines' | 'tam' | 'sunna';
  /** When in the year it was set, 0 to 1. */
  readonly when: number;
}

/** What the demo works has measured and chosen for itself. Invented. */
const VALUES: readonly DemoValue[] = [
  {
    valueId: THREAD_PRICE_ID,
    value: 34,
    standing: 'chosen',
    note: 'mean of last year’s bills',
    by: 'ines',
    when: 0.1,
  },
  {
    valueId: diameterValueId('bonded-polyester', 90),
    value: 0.33,
    standing: 'measured',
    note: 'micrometer, light touch, mean of ten',
    by: 'tam',
    when: 0.3,
  },
  {
    valueId: 'changeover.plate',
    value: 8,
    standing: 'measured',
    note: 'timed three times',
    by: 'sunna',
    when: 0.4,
  },
  {
    valueId: 'changeover.plate',
    value: 6.5,
    standing: 'measured',
    note: 'new short driver',
    by: 'sunna',
    when: 0.7,
  },
  {
    valueId: 'material.duck-10.thickness',
    value: 0.85,
    standing: 'measured',
    note: 'five places on the roll',
    by: 'tam',
    when: 0.8,
  },
];
const tenOClock = (ms: number): number => Math.floor(ms / DAY_MS) * DAY_MS + (10 / 24) * DAY_MS;

/** The history of the works' own values, oldest first. */
export function demoShopValues(
  people: readonly { readonly id: string; readonly signInName: string }[],
  startMs: number,
  endMs: number,
  chance: Chance,
): Scenario['shopValues'] {
  return VALUES.map(({ by, when, ...entry }) => {
    const setMs = tenOClock(startMs + when * (endMs - startMs));
    const setById = people.find(({ signInName }) => signInName === by)!.id;
    return { id: chance.idAt(setMs), ...entry, setAt: new Date(setMs).toISOString(), setById };
  });
}
