import { once } from 'node:events';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { IncomingMessage } from 'node:http';
import { get } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { generate } from 'selfsigned';
import { serverProgram } from './testing/server-process.js';
import { startEmptyShop, startTestShop } from './testing/test-shop.js';

describe('a server beyond loopback', () => {
  it('uses TLS with a certificate of its own', async () => {
    const shop = await startEmptyShop('A1B2C3D4E5');
    const folder = mkdtempSync(join(tmpdir(), 'gantelet-tls-'));
    const pair = await generate([{ name: 'commonName', value: 'localhost' }]);
    const [cert, key] = [join(folder, 'cert.pem'), join(folder, 'key.pem')];
    writeFileSync(cert, pair.cert);
    writeFileSync(key, pair.private);
    const more = { GANTELET_HOST: '0.0.0.0', GANTELET_TLS_CERT: cert, GANTELET_TLS_KEY: key };
    const server = serverProgram(shop.config, ['serve'], more);
    try {
      const [{ listening: port }] = (await once(server, 'message')) as [{ listening: number }];
      const [answer] = await once(
        get({ port, host: '127.0.0.1', path: '/api/session', rejectUnauthorized: false }),
        'response',
      );
      const { statusCode, headers } = answer as IncomingMessage;
      expect(statusCode).toBe(200);
      // Proxies and clients reuse a connection within a minute: one that closes under their request loses it.
      expect(headers['keep-alive']).toBe('timeout=75');
    } finally {
      server.kill('SIGKILL');
      rmSync(folder, { recursive: true, force: true });
      await shop.stop();
    }
  });

  it('is not a demo', async () => {
    const shop = await startTestShop();
    const server = serverProgram(shop.config, ['serve'], {
      GANTELET_HOST: '0.0.0.0',
      GANTELET_PLAIN_HTTP: 'true',
    });
    let said = '';
    server.stderr!.on('data', (data: Buffer) => (said += data.toString()));
    const [code] = (await once(server, 'exit')) as [number];
    expect([code, said]).toEqual([1, jasmine.stringContaining('whose passwords are public')]);
    await shop.stop();
  });
});
