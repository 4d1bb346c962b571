import { dictionary } from '@zxcvbn-ts/language-common';
import { ProblemError } from '@gantelet/contracts';

/** The passwords that are guessed first: some 49,000 of them, from published leaks. */
const COMMON: ReadonlySet<string> = new Set(dictionary['passwords-common'] as readonly string[]);

/**
 * Refuses a password that is among the most common ones. There is no rule about characters.
 *
 * @throws ProblemError `password.common`
 */
export function requireUncommon(password: string, path: string): void {
  if (!COMMON.has(password.toLowerCase())) return;
  throw new ProblemError('password.common', {}, [{ path, message: 'not one of the most used passwords' }]);
}
