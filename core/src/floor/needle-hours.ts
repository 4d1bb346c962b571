import { requireNotNegative, requirePositive } from '../standing/index.js';

/** Pieces sewn on a machine, and how many stitches each takes. */
export interface PiecesSewn {
  readonly pieces: number;
  readonly stitchesPerPiece: number;
  /** Stitches per minute the machine is run at. */
  readonly speedSpm: number;
}

/** Uncertainty of hours calculated from pieces, either way: nobody sews every seam at one speed. Assumption. */
export const PIECES_SPREAD = 0.2;

/**
 * Running hours that pieces took.
 *
 * @example piecesHours({ pieces: 120, stitchesPerPiece: 1000, speedSpm: 1000 }) // 2
 */
export function piecesHours({ pieces, stitchesPerPiece, speedSpm }: PiecesSewn): number {
  requireNotNegative('pieces', pieces);
  requireNotNegative('stitchesPerPiece', stitchesPerPiece);
  requirePositive('speedSpm', speedSpm);
  return (pieces * stitchesPerPiece) / (60 * speedSpm);
}

/** A needle's hours by their source. Shift hours are clock time, running hours are needle time. */
export interface HoursBySource {
  /** Running hours at installation. */
  readonly entryHours: number;
  /** Shift hours since installation. */
  readonly shiftHours: number;
  /** Those of them covered by a counter, and what it counted. */
  readonly counted: { readonly shiftHours: number; readonly runningHours: number };
  /** Those of them with pieces recorded and no counter, and what the pieces took. */
  readonly pieces: { readonly shiftHours: number; readonly runningHours: number };
}

/** What is known of a needle's hours, each by its source and none counted twice. */
export interface JoinedHours {
  /** Shift hours since installation that no counter covered, 0 or more. */
  readonly shiftHours: number;
  /** Known running hours: at installation plus counted, 0 or more. */
  readonly knownHours: number;
  /** Running hours from recorded pieces, 0 or more. */
  readonly pieceHours: number;
}

/** The part of some pieces that falls into a needle's time. */
export interface PiecesInTime {
  /** The running hours they took of it. */
  readonly runningHours: number;
  /** Shift hours of it, 0 for pieces sewn outside the shifts. */
  readonly shiftHours: number;
  /** Those of the shift hours covered by a counter. */
  readonly heardHours: number;
}

/** What pieces took while no counter was heard: if one covered part of their time they count for the rest. */
export function unheardPieces(pieces: readonly PiecesInTime[]): HoursBySource['pieces'] {
  return pieces.reduce(
    (sum, { runningHours, shiftHours, heardHours }) => {
      const unheard = Math.max(0, shiftHours - heardHours);
      const share = shiftHours > 0 ? unheard / shiftHours : 1;
      return {
        shiftHours: sum.shiftHours + unheard,
        runningHours: sum.runningHours + runningHours * share,
      };
    },
    { shiftHours: 0, runningHours: 0 },
  );
}

/**
 * Combines what is known of a needle's hours, best source first: a counter, then pieces where none was heard, then
 * the shift. Pieces sewn outside the shifts count too; they replace no shift hours.
 */
export function joinHours({ entryHours, shiftHours, counted, pieces }: HoursBySource): JoinedHours {
  const silent = Math.max(0, shiftHours - counted.shiftHours);
  const written = Math.min(silent, pieces.shiftHours);
  const share = pieces.shiftHours > 0 ? written / pieces.shiftHours : 1;
  return {
    knownHours: entryHours + counted.runningHours,
    pieceHours: pieces.runningHours * share,
    shiftHours: silent - written,
  };
}
