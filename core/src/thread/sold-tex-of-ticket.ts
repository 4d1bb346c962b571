import { metricTicketToTex } from './linear-density.js';
import { nominalTex } from './nominal-tex.js';
import { BONDED_TICKET_EXCEPTIONS } from './size-tables.js';

/**
 * Tex that bonded thread of a metric ticket is sold as: the inverted ticket rounded down the Tex series, but for
 * the named exceptions. Common practice over a series from memory.
 *
 * @example soldTexOfTicket(20) // 135
 */
export function soldTexOfTicket(ticket: number): number {
  return BONDED_TICKET_EXCEPTIONS[ticket] ?? nominalTex(metricTicketToTex(ticket));
}
