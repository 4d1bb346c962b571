import type { Sequelize } from 'sequelize';
import type { Config } from '../config.js';
import { loadScenario } from '../scenario/load-scenario.js';
import { schemaOf } from '../testing/schema.js';
import { serverProgram } from '../testing/server-process.js';
import { LOADED_AT, smallWorks } from '../testing/small-works.js';
import { freshDatabase } from '../testing/test-shop.js';
import type { Database } from './database.js';
import { migrate, MIGRATIONS, migrationsOf } from './migrate.js';
import type { Migration } from './migration.js';

const KILLS = 5;

/** A connection that is cut before the statement with a given number, as a kill would cut it. */
function cutBefore(sequelize: Sequelize, statement: number): Sequelize {
  let sent = 0;
  const query = (...args: Parameters<Sequelize['query']>) => {
    if (++sent === statement) throw new Error('cut');
    return sequelize.query(...args);
  };
  return new Proxy(sequelize, {
    get: (target, name) => (name === 'query' ? query : (Reflect.get(target, name) as unknown)),
  });
}

/** Runs a migration in one direction, cut short before each of its statements in turn, until it completes. */
async function withEveryCut(sequelize: Sequelize, step: Migration['up']): Promise<number> {
  for (let statement = 2; ; statement++) {
    const context = cutBefore(sequelize, statement);
    try {
      await step({ name: '', context });
      return statement - 1;
    } catch (error) {
      if ((error as Error).message !== 'cut') throw error;
    }
  }
}

describe('migrating the database', () => {
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

  /** The result of a migration that nothing disturbed. */
  async function clean() {
    const other = await freshDatabase();
    await migrate(other.config.database, 'up');
    const schema = await schemaOf(other.database.sequelize);
    await other.database.sequelize.query(`DROP DATABASE ${other.config.database.name}`);
    await other.database.close();
    return schema;
  }

  it('goes up, down and up again', async () => {
    const migrations = migrationsOf(sequelize);
    await migrations.up();
    const made = await schemaOf(sequelize);
    await migrations.down({ to: 0 });
    expect(Object.keys(await schemaOf(sequelize))).toEqual(['migrations']);
    await migrations.up();
    expect(await schemaOf(sequelize)).toEqual(made);
  });

  it('completes whichever statement it is cut short before, up and down', async () => {
    let statements = 0;
    for (const { up } of MIGRATIONS) statements += await withEveryCut(sequelize, up);
    expect(statements).toBeGreaterThan(MIGRATIONS.length);
    const { migrations, ...made } = await clean();
    expect(migrations).toContain('CREATE TABLE');
    expect(await schemaOf(sequelize)).toEqual(made);
    for (const { down } of [...MIGRATIONS].reverse()) await withEveryCut(sequelize, down!);
    expect(await schemaOf(sequelize)).toEqual({});
  });

  it('completes with a shop in the database, cut short on the newest step', async () => {
    await migrate(config.database, 'up');
    await loadScenario(database, smallWorks().scenario, LOADED_AT);
    const made = await schemaOf(sequelize);
    const { up, down } = MIGRATIONS.at(-1)!;
    await withEveryCut(sequelize, down!);
    expect(await schemaOf(sequelize)).not.toEqual(made);
    await withEveryCut(sequelize, up);
    expect(await schemaOf(sequelize)).toEqual(made);
    expect(await database.tables.machines.count()).toBe(2);
  });

  it('reverts the newest step on command, and only that', async () => {
    const newest = MIGRATIONS.at(-1)!.name;
    await migrate(config.database, 'up');
    expect(await migrate(config.database, 'down')).toEqual([newest]);
    expect(await migrate(config.database, 'up')).toEqual([newest]);
    expect(await schemaOf(sequelize)).toEqual(await clean());
  });

  it('waits for another start that is migrating', async () => {
    const both = await Promise.all([migrate(config.database, 'up'), migrate(config.database, 'up')]);
    expect(both.map((names) => names.length).sort()).toEqual([0, MIGRATIONS.length].sort());
  });

  it('completes after its process was killed at any moment', async () => {
    const started = Date.now();
    await migrate(config.database, 'up');
    const takes = Date.now() - started;
    await migrationsOf(sequelize).down({ to: 0 });
    for (let kill = 0; kill < KILLS; kill++) {
      const child = serverProgram(config, ['migrate']);
      const ended = new Promise((resolve) => child.once('exit', resolve));
      const killing = setTimeout(() => child.kill('SIGKILL'), takes * (0.5 + kill / KILLS));
      await ended;
      clearTimeout(killing);
    }
    await migrate(config.database, 'up');
    expect(await schemaOf(sequelize)).toEqual(await clean());
  });
});
