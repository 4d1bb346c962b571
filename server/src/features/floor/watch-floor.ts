import type { Database } from '../../db/database.js';
import type { Telling } from '../../http/handle.js';
import { floorVersion } from './floor.store.js';

/** What tells that the floor changed. */
interface FloorChange {
  readonly changedAt: string;
}

const LOOK_EVERY_MS = 1500;

/**
 * Tells whenever the floor has changed, whichever server changed it. Each server looks for all its watchers together, and
 * only while there are any.
 */
export function floorWatch(database: Database): Telling<FloorChange> {
  const watchers = new Set<(change: FloorChange) => void>();
  let last: string | null = null;
  let looking: NodeJS.Timeout | null = null;

  async function look(): Promise<void> {
    // A database that is away changes nothing that could be read.
    const now = await floorVersion(database).catch(() => last);
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
