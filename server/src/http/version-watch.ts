import type { ChangeNotice } from '@gantelet/contracts';
import type { Telling } from './handle.js';

const LOOK_EVERY_MS = 1500;

/**
 * Tells whenever a version is another, whichever server made it so. Each server looks for all its watchers together, and
 * only while there are any.
 *
 * @param versionOf another text whenever what is watched has changed
 */
export function versionWatch(versionOf: () => Promise<string>): Telling<ChangeNotice> {
  const watchers = new Set<(change: ChangeNotice) => void>();
  let last: string | null = null;
  let looking: NodeJS.Timeout | null = null;

  async function look(): Promise<void> {
    // A database that is away changes nothing that could be read.
    const now = await versionOf().catch(() => last);
    if (last !== null && now !== last) {
      for (const send of watchers) send({ changedAt: new Date().toISOString() });
    }
    last = now;
    looking = watchers.size === 0 ? null : setTimeout(() => void look(), LOOK_EVERY_MS);
  }

  return (send) => {
    watchers.add(send);
    if (looking === null) {
      last = null;
      looking = setTimeout(() => void look(), 0);
    }
    return () => {
      watchers.delete(send);
    };
  };
}
