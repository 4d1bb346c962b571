/** What happened to a thing in the store. A count says how much there is; the others add to it or take from it. */
export const STORE_MOVE_KINDS = ['count', 'receive', 'use', 'scrap'] as const;
export type StoreMoveKind = (typeof STORE_MOVE_KINDS)[number];

export interface LedgerMove {
  readonly kind: StoreMoveKind;
  /** In the unit of the thing: needles, metres or pieces. */
  readonly quantity: number;
  readonly atMs: number;
}

/** What the moves of a thing come to. */
export interface StoreLedger {
  /** What is there now, never below 0; null while nobody has counted it. */
  readonly onHand: number | null;
  readonly countedAtMs: number | null;
  /** What was taken, with what a count found missing. */
  readonly taken: readonly { readonly quantity: number; readonly atMs: number }[];
  /** Of that, what was taken for use since the last count. */
  readonly usedSinceCount: number;
}

/**
 * Replays the moves of a thing. What came or went before the first count is in that count already. A count below what should
 * be there shows what was taken without a note; one above it takes nothing back.
 *
 * @param moves in the order they happened
 */
export function storeLedger(moves: readonly LedgerMove[]): StoreLedger {
  let onHand: number | null = null;
  let countedAtMs: number | null = null;
  let usedSinceCount = 0;
  const taken: { quantity: number; atMs: number }[] = [];
  for (const { kind, quantity, atMs } of moves) {
    if (kind === 'count') {
      if (onHand !== null && quantity < onHand) taken.push({ quantity: onHand - quantity, atMs });
      onHand = quantity;
      countedAtMs = atMs;
      usedSinceCount = 0;
    } else if (kind === 'receive') {
      if (onHand !== null) onHand += quantity;
    } else {
      taken.push({ quantity, atMs });
      if (kind === 'use') usedSinceCount += quantity;
      if (onHand !== null) onHand = Math.max(0, onHand - quantity);
    }
  }
  return { onHand, countedAtMs, taken, usedSinceCount };
}

/**
 * What should still be there of a thread that machines sew with. A cone that goes to a machine is written down before it is
 * sewn, and what was sewn without a note was taken too: the greater of the two counts, never both.
 *
 * @param sewn metres sewn since the last count
 * @returns metres; null while nobody has counted
 */
export function leftAfterSewing(
  { onHand, usedSinceCount }: Pick<StoreLedger, 'onHand' | 'usedSinceCount'>,
  sewn: number,
): number | null {
  return onHand === null ? null : Math.max(0, onHand - Math.max(0, sewn - usedSinceCount));
}
