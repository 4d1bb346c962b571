import type { Standing } from '@gantelet/core';

/** Letter and word of each standing, as shown beside a value. */
export const STANDING_WORDS: Readonly<Record<Standing, { readonly glyph: string; readonly word: string }>> = {
  measured: { glyph: '✓', word: 'measured in this shop' },
  standard: { glyph: 'S', word: 'published standard' },
  handbook: { glyph: 'H', word: 'handbook' },
  practice: { glyph: 'P', word: 'common practice, no source' },
  chosen: { glyph: 'C', word: 'chosen by this shop' },
  fitted: { glyph: 'F', word: 'fitted to common practice' },
  memory: { glyph: 'M', word: 'from memory, unverified' },
  assumption: { glyph: 'A', word: 'assumption, measure your own' },
};
