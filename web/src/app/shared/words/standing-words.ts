import type { Standing } from '@gantelet/core';

/**
 * How sure a value is, drawn as a line: solid is measured or published, dashed is common practice, dotted is a guess.
 */
export const STANDING_LINES = ['solid', 'dashed', 'dotted'] as const;
export type StandingLine = (typeof STANDING_LINES)[number];

export const LINE_WORDS: Readonly<Record<StandingLine, string>> = {
  solid: 'measured, published, or chosen by this shop',
  dashed: 'common practice, or calculated from it',
  dotted: 'rule of thumb or assumption: measure it on your own machine',
};

/** Line and word for each grade, as shown beside a value. */
export const STANDING_WORDS: Readonly<
  Record<Standing, { readonly line: StandingLine; readonly word: string }>
> = {
  measured: { line: 'solid', word: 'measured in this shop' },
  standard: { line: 'solid', word: 'published standard' },
  handbook: { line: 'solid', word: 'handbook' },
  chosen: { line: 'solid', word: 'chosen by this shop' },
  practice: { line: 'dashed', word: 'common practice' },
  fitted: { line: 'dashed', word: 'calculated from common practice' },
  memory: { line: 'dotted', word: 'rule of thumb, not verified' },
  assumption: { line: 'dotted', word: 'assumption: measure it on your own machine' },
};
