/** The content of a payload; undefined when it is not JSON. */
export function jsonOf(payload: Buffer): unknown {
  try {
    return JSON.parse(payload.toString('utf8')) as unknown;
  } catch {
    return undefined;
  }
}
