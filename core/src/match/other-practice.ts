import { leatherOzToMm } from '../units/index.js';
import type { Stack } from '../material/index.js';

/** What part of the trade does where our judgement differs. Common practice, no source. */
export interface OtherPractice {
  readonly id: 'ticket-12-on-130' | 'size-207-on-140';
  /** The needle used in that practice, in NM. */
  readonly nm: number;
  readonly texFrom: number;
  readonly texTo: number;
  /** Stacks it is used on, in mm. */
  readonly stackFromMm: number;
  readonly stackToMm: number;
}

const OTHER_PRACTICES: readonly OtherPractice[] = [
  { id: 'ticket-12-on-130', nm: 130, texFrom: 240, texTo: 250, stackFromMm: 4, stackToMm: Infinity },
  {
    id: 'size-207-on-140',
    nm: 140,
    texFrom: 200,
    texTo: 210,
    stackFromMm: 0,
    stackToMm: leatherOzToMm(12.5),
  },
];

/**
 * The other practice for a thread and a stack, or undefined if there is none: ticket 12 on NM 130 through thick
 * plies, and size 207 on NM 140 in up to 12 oz of leather. Both are for bonded thread.
 */
export function otherPractice(
  { constructionId, tex }: { readonly constructionId: string; readonly tex: number },
  { thicknessMm, leatherShare }: Stack,
): OtherPractice | undefined {
  if (!constructionId.startsWith('bonded-')) return undefined;
  return OTHER_PRACTICES.find(
    (one) =>
      tex >= one.texFrom &&
      tex <= one.texTo &&
      thicknessMm >= one.stackFromMm &&
      thicknessMm <= one.stackToMm &&
      (one.id !== 'size-207-on-140' || leatherShare > 0.5),
  );
}
