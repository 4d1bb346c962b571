import sparkplug from 'sparkplug-payload';
import { newId, sparkplugTopicOf, topicOf, type CounterMessage } from '@gantelet/contracts';
import { counterOfTopic, readCounterMessage } from './counter-message.js';

const ID = newId();
const SAID: CounterMessage = {
  boot: 4_000_000_000,
  seq: 300,
  sentAt: '2026-03-04T08:00:00.000Z',
  // More than 32 bits hold: five years of a machine at full speed.
  stitches: 6_000_000_000,
  motorMs: 150_000_000_000,
};

/** As a Sparkplug B counter sends it, in an order of its own and with metrics we do not ask for. */
function coded(said: Partial<CounterMessage>): Buffer {
  const { encodePayload } = sparkplug.get('spBv1.0')!;
  const metrics = Object.entries({ motorMs: said.motorMs, ...said })
    .filter(([name]) => name !== 'sentAt')
    .map(([name, value]) => ({ name, value: Number(value), type: 'UInt64' as const }));
  return Buffer.from(
    encodePayload({
      timestamp: Date.parse(SAID.sentAt),
      seq: 44,
      metrics: [{ name: 'Temperature', value: 31.5, type: 'Float' }, ...metrics],
    }),
  );
}

describe("a counter's message", () => {
  it('is the same in our own format and in Sparkplug B, at birth and later', () => {
    const own = readCounterMessage(topicOf(ID, 'count'), Buffer.from(JSON.stringify(SAID)));
    expect(own).toEqual({ deviceId: ID, message: SAID });
    for (const type of ['NBIRTH', 'NDATA'] as const)
      expect(readCounterMessage(sparkplugTopicOf(ID, type), coded(SAID))).toEqual(own);
  });

  it('is nothing if a number is missing, malformed or too long, or the topic is another', () => {
    const { boot: _, ...unborn } = SAID;
    const json = Buffer.from(JSON.stringify(SAID));
    for (const [topic, payload] of [
      [sparkplugTopicOf(ID, 'NDATA'), coded(unborn)],
      [sparkplugTopicOf(ID, 'NDATA'), coded({ ...SAID, stitches: -1 })],
      [sparkplugTopicOf(ID, 'NDATA'), json],
      [sparkplugTopicOf(ID, 'NDATA'), Buffer.alloc(0)],
      [topicOf(ID, 'count'), coded(SAID)],
      [topicOf(ID, 'count'), Buffer.concat([json, Buffer.alloc(2000, ' ')])],
      [topicOf(ID, 'reading'), json],
      [sparkplugTopicOf(ID, 'NDEATH'), coded(SAID)],
      [`spBv1.0/elsewhere/NDATA/${ID}`, coded(SAID)],
      [`${sparkplugTopicOf(ID, 'NDATA')}/more`, coded(SAID)],
    ] as const)
      expect(readCounterMessage(topic, payload)).withContext(topic).toBeNull();
    expect(counterOfTopic(topicOf(ID, 'status'))).toBeNull();
  });
});
