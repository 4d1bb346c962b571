import { requireNotNegative } from '../standing/index.js';

/** Settings are given to an eighth of a turn: anything finer cannot be felt or repeated by hand. Common practice. */
export const TURN_GRAIN = 1 / 8;

/** Nearest setting a hand can repeat. */
export function roundTurns(turns: number): number {
  return Math.round(turns / TURN_GRAIN) * TURN_GRAIN;
}

const EIGHTHS = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞'] as const;

/** A setting in turns and eighths. @example turnsText(4.25) // '4 ¼' */
export function turnsText(turns: number): string {
  const eighths = Math.round(requireNotNegative('turns', turns) / TURN_GRAIN);
  const whole = Math.floor(eighths / 8);
  const part = EIGHTHS[eighths % 8]!;
  if (part === '') return String(whole);
  return whole === 0 ? part : `${whole} ${part}`;
}

/** A setting with its unit. @example inTurns(1) // '1 turn' @example inTurns(4.25) // '4 ¼ turns' */
export function inTurns(turns: number): string {
  const rounded = roundTurns(turns);
  return `${turnsText(turns)} ${rounded > 0 && rounded <= 1 ? 'turn' : 'turns'}`;
}
