import express from 'express';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { turnAwayOverload } from './overload.js';
import { answerProblems } from './problems.js';

describe('a server with more to do than it can', () => {
  it('turns away what can wait, to be sent again, and lets sign-ins and stops through', async () => {
    const held: (() => void)[] = [];
    const app = express()
      .use('/api', turnAwayOverload({ atOnce: 2 }))
      .use('/api', (_request, response) => {
        held.push(() => response.json({}));
      })
      .use(answerProblems(pino({ level: 'silent' })));
    const server = app.listen(0, '127.0.0.1');
    await new Promise((done) => server.once('listening', done));
    const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
    const until = async (count: number) => {
      while (held.length < count) await new Promise((done) => setTimeout(done, 5));
    };
    try {
      const working = [fetch(`${address}/floor`), fetch(`${address}/floor`)];
      await until(2);
      const away = await fetch(`${address}/floor`);
      expect([away.status, away.headers.get('retry-after')]).toEqual([503, '1']);
      expect(await away.json()).toEqual(jasmine.objectContaining({ code: 'server.overloaded' }));
      const signingIn = fetch(`${address}/session`, { method: 'POST' });
      await until(3);
      for (const answer of held) answer();
      for (const one of [...working, signingIn]) expect((await one).status).toBe(200);
      const again = fetch(`${address}/floor`);
      await until(4);
      held.at(-1)!();
      expect((await again).status).toBe(200);
    } finally {
      server.closeAllConnections();
      server.close();
    }
  });
});
