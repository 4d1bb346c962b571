import { ladderSteps } from '../thread/index.js';
import { caseAfterReading, UNKNOWN_CASE, type CaseReading } from './bobbin-case.js';

/** How a bobbin case seats and latches. One that springs open is not used. */
export const CASE_LATCHES = ['smooth', 'rough', 'springs-open'] as const;
export type CaseLatch = (typeof CASE_LATCHES)[number];

/**
 * Which screw of its leaf spring sets the tension: the only one, the one nearer the thread slot, or the one further
 * away.
 */
export const SETTING_SCREWS = ['only', 'nearer-slot', 'further-away'] as const;
export type SettingScrew = (typeof SETTING_SCREWS)[number];

/** A machine's bobbin case, as far as choosing between cases goes. */
export interface MachineCase {
  /** Null for a machine's only case, unmarked. */
  readonly id: string | null;
  readonly mark: string | null;
  readonly isIn: boolean;
  readonly latch: CaseLatch;
  /** Thickest thread that slips into its slot, in tex; null if nobody has tried. */
  readonly slotMostTex: number | null;
  /** Tex it was last set for; null if it never was. */
  readonly setForTex: number | null;
}

/** Whether a case may be used with a thread: its latch holds, and its slot takes the thread. */
export function caseTakes({ latch, slotMostTex }: MachineCase, tex: number): boolean {
  return latch !== 'springs-open' && (slotMostTex === null || tex <= slotMostTex);
}

/**
 * The case to use for a thread: the one set for the thread nearest to it, in steps on the size ladder. The present
 * one stays unless another is nearer by `worthSteps`, since each swap costs a moment too. Null if none may be used.
 */
export function caseFor<Case extends MachineCase>(
  cases: readonly Case[],
  tex: number,
  worthSteps: number,
): Case | null {
  const away = ({ setForTex, isIn }: Case): number => {
    if (setForTex === null) return Infinity;
    return Math.abs(ladderSteps(setForTex, tex)) + (isIn ? 0 : worthSteps - 1e-9);
  };
  const takes = cases.filter((one) => caseTakes(one, tex));
  return takes.reduce<Case | null>((best, one) => {
    if (best === null) return one;
    const [a, b] = [away(one), away(best)];
    return a < b || (a === b && one.isIn) ? one : best;
  }, null);
}

/** Whether the present case is set for a thread. */
export function isSetFor(cases: readonly MachineCase[], tex: number): boolean {
  return cases.some(
    ({ isIn, setForTex }) => isIn && setForTex !== null && Math.round(setForTex) === Math.round(tex),
  );
}

/** A machine's cases once it sews with a thread: the one to use for it is in, and set for it. */
export function casesAfter(
  cases: readonly MachineCase[],
  tex: number,
  worthSteps: number,
): readonly MachineCase[] {
  const chosen = caseFor(cases, tex, worthSteps);
  if (chosen === null) return cases.length === 0 ? [{ ...UNMARKED, setForTex: tex }] : cases;
  return cases.map((one) =>
    one === chosen ? { ...one, isIn: true, setForTex: tex } : { ...one, isIn: false },
  );
}

/** A machine's only case, if nobody has marked its cases. */
export const UNMARKED: MachineCase = {
  ...{ id: null, mark: null, isIn: true },
  ...{ latch: 'smooth', slotMostTex: null, setForTex: null },
};

/** A case was put in, at an instant that sorts as text or number. */
export interface CasePutIn<At> {
  readonly caseId: string;
  readonly putInAt: At;
}

/**
 * The case in a machine at an instant; anything before the first swap belongs to the case marked first. Null while
 * none is marked.
 *
 * @param swaps oldest first
 */
export function caseAt<At extends string | number | Date>(
  swaps: readonly CasePutIn<At>[],
  at: At,
): string | null {
  return (swaps.findLast(({ putInAt }) => putInAt <= at) ?? swaps[0])?.caseId ?? null;
}

/** How often a case was reset for another thread, and for which. */
export interface CaseResets {
  readonly count: number;
  /** In tex, thinnest first. */
  readonly threads: readonly number[];
}

/**
 * How often one case went from one thread to another since a moment: each time its screw setting had to be found
 * again, which a case for each thread would have saved.
 *
 * @param readings of one case, oldest first, with their times
 */
export function caseResets(
  readings: readonly (CaseReading & { readonly at: number })[],
  since: number,
): CaseResets {
  const threads = new Set<number>();
  let count = 0;
  let state = UNKNOWN_CASE;
  for (const reading of readings) {
    const before = state.setForTex;
    state = caseAfterReading(state, reading);
    const after = state.setForTex;
    if (reading.at < since || after === before || before === null || after === null) continue;
    count++;
    threads.add(before).add(after);
  }
  return { count, threads: [...threads].sort((a, b) => a - b) };
}
