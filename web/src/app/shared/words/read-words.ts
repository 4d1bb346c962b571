import type { Problem } from '@gantelet/contracts';

/**
 * What stands where something is to be read: that it is being read, or that it could not be, which is never the same as
 * that there is none. Null when it was read.
 *
 * @param what such as 'the floor'
 */
export function unreadText(read: boolean, problem: Problem | null, what: string): string | null {
  if (read) return null;
  return problem ? `Could not read ${what}` : `Reading ${what}`;
}
