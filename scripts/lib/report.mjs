import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './paths.mjs';
import { say } from './say.mjs';

/** Writes what a benchmark found to a page of docs/, formatted like the rest. */
export async function writeReport(name, markdown) {
  // Imported late: benchmarks install the packages themselves.
  const { format, resolveConfig } = await import('prettier');
  const file = join(ROOT, 'docs', name);
  writeFileSync(file, await format(markdown, { ...(await resolveConfig(file)), filepath: file }));
  say(`Written to ${file}`);
}
