import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** Root of the repository. */
export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..');

/** Everything that a start leaves on disk: data, logs, stamps. Ignored by git. */
export const STATE = join(ROOT, '.gantelet');

/** Folder of the built web application. */
export const WEB_ROOT = join(ROOT, 'web', 'dist', 'browser');
