import * as fc from 'fast-check';
import { generate } from 'mqtt-packet';
import { packetGuard } from './packet-guard.js';

const MOST = 300;

/** What comes out of the guard, and whether everything got through. */
async function guarded(chunks: readonly Buffer[]): Promise<{ out: Buffer; whole: boolean }> {
  const guard = packetGuard(MOST);
  const out: Buffer[] = [];
  guard.on('data', (chunk: Buffer) => out.push(chunk));
  const ended = new Promise<boolean>((resolve) => {
    guard.once('end', () => resolve(true));
    guard.once('error', () => resolve(false));
  });
  for (const chunk of chunks) guard.write(chunk);
  guard.end();
  return { whole: await ended, out: Buffer.concat(out) };
}
const publish = (bytes: number): Buffer =>
  generate({ cmd: 'publish', topic: 't', payload: Buffer.alloc(bytes), qos: 0, dup: false, retain: false });

describe('the packet guard', () => {
  it('passes packets that are small enough, however they are split', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.nat(MOST - 3), { maxLength: 6 }),
        fc.integer({ min: 1, max: 40 }),
        async (sizes, cut) => {
          const sent = Buffer.concat(sizes.map(publish));
          const chunks = Array.from({ length: Math.ceil(sent.length / cut) }, (_, i) =>
            sent.subarray(i * cut, (i + 1) * cut),
          );
          const { out, whole } = await guarded(chunks);
          expect(whole && out.equals(sent)).toBeTrue();
        },
      ),
      { numRuns: 40 },
    );
  });

  it('ends at the header of an oversized packet, before its body arrives', async () => {
    const large = publish(MOST);
    expect((await guarded([publish(5), large.subarray(0, 3)])).whole).toBeFalse();
    // A length that never ends.
    expect((await guarded([Buffer.from([0x30, 0xff, 0xff, 0xff, 0xff, 0x01])])).whole).toBeFalse();
  });
});
