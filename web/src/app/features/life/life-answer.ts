import type { GroupReport } from '@gantelet/contracts';
import { hoursText, RUN_REASONS } from '../../shared/words/life-words';
import { counted, plural } from '../../shared/locale';

/** The answer for a group: a headline, and why. */
export interface LifeAnswer {
  readonly head: string;
  readonly why: readonly string[];
}

/** Rules side by side by their cost per running hour, cheapest first. */
export interface RuleCost {
  readonly name: string;
  readonly costPerHour: number;
  readonly advised: boolean;
}

export function lifeAnswer(report: GroupReport, money: (amount: number) => string): LifeAnswer {
  const { advice, causes } = report;
  if (advice.do === 'too-little') {
    const missing = advice.wanted - advice.failures;
    const bound = advice.scaleAtLeastHours;
    return {
      head: 'Not enough data yet',
      why: [
        `${counted(advice.failures, 'worn needle')}; ${missing} more ${plural(missing, 'is', 'are')} needed for a wear curve. Until then the flat interval applies.`,
        ...(bound === null
          ? []
          : [
              `None wore out: 95 % sure that two in three last longer than ${hoursText(bound)} (shape 2 assumed).`,
            ]),
      ],
    };
  }
  const saves = (than: number): string => `${Math.round(100 * (1 - advice.costPerHour / than))} %`;
  if (advice.do === 'run-to-failure') {
    return {
      head: 'Run to failure',
      why: [
        `${money(advice.costPerHour)} per running hour. ${advice.because === 'cheapest' ? '' : RUN_REASONS[advice.because]}`,
        `Any report or sound still takes a needle out at once.`,
      ],
    };
  }
  const window = advice.window;
  const to = window?.toHours === null || window === null ? 'any later age' : hoursText(window.toHours);
  return {
    head: `Change at ${hoursText(advice.intervalHours!)} of running`,
    why: [
      `${money(advice.costPerHour)} per running hour: ${saves(advice.others.flat.costPerHour)} less than flat ${hoursText(advice.others.flat.hours)}, ${saves(advice.runToFailurePerHour)} less than running to failure.`,
      ...(window
        ? [
            `It need not be exact: anywhere from ${hoursText(window.fromHours)} to ${to} costs at most 2 % more.`,
          ]
        : []),
      `From ${causes.wear} worn needles. Any report or sound takes a needle out at once.`,
    ],
  };
}

export function ruleCosts({ advice }: GroupReport): readonly RuleCost[] {
  if (advice.do === 'too-little') return [];
  const { others, runToFailurePerHour, costPerHour } = advice;
  const rules: RuleCost[] = [
    { name: `flat ${hoursText(others.flat.hours)}`, costPerHour: others.flat.costPerHour, advised: false },
    { name: 'run to failure', costPerHour: runToFailurePerHour, advised: advice.do === 'run-to-failure' },
  ];
  if (advice.do === 'interval')
    rules.push({ name: `at ${hoursText(advice.intervalHours!)}`, costPerHour, advised: true });
  if (others.asDone)
    rules.push({ name: 'as in the last quarter', costPerHour: others.asDone.costPerHour, advised: false });
  return rules.sort((a, b) => a.costPerHour - b.costPerHour);
}
