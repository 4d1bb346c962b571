/** Said of a write that nobody answered. */
export const KEPT_HERE = 'saved on this device; it goes out when the connection is back.';
