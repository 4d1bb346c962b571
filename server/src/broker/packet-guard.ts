import { Transform, type TransformCallback } from 'node:stream';

/** A packet's length takes at most this many bytes (MQTT 3.1.1, section 2.2.3). */
const LENGTH_BYTES = 4;

/**
 * Passes MQTT packets up to a given size and ends the stream at the header of a larger one, without buffering it.
 * Reads only fixed headers (MQTT 3.1.1, section 2.2), so it guards before anybody has authenticated.
 *
 * @param mostBytes of a packet after its fixed header
 */
export function packetGuard(mostBytes: number): Transform {
  /** Bytes of the present packet still to come. */
  let left = 0;
  /** Bytes read of the present header; null between packets. */
  let lengthBytes: number | null = null;
  let length = 0;

  /** Takes one byte of a header. Returns whether the stream may go on. */
  function header(byte: number): boolean {
    if (lengthBytes === null) {
      lengthBytes = 0;
      length = 0;
      return true;
    }
    length += (byte & 0x7f) * 128 ** lengthBytes++;
    if (length > mostBytes || (lengthBytes === LENGTH_BYTES && byte > 0x7f)) return false;
    if (byte <= 0x7f) {
      left = length;
      lengthBytes = null;
    }
    return true;
  }

  return new Transform({
    transform(chunk: Buffer, _encoding, done: TransformCallback) {
      for (let at = 0; at < chunk.length;) {
        if (left > 0) {
          const taken = Math.min(left, chunk.length - at);
          left -= taken;
          at += taken;
        } else if (!header(chunk[at++]!)) {
          done(new Error('packet too large'));
          return;
        }
      }
      done(null, chunk);
    },
  });
}
