import { requirePositive } from '../standing/index.js';

/**
 * Linear density of a thread. Tex is grams per 1000 m. Conversions follow ISO 1144, ASTM D861 and ASTM D2260
 * (clause numbers not checked). All functions take and give positive numbers and are exact inverses in pairs.
 */

/** Tex of 1 English cotton count, so that tex = 590.54 / Ne (ASTM D2260). */
export const TEX_NE = 590.54;

export const dtexToTex = (dtex: number): number => requirePositive('dtex', dtex) / 10;
export const texToDtex = (tex: number): number => requirePositive('tex', tex) * 10;

export const denierToTex = (denier: number): number => requirePositive('denier', denier) / 9;
export const texToDenier = (tex: number): number => requirePositive('tex', tex) * 9;

/** Metric count: Nm = 1000 / tex, metres per gram. Plies multiply the tex. */
export const nmCountToTex = (nmCount: number, plies = 1): number =>
  (1000 * requirePositive('plies', plies)) / requirePositive('nmCount', nmCount);
export const texToNmCount = (tex: number): number => 1000 / requirePositive('tex', tex);

/** English cotton count: Ne = 590.54 / tex. Plies multiply the tex. */
export const neToTex = (ne: number, plies = 1): number =>
  (TEX_NE * requirePositive('plies', plies)) / requirePositive('ne', ne);
export const texToNe = (tex: number): number => TEX_NE / requirePositive('tex', tex);

/** Metric ticket number = 3 Nm = 3000 / tex (common practice; ASTM D3823 covers ticket numbers). */
export const metricTicketToTex = (ticket: number): number => 3000 / requirePositive('ticket', ticket);
export const texToMetricTicket = (tex: number): number => 3000 / requirePositive('tex', tex);

/** Cotton ticket number = 3 Ne (common practice; ASTM D3823 covers ticket numbers). */
export const cottonTicketToTex = (ticket: number): number => (3 * TEX_NE) / requirePositive('ticket', ticket);
export const texToCottonTicket = (tex: number): number => (3 * TEX_NE) / requirePositive('tex', tex);
