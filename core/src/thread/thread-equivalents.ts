import { texToDenier } from './linear-density.js';
import { BONDED_TRADE_SIZES, COMMON_TICKETS, GOVERNMENT_LETTERS } from './size-tables.js';
import { soldTexOfTicket } from './sold-tex-of-ticket.js';

/** The same thread named in the other systems of the trade; null where that system has no such size. */
export interface ThreadEquivalents {
  readonly tex: number;
  readonly tradeSize: number | null;
  readonly ticket: number | null;
  readonly denier: number;
  readonly letter: string | null;
}

/** Equivalents of a tex. Deniers are computed and rounded; sizes, tickets and letters only where one is sold. */
export function threadEquivalents(tex: number): ThreadEquivalents {
  const trade = BONDED_TRADE_SIZES.find((row) => row.nominalTex === tex);
  const letter = Object.entries(GOVERNMENT_LETTERS).find(([, letterTex]) => letterTex === tex);
  return {
    tex,
    tradeSize: trade?.size ?? null,
    ticket: COMMON_TICKETS.find((ticket) => soldTexOfTicket(ticket) === tex) ?? null,
    denier: Math.round(texToDenier(tex)),
    letter: letter?.[0] ?? null,
  };
}
