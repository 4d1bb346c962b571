import { writeFile } from 'node:fs/promises';
import { demoScenario } from './demo-scenario.js';

/** Seed of the demo that everybody sees. */
const SEED = 0.2611;

const [path, now = new Date().toISOString()] = process.argv.slice(2);
if (path === undefined || Number.isNaN(Date.parse(now))) {
  console.error('usage: write-scenario.js FILE [INSTANT]');
  process.exitCode = 2;
} else {
  await writeFile(path, JSON.stringify(demoScenario(SEED, Date.parse(now))));
}
