import * as z from 'zod';
import { Instant } from '../shared/index.js';

/** Topics where devices publish and listen: `gantelet/<device id>/<channel>`. */
export const DEVICE_CHANNELS = ['reading', 'count', 'status', 'ask'] as const;
export type DeviceChannel = (typeof DEVICE_CHANNELS)[number];

/** Largest message a device may send, in bytes. */
export const DEVICE_MESSAGE_LIMIT = 1024;
/** Below this, an instrument on a weak battery cannot be trusted. Assumption. */
export const WEAK_BATTERY_PERCENT = 15;

export function topicOf(deviceId: string, channel: DeviceChannel): string {
  return `gantelet/${deviceId}/${channel}`;
}

/** The device and channel of a topic; null if it is none of ours. */
export function readTopic(
  topic: string,
): { readonly deviceId: string; readonly channel: DeviceChannel } | null {
  const [root, deviceId, channel, ...more] = topic.split('/');
  const known = DEVICE_CHANNELS.find((one) => one === channel);
  return root === 'gantelet' && deviceId && known && more.length === 0 ? { deviceId, channel: known } : null;
}

/**
 * Topics of a counter that sends its counts by Sparkplug B: as an edge node named by its id, in our group. Its birth
 * and data messages are counts; its death, a will sent by the broker, needs no action.
 */
export function sparkplugTopicOf(deviceId: string, type: SparkplugType): string {
  return `spBv1.0/gantelet/${type}/${deviceId}`;
}

const SPARKPLUG_TYPES = ['NBIRTH', 'NDATA', 'NDEATH'] as const;
export type SparkplugType = (typeof SPARKPLUG_TYPES)[number];

/** The counter and message type of a Sparkplug B topic; null if it is none of ours. */
export function readSparkplugTopic(
  topic: string,
): { readonly deviceId: string; readonly type: SparkplugType } | null {
  const [, type, deviceId] = /^spBv1\.0\/gantelet\/(\w+)\/([^/]+)$/.exec(topic) ?? [];
  const known = SPARKPLUG_TYPES.find((one) => one === type);
  return known && deviceId ? { deviceId, type: known } : null;
}

const sent = {
  /** Goes up by one with each message since the device was switched on. */
  seq: z.int().min(0),
  /** Milliseconds since the device was switched on. */
  upMs: z.number().min(0),
  batteryPercent: z.number().min(0).max(100),
};

/** What a tension gauge or a scale shows, several times a second. Published on `reading`. */
export const DeviceReading = z.union([
  z.strictObject({ ...sent, tensionCn: z.number().min(-10_000).max(10_000) }),
  z.strictObject({ ...sent, grams: z.number().min(-100_000).max(100_000) }),
]);
export type DeviceReading = z.infer<typeof DeviceReading>;

/**
 * What a stitch counter has counted since it was switched on. Published on `count` at quality of service 1: once it
 * is acknowledged it is stored. Totals, not differences, so that a lost message loses nothing.
 */
export const CounterMessage = z.strictObject({
  /** A different number each time it is switched on. */
  boot: z.int().min(0).max(4_294_967_295),
  seq: z.int().min(0).max(4_294_967_295),
  sentAt: Instant,
  stitches: z.number().min(0).max(1e15),
  motorMs: z.number().min(0).max(1e15),
});
export type CounterMessage = z.infer<typeof CounterMessage>;

/**
 * Whether a device is present: it says so itself, its last will says that it is gone, the server that it cannot tell.
 */
export const DeviceStatus = z.strictObject({ state: z.enum(['on', 'off', 'line-down']) });
export type DeviceStatus = z.infer<typeof DeviceStatus>;

/** One event of a device's live stream. */
export const DeviceEvent = z.union([DeviceReading, DeviceStatus]);
export type DeviceEvent = z.infer<typeof DeviceEvent>;

/** What a stand-in can be asked to do, as a hand would with the real one. */
export const StandInAsk = z.discriminatedUnion('do', [
  z.strictObject({
    do: z.literal('pull-needle-thread'),
    turns: z.number().min(0).max(30),
    threadDiameterMm: z.number().min(0.05).max(3),
    duty: z.enum(['light', 'medium', 'heavy']),
  }),
  z.strictObject({ do: z.literal('pull-bobbin-thread'), tex: z.number().min(5).max(2000) }),
  z.strictObject({ do: z.literal('lay-bobbin-case') }),
  z.strictObject({
    do: z.literal('lay-thread'),
    tex: z.number().min(5).max(2000),
    metres: z.number().min(0.1).max(1000),
  }),
  z.strictObject({ do: z.literal('run-battery-down') }),
]);
export type StandInAsk = z.infer<typeof StandInAsk>;
