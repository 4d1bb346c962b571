import { DAY_MS, HOUR_MS } from '@gantelet/core';
import { newId, routes, USUAL_SAFEKEEPING } from '@gantelet/contracts';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import type { TestClient } from '../../testing/test-client.js';
import { noteBackup, noteRestoreDrill } from './index.js';

describe('safekeeping', () => {
  let shop: TestShop;
  let lead: TestClient;
  beforeEach(async () => {
    shop = await startTestShop();
    lead = await shop.signedIn('lead');
  });
  afterEach(() => shop.stop());

  const real = () => shop.database.tables.shop.update({ isDemo: false }, { where: { id: 1 } });
  const read = async () => (await lead.call(routes.readSafekeeping)).body;
  const revise = (backupWithinHours: number, version: number) =>
    lead.call(routes.reviseSafekeepingRule, {
      key: newId(),
      body: { backupWithinHours, drillWithinDays: 30, version },
    });
  const later = (ms: number) => (shop.clock.now = new Date(shop.clock.now.getTime() + ms));

  it('asks for a backup in a real shop when the newest is too old, and never in the demo', async () => {
    expect((await read()).backup).toEqual({ madeAt: null, sealed: false, due: false });
    await real();
    expect((await read()).backup.due).toBeTrue();
    const madeAt = new Date(shop.clock.now.getTime() - HOUR_MS);
    await noteBackup(shop.database, madeAt, true);
    expect((await read()).backup).toEqual({ madeAt: madeAt.toISOString(), sealed: true, due: false });
    later(48 * HOUR_MS);
    expect((await read()).backup.due).toBeTrue();
  });

  it('follows the rule of the shop', async () => {
    await real();
    await noteBackup(shop.database, shop.clock.now, false);
    later(12 * HOUR_MS);
    expect([(await read()).rule, (await read()).backup.due]).toEqual([USUAL_SAFEKEEPING, false]);
    expect((await revise(8, 0)).body.backup.due).toBeTrue();
    expect((await revise(24, 1)).body.rule).toEqual({
      backupWithinHours: 24,
      drillWithinDays: 30,
      version: 2,
    });
    expect((await revise(2, 1)).status).toBe(409);
    expect((await revise(2, 0)).status).toBe(409);
    expect((await revise(0, 2)).status).toBe(400);
    const mechanic = await shop.signedIn('mechanic');
    expect((await mechanic.call(routes.readSafekeeping)).status).toBe(403);
  });

  it('asks for a restore drill that is due, or that failed', async () => {
    await real();
    expect((await read()).drill).toEqual({ last: null, due: true });
    const tried = (wrong: string) =>
      noteRestoreDrill(shop.database, shop.clock.now, { file: 'a.sql.gz', backupMadeAt: null, wrong });
    await tried('a.sql.gz is damaged or cut short.');
    expect((await read()).drill).toEqual({
      last: {
        ...{ doneAt: shop.clock.now.toISOString(), file: 'a.sql.gz', backupMadeAt: null },
        wrong: 'a.sql.gz is damaged or cut short.',
      },
      due: true,
    });
    later(1000);
    await tried('');
    expect((await read()).drill.due).toBeFalse();
    later(93 * DAY_MS);
    expect((await read()).drill.due).toBeTrue();
  });
});
