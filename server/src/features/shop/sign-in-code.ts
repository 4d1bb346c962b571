import { randomInt } from 'node:crypto';
import { HOUR_MS } from '@gantelet/core';
import { CODE_SIGNS, SignInCode } from '@gantelet/contracts';

const LENGTH = 10;

/** A code lasts over a weekend. */
export const CODE_LASTS_MS = 72 * HOUR_MS;

/** A new sign-in code: 47 bits of randomness. */
export function newSignInCode(): string {
  const signs = Array.from({ length: LENGTH }, () => CODE_SIGNS[randomInt(CODE_SIGNS.length)]);
  return SignInCode.parse(signs.join(''));
}
