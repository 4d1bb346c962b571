import { requireNotNegative, requirePositive } from '../standing/index.js';

/** Pieces that were sewn on a machine, and how many stitches each takes. */
export interface PiecesSewn {
  readonly pieces: number;
  readonly stitchesPerPiece: number;
  /** Stitches a minute that the machine is run at. */
  readonly speedSpm: number;
}

/** How far the hours of counted pieces may be off either way: nobody sews every seam at one speed. Assumption. */
export const PIECES_SPREAD = 0.2;

/** Running hours that pieces took. @example piecesHours({ pieces: 120, stitchesPerPiece: 1000, speedSpm: 1000 }) // 2 */
export function piecesHours({ pieces, stitchesPerPiece, speedSpm }: PiecesSewn): number {
  requireNotNegative('pieces', pieces);
  requireNotNegative('stitchesPerPiece', stitchesPerPiece);
  requirePositive('speedSpm', speedSpm);
  return (pieces * stitchesPerPiece) / (60 * speedSpm);
}

/** Hours of a needle by where they are known from. Shift hours are those of the clock, running hours those of the needle. */
export interface HoursBySource {
  /** Running hours it came with. */
  readonly entryHours: number;
  /** Shift hours since it went in. */
  readonly shiftHours: number;
  /** Shift hours of these in which a counter was heard, and what it counted. */
  readonly counted: { readonly shiftHours: number; readonly runningHours: number };
  /** Shift hours for which pieces were written down and no counter was heard, and what the pieces took then. */
  readonly pieces: { readonly shiftHours: number; readonly runningHours: number };
}

/** What is known of a needle's hours, each by its source and none of it twice. */
export interface JoinedHours {
  /** Shift hours since it went in that no counter was heard in, 0 or more. */
  readonly shiftHours: number;
  /** Running hours that are known: those it came with and those counted, 0 or more. */
  readonly knownHours: number;
  /** Running hours by pieces that were written down, 0 or more. */
  readonly pieceHours: number;
}

/** Pieces as far as they fall into the time of a needle. */
export interface PiecesInTime {
  /** What they took of it. */
  readonly runningHours: number;
  /** Shift hours of it, 0 for pieces sewn outside the shifts. */
  readonly shiftHours: number;
  /** Those of the shift hours in which a counter was heard. */
  readonly heardHours: number;
}

/** What pieces took while no counter was heard: where one was heard for part of their time they count for the rest. */
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
 * Joins what is known of a needle's hours, the best first: a counter, then pieces where none was heard, then the shift.
 * Pieces sewn outside the shifts count too; they replace no shift hours.
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
