import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { ROOT } from './paths.mjs';

const SKIPPED = new Set(['node_modules', 'dist', '.angular']);

/** Hash of the contents of files and folders, by path from the root. */
export function fingerprint(paths) {
  const hash = createHash('sha256').update(process.version);
  for (const path of paths) addTo(hash, join(ROOT, path));
  return hash.digest('hex');
}

function addTo(hash, path) {
  if (!existsSync(path)) return;
  const entries = entriesOf(path);
  if (entries === null) {
    hash.update(path.slice(ROOT.length)).update(readFileSync(path));
    return;
  }
  for (const entry of entries) addTo(hash, join(path, entry));
}

function entriesOf(path) {
  try {
    return readdirSync(path)
      .filter((entry) => !SKIPPED.has(entry) && !entry.endsWith('.tsbuildinfo'))
      .sort();
  } catch {
    return null;
  }
}

/** Does work unless the stamp file says it was already done for this fingerprint. Returns whether it did. */
export async function unlessStamped(stampFile, print, work) {
  if (existsSync(stampFile) && readFileSync(stampFile, 'utf8') === print) return false;
  await work();
  mkdirSync(dirname(stampFile), { recursive: true });
  writeFileSync(stampFile, print);
  return true;
}
