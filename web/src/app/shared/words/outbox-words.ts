/** Shown for a write that got no answer. */
export const KEPT_HERE = 'saved on this device; it goes out when the connection is back.';
