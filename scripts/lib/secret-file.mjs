import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';

/**
 * What a file of this user holds that nobody else may read; made when it is missing or of no use, as after a start that
 * was cut short while writing it. It is written beside its place and moved there when whole.
 *
 * @param read gives what the text holds; null or an error when it is of no use
 * @param make gives the text of a new one
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
