import { DeviceEvent, DeviceReading, readTopic, topicOf } from './index.js';

describe('a device message', () => {
  it('has a topic with device and channel, and no other topic is accepted', () => {
    expect(readTopic(topicOf('abc', 'reading'))).toEqual({ deviceId: 'abc', channel: 'reading' });
    for (const other of [
      'gantelet/abc',
      'gantelet/abc/other',
      'other/abc/reading',
      'gantelet/abc/reading/x',
      'gantelet//reading',
    ])
      expect(readTopic(other)).withContext(other).toBeNull();
  });

  it('carries either a tension or a weight', () => {
    const sent = { seq: 1, upMs: 100, batteryPercent: 80 };
    expect(DeviceReading.safeParse({ ...sent, tensionCn: 240 }).success).toBeTrue();
    expect(DeviceReading.safeParse({ ...sent, grams: 82.4 }).success).toBeTrue();
    expect(DeviceReading.safeParse({ ...sent, grams: 82.4, tensionCn: 240 }).success).toBeFalse();
    expect(DeviceReading.safeParse(sent).success).toBeFalse();
    expect(DeviceEvent.safeParse({ state: 'off' }).success).toBeTrue();
  });
});
