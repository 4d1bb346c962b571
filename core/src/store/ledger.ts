/** What happened to a store item. A count says how much there is; the others add to it or take from it. */
export const STORE_MOVE_KINDS = ['count', 'receive', 'use', 'scrap'] as const;
export type StoreMoveKind = (typeof STORE_MOVE_KINDS)[number];

export interface LedgerMove {
  readonly kind: StoreMoveKind;
  /** In the item's unit: needles, metres or pieces. */
  readonly quantity: number;
  readonly atMs: number;
}

/** The result of an item's moves. */
export interface StoreLedger {
  /** What is on hand now, never below 0; null while nobody has counted it. */
  readonly onHand: number | null;
  readonly countedAtMs: number | null;
  /** What was taken, including what a count found missing. */
  readonly taken: readonly { readonly quantity: number; readonly atMs: number }[];
  /** Of that, what was taken for use since the last count. */
  readonly usedSinceCount: number;
}

/**
 * Replays an item's moves. What came or went before the first count is already in that count. A count below the
 * expected amount shows what was taken without an entry; one above it takes nothing back.
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
 * What should be left of a thread that machines sew with. A cone taken to a machine is recorded before it is sewn,
 * and what was sewn without an entry was taken too: the greater of the two amounts, never both.
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
