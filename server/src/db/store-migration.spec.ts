import { QueryTypes, type Sequelize } from 'sequelize';
import { newId } from '@gantelet/contracts';
import type { Config } from '../config.js';
import { readNeedleStock } from '../features/store/index.js';
import { loadScenario } from '../scenario/load-scenario.js';
import { LOADED_AT, smallWorks } from '../testing/small-works.js';
import { freshDatabase } from '../testing/test-shop.js';
import type { Database } from './database.js';
import { migrate } from './migrate.js';
import { store } from './migrations/20261224-store.js';
import { shelfLife } from './migrations/20270109-shelf-life.js';

describe('needles counted and ordered before there was a store', () => {
  let config: Config;
  let database: Database;
  let sequelize: Sequelize;
  beforeEach(async () => {
    ({ config, database } = await freshDatabase());
    sequelize = database.sequelize;
  });
  afterEach(async () => {
    await sequelize.query(`DROP DATABASE ${config.database.name}`);
    await database.close();
  });

  const rows = (sql: string) => sequelize.query<Record<string, unknown>>(sql, { type: QueryTypes.SELECT });

  it('are in it, with withdrawals, receipts and pack sizes; and go back as they were', async () => {
    await migrate(config.database, 'up');
    const { scenario, work } = smallWorks();
    await loadScenario(database, scenario, LOADED_AT);
    await store.down!({ name: '', context: sequelize });
    const [person] = scenario.people;
    const needle = [work.needle.systemId, work.needle.nm, work.needle.pointId, work.needle.finishId];
    const [first, wrong, came, open] = [newId(), newId(), newId(), newId()];
    const at = '2026-03-04 09:00:00';
    for (const [id, counted] of [
      [first, 12],
      [wrong, 120],
    ])
      await sequelize.query(`INSERT INTO stock_counts VALUES (?, ?, ?, ?, ?, ?, ?, ?)`, {
        replacements: [id, ...needle, counted, id === first ? '2026-03-04 08:00:00' : at, person!.id],
      });
    await sequelize.query(
      `INSERT INTO withdrawals (id, entry_id, log, withdrawn_at, withdrawn_by_id) VALUES (?, ?, 'stock-count', ?, ?)`,
      { replacements: [newId(), wrong, at, person!.id] },
    );
    for (const [id, received] of [
      [came, 18],
      [open, null],
    ])
      await sequelize.query(
        `INSERT INTO stock_orders VALUES (?, ?, ?, ?, ?, 20, '2026-03-10', ?, ?, ?, ?, ?)`,
        {
          replacements: [
            id,
            ...needle,
            at,
            person!.id,
            ...(received === null ? [null, null, null] : ['2026-03-04 09:30:00', person!.id, received]),
          ],
        },
      );
    const settings = { supplies: [{ needle: work.needle, packSize: 100, leadDays: 12 }] };
    await sequelize.query(`INSERT INTO rounds_settings VALUES (1, ?, ?, ?)`, {
      replacements: [JSON.stringify(settings), at, person!.id],
    });
    const before = [await rows('SELECT * FROM stock_counts'), await rows('SELECT * FROM stock_orders')];

    await store.up({ name: '', context: sequelize });
    await shelfLife.up({ name: '', context: sequelize });
    const [kind] = await readNeedleStock(database, new Date('2026-03-05T10:00:00Z'));
    expect(kind).toEqual(
      jasmine.objectContaining({ needle: work.needle, onHand: 30, packSize: 100, leadDays: 12 }),
    );
    expect(kind!.orders).toEqual([{ id: open, quantity: 20, expectedOn: '2026-03-10' }]);
    expect(await rows('SELECT settings FROM rounds_settings')).toEqual([{ settings: '{}' }]);

    await store.down!({ name: '', context: sequelize });
    expect([await rows('SELECT * FROM stock_counts'), await rows('SELECT * FROM stock_orders')]).toEqual(
      before,
    );
    expect(await rows(`SELECT log FROM withdrawals`)).toEqual([{ log: 'stock-count' }]);
  });
});
