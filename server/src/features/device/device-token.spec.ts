import { brokerHash } from './device-token.js';

describe('a device token', () => {
  it("is stored for an external broker in that broker's own format", () => {
    // Written by mosquitto_passwd of Mosquitto 2.0.11 for the password "secret-token", with its salt.
    const salt = Buffer.from('RHSYlcpfLrtYA5CH', 'base64');
    expect(brokerHash('secret-token', salt)).toBe(
      '$7$101$RHSYlcpfLrtYA5CH$Y1j0YUVQtaQ3/pVofVA4fQUqE+kqqcRFJVoKj9LxuTzeums5R9fqOAOzYA+1faRJxM4nPzPm1Spyx/RkCj+hvw==',
    );
    expect(brokerHash('secret-token')).not.toBe(brokerHash('secret-token'));
  });
});
