export { Device, DEVICE_KINDS, DeviceEntry, DeviceKind, DeviceToken, type InstrumentKind } from './device.js';
export {
  CounterMessage,
  DEVICE_CHANNELS,
  DEVICE_MESSAGE_LIMIT,
  DeviceEvent,
  DeviceReading,
  DeviceStatus,
  readTopic,
  StandInAsk,
  topicOf,
  WEAK_BATTERY_PERCENT,
  type DeviceChannel,
} from './device-message.js';
