import { join } from 'node:path';
import { STATE } from './paths.mjs';

/** Whether a real shop is meant, and not the demo: `--shop`, or the equivalent variable. */
export const OWN_SHOP = process.argv.includes('--shop') || process.env.GANTELET_SHOP === 'own';

/** Where the database and its secrets are stored. */
export const HOME = process.env.GANTELET_HOME ?? join(STATE, OWN_SHOP ? 'works' : 'shop');
