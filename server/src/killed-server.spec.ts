import type { ChildProcess } from 'node:child_process';
import { newId, routes, type FloorMachine } from '@gantelet/contracts';
import { serverProgram } from './testing/server-process.js';
import { TestClient } from './testing/test-client.js';
import { startTestShop, type TestShop } from './testing/test-shop.js';

const CHANGES = 60;
const KILL_AFTER = [9, 23, 41];

describe('a server killed in the middle of needle changes', () => {
  let shop: TestShop;
  const children: ChildProcess[] = [];
  beforeAll(async () => {
    shop = await startTestShop();
  });
  afterAll(async () => {
    for (const child of children) child.kill('SIGKILL');
    await shop.stop();
  });

  /** A server in a process of its own on the same database. */
  async function serverProcess(): Promise<{ child: ChildProcess; client: TestClient }> {
    const child = serverProgram(shop.config, ['serve']);
    children.push(child);
    const listening = await new Promise<number>((resolve) => {
      child.once('message', (message) => resolve((message as { listening: number }).listening));
    });
    return { child, client: await new TestClient(`http://127.0.0.1:${listening}`).signIn('operator') };
  }

  it('loses no acknowledged change and duplicates none', async () => {
    const { compound, install } = shop.works.ids;
    let { child, client } = await serverProcess();
    let inMachine = install;
    const acknowledged: string[] = [];
    for (let n = 0; n < CHANGES; n++) {
      const key = newId();
      const sent = () =>
        client.call(routes.changeNeedle, {
          key,
          params: { machineId: compound },
          body: {
            removesInstallId: inMachine,
            cause: 'scheduled',
            fragments: 'whole',
            needle: shop.works.work.needle,
            changedAt,
          },
        });
      const changedAt = new Date().toISOString();
      const first = sent().catch(() => null);
      if (KILL_AFTER.includes(n)) {
        // Somewhere between the request leaving and its reply arriving.
        await new Promise((resolve) => setTimeout(resolve, n % 7));
        child.kill('SIGKILL');
        await first;
        ({ child, client } = await serverProcess());
      }
      const answer = (await first) ?? (await sent());
      expect(answer.status).withContext(`change ${n}`).toBe(200);
      inMachine = key;
      acknowledged.push(key);
    }
    const again = await client.call(routes.readFloor);
    const machine = again.body.zones
      .flatMap((zone): FloorMachine[] => zone.machines)
      .find((m) => m.id === compound);
    expect(machine?.needle?.installId).toBe(acknowledged.at(-1));
    const kept = await shop.database.tables.needleInstalls.findAll({ where: { machineId: compound } });
    expect(kept.map((row) => row.get('id')).sort()).toEqual([install, ...acknowledged].sort());
    expect(await shop.count('needle_removals')).toBe(CHANGES);
  });
});
