import { newId } from '@gantelet/contracts';

/** What makes a repeated write the same write: its key, and the time that is part of it. */
export interface WriteStamp {
  readonly key: string;
  readonly at: string;
}

/**
 * Stamps an entry to be logged. The same content keeps its stamp until it has been logged, so that trying again after
 * a lost reply writes once; other content, or the same content once more afterwards, is another write.
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
