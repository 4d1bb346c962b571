import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';

/**
 * The content of a file that only this user may read; created if it is missing or unusable, for example because a
 * start was cut short while writing it. It is written to a temporary file and moved into place when complete.
 *
 * @param read returns what the text holds; null or an error if it is unusable
 * @param make returns the text of a new one
 */
export function secretFile(file, read, make) {
  const kept = readIfUsable(file, read);
  if (kept !== null) return kept;
  mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
  writeFileSync(`${file}.new`, make(), { mode: 0o600 });
  renameSync(`${file}.new`, file);
  return read(readFileSync(file, 'utf8'));
}

function readIfUsable(file, read) {
  try {
    return read(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
}
