import { texToDenier, texToDtex, texToMetricTicket, texToNe, texToNmCount } from './linear-density.js';
import { BONDED_TRADE_SIZES, COMMON_TICKETS, GOVERNMENT_LETTERS } from './size-tables.js';
import { soldTexOfTicket } from './sold-tex-of-ticket.js';

/** The same thread named in the other systems of the trade; null if that system has no such size. */
export interface ThreadEquivalents {
  readonly tex: number;
  readonly tradeSize: number | null;
  readonly ticket: number | null;
  readonly letter: string | null;
  readonly denier: number;
  readonly dtex: number;
  /** Metric count, metres per gram. */
  readonly metricCount: number;
  /** English cotton count. */
  readonly cottonCount: number;
  /** Ticket by arithmetic alone, 3000 / tex: not always the one it is sold under. */
  readonly computedTicket: number;
}

/** Equivalents of a tex. Counts are computed; sizes, tickets and letters are given only if one is sold. */
export function threadEquivalents(tex: number): ThreadEquivalents {
  const trade = BONDED_TRADE_SIZES.find((row) => row.nominalTex === tex);
  const letter = Object.entries(GOVERNMENT_LETTERS).find(([, letterTex]) => letterTex === tex);
  return {
    tex,
    tradeSize: trade?.size ?? null,
    ticket: COMMON_TICKETS.find((ticket) => soldTexOfTicket(ticket) === tex) ?? null,
    letter: letter?.[0] ?? null,
    denier: Math.round(texToDenier(tex)),
    dtex: Math.round(texToDtex(tex)),
    metricCount: texToNmCount(tex),
    cottonCount: texToNe(tex),
    computedTicket: texToMetricTicket(tex),
  };
}
