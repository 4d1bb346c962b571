import { createHash } from 'node:crypto';
import type { ChangeNotice } from '@gantelet/contracts';
import type { Subscribe } from './handle.js';

const LOOK_EVERY_MS = 1500;

/**
 * Tells each watcher the present version on arrival, and again whenever it changes, whichever server changed it. Each
 * server polls for all its watchers together, and only while there are any.
 *
 * @param versionOf a text that changes whenever what is watched does
 */
export function versionWatch(versionOf: () => Promise<string>): Subscribe<ChangeNotice> {
  /** What each watcher was told last. */
  const watchers = new Map<(change: ChangeNotice) => void, string | null>();
  let looking: NodeJS.Timeout | null = null;

  async function look(): Promise<void> {
    // While the database is down nothing readable changes.
    const version = await versionOf().catch(() => null);
    for (const [send, told] of watchers) {
      if (version === null || version === told) continue;
      watchers.set(send, version);
      send({ version });
    }
    looking = watchers.size === 0 ? null : setTimeout(() => void look(), LOOK_EVERY_MS);
  }

  return (send) => {
    watchers.set(send, null);
    looking ??= setTimeout(() => void look(), 0);
    return () => {
      watchers.delete(send);
    };
  };
}

/** A short version of content of any length. */
export function versionOfContent(content: unknown): string {
  return createHash('sha256').update(JSON.stringify(content)).digest('base64url');
}
