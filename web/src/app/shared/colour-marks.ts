import { InjectionToken, signal, type Signal } from '@angular/core';
import type { ColourMark } from '@gantelet/contracts';

/** The shop's own colours for needle sizes, systems and threads, for everything that names one. */
export const COLOUR_MARKS = new InjectionToken<Signal<readonly ColourMark[]>>('colour marks', {
  factory: () => signal([]).asReadonly(),
});

/** What can carry a mark. */
export interface Marked {
  readonly needle?: { readonly systemId?: string; readonly nm: number } | null;
  readonly tex?: number | null;
}

/** A tex this close is the same thread: converted sizes are rounded. */
const SAME_TEX = 0.02;

/** The marks of a needle, its system before its size, or of a thread. */
export function marksOf(
  marks: readonly ColourMark[],
  { needle = null, tex = null }: Marked,
): readonly ColourMark[] {
  const fits = (mark: ColourMark): boolean => {
    if (mark.of === 'needle-size') return mark.nm === needle?.nm;
    if (mark.of === 'needle-system') return mark.systemId === needle?.systemId;
    return tex !== null && Math.abs(mark.tex - tex) <= SAME_TEX * tex;
  };
  const found = marks.filter(fits);
  return [
    ...found.filter(({ of }) => of === 'needle-system'),
    ...found.filter(({ of }) => of !== 'needle-system'),
  ];
}
