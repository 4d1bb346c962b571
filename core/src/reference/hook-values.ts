import { reference } from './reference-value.js';

const BOOK = 'usual figures, from memory; the machine’s manual comes first';

const hook = (name: string, value: number, range: readonly [number, number]) =>
  reference(name, value, 'mm', range, 'memory', BOOK, 'Hook timing and clearance');

/** Where the hook's point should be at the needle, for a machine without figures of its own. */
export const HOOK_VALUES = {
  'hook.rise-least': hook('Needle rise when the point meets the needle, least', 1.8, [0.2, 10]),
  'hook.rise-most': hook('Needle rise when the point meets the needle, most', 2.5, [0.2, 10]),
  'hook.above-eye-least': hook('Hook point above the eye, least', 1, [0, 10]),
  'hook.above-eye-most': hook('Hook point above the eye, most', 2, [0, 10]),
  'hook.clearance-least': hook('Clearance of hook point and needle, least', 0, [0, 2]),
  'hook.clearance-most': hook('Clearance of hook point and needle, most', 0.1, [0.01, 2]),
};
