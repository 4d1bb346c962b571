export { Device, DEVICE_KINDS, DeviceEntry, DeviceKind, DeviceToken, type InstrumentKind } from './device.js';
export {
  CounterMessage,
  DEVICE_CHANNELS,
  DEVICE_MESSAGE_LIMIT,
  DeviceEvent,
  DeviceReading,
  DeviceStatus,
  readSparkplugTopic,
  readTopic,
  sparkplugTopicOf,
  StandInAsk,
  topicOf,
  WEAK_BATTERY_PERCENT,
  type DeviceChannel,
  type SparkplugType,
} from './device-message.js';
