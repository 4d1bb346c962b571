import { newId } from '@gantelet/contracts';

/** What makes a write the same write when it is sent again: its key, and the time that is part of it. */
export interface WriteStamp {
  readonly key: string;
  readonly at: string;
}

/**
 * Stamps what is to be logged. The same content keeps its stamp until what was logged has grown, so that trying again
 * after a lost reply writes once; other content, or the same once more after it was logged, is another write.
 *
 * @param logged how much has been logged
 */
export function writeStamps(logged: () => number | undefined): (content: unknown) => WriteStamp {
  let last: { readonly of: string; readonly stamp: WriteStamp } | null = null;
  return (content) => {
    const of = JSON.stringify([logged() ?? null, content]);
    if (last?.of !== of) last = { of, stamp: { key: newId(), at: new Date().toISOString() } };
    return last.stamp;
  };
}
