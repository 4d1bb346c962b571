import { randomLcg } from 'd3-random';
import { counterRuns } from '@gantelet/core';
import { CounterMessage } from '@gantelet/contracts';
import { sewing } from './sewing.js';

describe('a simulated machine at work', () => {
  it('counts up, never faster than time passes, and pauses between seams', () => {
    const count = sewing(randomLcg(0.3));
    let last = { stitches: 0, motorMs: 0 };
    let [ran, rested] = [0, 0];
    for (let i = 0; i < 600; i++) {
      const now = count(1000);
      expect(now.stitches).toBeGreaterThanOrEqual(last.stitches);
      expect(now.motorMs - last.motorMs).toBeLessThanOrEqual(1001);
      if (now.motorMs > last.motorMs) ran++;
      else rested++;
      last = now;
    }
    expect(ran).toBeGreaterThan(100);
    expect(rested).toBeGreaterThan(100);
  });

  it('sends only what a counter may send, and its counts match its running', () => {
    const count = sewing(randomLcg(0.6));
    const messages = Array.from({ length: 30 }, (_, seq) =>
      CounterMessage.parse({
        boot: 5,
        seq,
        sentAt: new Date(1_772_000_000_000 + 10_000 * seq).toISOString(),
        ...count(10_000),
      }),
    );
    const runs = counterRuns(
      messages.map(({ sentAt, ...one }) => ({ ...one, sentAtMs: Date.parse(sentAt) })),
    );
    const ran = runs.reduce((sum, { motorMs }) => sum + motorMs, 0);
    expect(ran).toBe(messages.at(-1)!.motorMs - messages[0]!.motorMs);
  });
});
