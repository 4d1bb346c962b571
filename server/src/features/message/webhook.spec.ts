import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { mayGoTo, post, readNetworks, refusedHost } from './webhook.js';

describe('a webhook', () => {
  // Ranges by RFC 1918, 3927, 4193, 4291, 5735, 6598.
  it('goes to public addresses, and to others only if the configuration allows them', () => {
    const none = readNetworks([]);
    for (const address of ['93.184.216.34', '2606:2800:220:1::1'])
      expect(mayGoTo(address, none)).withContext(address).toBeTrue();
    for (const address of [
      ...['127.0.0.1', '127.9.9.9', '0.0.0.0', '10.0.0.1', '172.16.0.1', '192.168.1.1', '169.254.169.254'],
      ...[
        '100.64.0.1',
        '224.0.0.1',
        '255.255.255.255',
        '::1',
        '::',
        'fe80::1',
        'fd00::1',
        '::ffff:127.0.0.1',
      ],
    ])
      expect(mayGoTo(address, none)).withContext(address).toBeFalse();
    const own = readNetworks(['10.1.0.0/16', '192.168.7.9', 'fd00:1::/64']);
    for (const [address, goes] of [
      ...[['10.1.2.3', true] as const, ['10.2.0.1', false] as const, ['192.168.7.9', true] as const],
      ...[['192.168.7.8', false] as const, ['fd00:1::5', true] as const, ['fd00:2::5', false] as const],
    ])
      expect(mayGoTo(address, own)).withContext(address).toBe(goes);
    expect(() => readNetworks(['the office'])).toThrowError(/networks such as/);
  });

  it('is refused by its written host where that is enough to tell', () => {
    for (const host of [
      '127.0.0.1',
      '[::1]',
      'localhost',
      'a.localhost',
      '0x7f000001',
      '2130706433',
      '10.0.0.9:8080',
    ])
      expect(refusedHost(`http://${host}/x`, []))
        .withContext(host)
        .not.toBeNull();
    expect(refusedHost('https://system.example/x', [])).toBeNull();
    expect(refusedHost('http://localhost:9/x', readNetworks(['127.0.0.0/8']))).toBeNull();
  });

  it('does not reach this machine by a name that leads there', async () => {
    let heard = 0;
    const system = createServer((_request, response) => {
      heard++;
      response.end();
    });
    await new Promise<void>((done) => system.listen(0, '127.0.0.1', done));
    const { port } = system.address() as AddressInfo;
    try {
      await expectAsync(post(`http://localhost:${port}/`, {}, '{}', [])).toBeRejectedWithError(
        /private network/,
      );
      expect(heard).toBe(0);
      await post(`http://localhost:${port}/`, {}, '{}', readNetworks(['127.0.0.0/8', '::1']));
      expect(heard).toBe(1);
    } finally {
      system.close();
    }
  });
});
