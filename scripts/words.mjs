import { findReplaced } from './lib/replaced-words.mjs';

/** Fails where replaced words are used. */
const found = findReplaced();
for (const line of found) console.error(line);
if (found.length > 0) process.exitCode = 1;
