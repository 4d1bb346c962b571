import { configFrom, whyNotListen } from './config.js';

const WHOLE = { GANTELET_DB_PORT: '3307', GANTELET_SESSION_SECRET: 'sixteen letters or more' };

describe('the configuration', () => {
  it('has a default for everything except the database port and the session secret', () => {
    const config = configFrom(WHOLE);
    expect(config.database).toEqual({
      host: '127.0.0.1',
      port: 3307,
      name: 'gantelet',
      user: 'gantelet',
      password: '',
    });
    expect([config.port, config.behindTls, config.webRoot]).toEqual([8420, false, null]);
  });

  it('goes beyond loopback with no demo, and with passwords in the clear only if that is accepted', () => {
    const at = (more: Readonly<Record<string, string>>, isDemo = false) =>
      whyNotListen(configFrom({ ...WHOLE, GANTELET_HOST: '0.0.0.0', ...more }), isDemo);
    expect(whyNotListen(configFrom(WHOLE), true)).toBeNull();
    expect(at({})).toContain('in the clear');
    const tls = { GANTELET_TLS_CERT: 'cert.pem', GANTELET_TLS_KEY: 'key.pem' };
    for (const more of [tls, { GANTELET_BEHIND_TLS: 'true' }, { GANTELET_PLAIN_HTTP: 'true' }]) {
      expect(at(more)).toBeNull();
      expect(at(more, true)).toContain('demo');
    }
    expect(configFrom({ ...WHOLE, ...tls }).behindTls).toBeTrue();
    expect(() => configFrom({ ...WHOLE, GANTELET_TLS_CERT: 'cert.pem' })).toThrowError(/go together/);
  });

  it('uses the built-in broker, or an external one', () => {
    const secret = 'sixteen letters or more';
    const at = (more: Readonly<Record<string, string>>) => configFrom({ ...WHOLE, ...more }).broker;
    expect(at({})).toBeNull();
    expect(at({ GANTELET_MQTT_PORT: '1884', GANTELET_MQTT_SECRET: secret })).toEqual({
      url: 'mqtt://127.0.0.1:1884',
      secret,
    });
    const url = 'mqtts://broker.works:8884';
    expect(at({ GANTELET_BROKER: url, GANTELET_MQTT_SECRET: secret })).toEqual({ url, secret });
    expect(() => at({ GANTELET_BROKER: url })).toThrowError(/GANTELET_MQTT_SECRET/);
    expect(() => at({ GANTELET_BROKER: 'https://broker.works' })).toThrowError(/GANTELET_BROKER/);
  });

  it('names every variable that is missing or wrong', () => {
    expect(() => configFrom({})).toThrowError(/GANTELET_DB_PORT[\s\S]*GANTELET_SESSION_SECRET/);
    expect(() => configFrom({ ...WHOLE, GANTELET_PORT: '99999' })).toThrowError(/GANTELET_PORT/);
    expect(() => configFrom({ ...WHOLE, GANTELET_DB_NAME: 'x; DROP' })).toThrowError(/GANTELET_DB_NAME/);
    expect(() => configFrom({ ...WHOLE, GANTELET_SESSION_SECRET: 'short' })).toThrowError(
      /GANTELET_SESSION_SECRET/,
    );
  });
});
