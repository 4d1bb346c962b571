/** What a payload says, undefined when it is no JSON. */
export function jsonOf(payload: Buffer): unknown {
  try {
    return JSON.parse(payload.toString('utf8')) as unknown;
  } catch {
    return undefined;
  }
}
