import { connect, type MqttClient } from 'mqtt';
import { StandInAsk, topicOf, type DeviceReading, type InstrumentKind } from '@gantelet/contracts';
import { chargeAt, FRESH, runDown, type Battery } from './battery.js';
import { instrument } from './instrument.js';

/** What a stand-in simulates, and its credentials. */
export interface StandInCard<Kind = InstrumentKind> {
  readonly id: string;
  readonly kind: Kind;
  readonly token: string;
}

/** Where the broker is. */
export interface BrokerPlace {
  readonly host: string;
  readonly port: number;
}

const EVERY_MS = 100;
const RETRY_MS = 2000;
/** The battery is replaced after this long. */
const NEW_BATTERY_MS = 12_000;
const ON = JSON.stringify({ state: 'on' });
const OFF = JSON.stringify({ state: 'off' });

/** Runs one stand-in against a broker until it is stopped. Returns a function that stops it. */
export function runStandIn(card: StandInCard, broker: BrokerPlace, normal: () => number): () => void {
  let stopped = false;
  let end: () => void = () => undefined;
  const switchOn = (): void => {
    end = switchedOn(card, broker, normal, () => {
      if (!stopped) later = setTimeout(switchOn, NEW_BATTERY_MS);
    });
  };
  let later: NodeJS.Timeout | undefined;
  switchOn();
  return () => {
    stopped = true;
    clearTimeout(later);
    end();
  };
}

/** From a fresh battery to an empty one. */
function switchedOn(
  { id, kind, token }: StandInCard,
  { host, port }: BrokerPlace,
  normal: () => number,
  died: () => void,
): () => void {
  const startedMs = Date.now();
  const upMs = (): number => Date.now() - startedMs;
  const tool = instrument(kind, normal);
  let battery: Battery = FRESH;
  let seq = 0;
  const client: MqttClient = connect({
    host,
    port,
    clientId: id,
    username: id,
    password: token,
    reconnectPeriod: RETRY_MS,
    reconnectOnConnackError: true,
    queueQoSZero: false,
    will: { topic: topicOf(id, 'status'), payload: Buffer.from(OFF), qos: 1, retain: true },
  });
  client.on('error', () => undefined);
  client.on('connect', () => {
    client.publish(topicOf(id, 'status'), ON, { qos: 1, retain: true });
    client.subscribe(topicOf(id, 'ask'), { qos: 1 });
  });
  client.on('message', (_, payload) => {
    const ask = StandInAsk.safeParse(JSON.parse(payload.toString('utf8')));
    if (!ask.success) return;
    if (ask.data.do === 'run-battery-down') battery = runDown(upMs());
    else tool.ask(ask.data, upMs());
  });
  const ticking = setInterval(() => {
    const now = upMs();
    const batteryPercent = chargeAt(battery, now);
    if (batteryPercent === 0) {
      clearInterval(ticking);
      // A dead battery says no goodbye: the broker sends its last will.
      client.stream.destroy();
      client.end(true);
      died();
      return;
    }
    const value = tool.read(now, batteryPercent);
    const common = { seq: seq++, upMs: now, batteryPercent: Math.round(10 * batteryPercent) / 10 };
    const reading: DeviceReading =
      kind === 'scale' ? { ...common, grams: value } : { ...common, tensionCn: value };
    if (client.connected) client.publish(topicOf(id, 'reading'), JSON.stringify(reading));
  }, EVERY_MS);
  return () => {
    clearInterval(ticking);
    client.publish(topicOf(id, 'status'), OFF, { qos: 1, retain: true }, () => client.end(true));
  };
}
