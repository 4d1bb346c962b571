import { fork, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { newId, routes, type Job } from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

const MAIN = new URL('../../main.js', import.meta.url);

describe('a round plan as a job', () => {
  let shop: TestShop;
  let lead: TestClient;
  const servers: ChildProcess[] = [];
  beforeAll(async () => {
    shop = await startTestShop();
    lead = await shop.signedIn('lead');
  });
  afterAll(async () => {
    for (const server of servers) {
      if (server.exitCode !== null || server.signalCode !== null) continue;
      server.kill('SIGTERM');
      await once(server, 'exit');
    }
    await shop.stop();
  });

  /** A whole server in a process of its own. */
  async function startServer(): Promise<ChildProcess> {
    const { host, port, name, user, password } = shop.config.database;
    const server = fork(MAIN, ['serve'], {
      env: {
        ...process.env,
        GANTELET_DB_HOST: host,
        GANTELET_DB_PORT: String(port),
        GANTELET_DB_NAME: name,
        GANTELET_DB_USER: user,
        GANTELET_DB_PASSWORD: password,
        GANTELET_PORT: '0',
        GANTELET_SESSION_SECRET: 'a secret for tests only',
        GANTELET_LOG_LEVEL: 'silent',
      },
    });
    servers.push(server);
    await once(server, 'message');
    return server;
  }

  async function jobIs(id: string, wanted: Job['state'], seconds: number) {
    for (const end = Date.now() + 1000 * seconds; ;) {
      const job = (await shop.database.tables.jobs.findByPk(id))!.get({ plain: true });
      if (job.state === wanted) return job;
      if (Date.now() > end) throw new Error(`job is ${job.state}, not ${wanted}`);
      await new Promise((resolve) => setTimeout(resolve, 10));
    }
  }

  it('outlives its server: another one does it again, and only one of two', async () => {
    const first = await startServer();
    const { body } = await lead.call(routes.planRounds, { key: newId(), body: { effort: 6 } });
    await jobIs(body.id, 'running', 60);
    first.kill('SIGKILL');
    await once(first, 'exit');
    expect(await shop.count('round_plans')).toBe(0);
    await Promise.all([startServer(), startServer()]);
    const job = await jobIs(body.id, 'done', 60);
    expect(job.tries).toBe(2);
    expect(await shop.count('round_plans')).toBe(1);
    expect((await lead.call(routes.readRounds)).body.plan!.id).toBe(body.id);
  });
});
