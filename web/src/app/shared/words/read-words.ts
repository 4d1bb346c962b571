import type { Problem } from '@gantelet/contracts';

/**
 * What is shown in place of content: that it is loading, or that it could not be loaded, which is never the same as
 * there being none. Null once it has been read.
 *
 * @param what such as 'the floor'
 */
export function unreadText(read: boolean, problem: Problem | null, what: string): string | null {
  if (read) return null;
  return problem ? `Could not read ${what}` : `Reading ${what}`;
}
