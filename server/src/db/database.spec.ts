import { QueryTypes } from 'sequelize';
import { newId } from '@gantelet/contracts';
import { freshDatabase } from '../testing/test-shop.js';
import { LOADED_AT, smallWorks } from '../testing/small-works.js';
import { loadScenario } from '../scenario/load-scenario.js';
import { duplicateKey, type Transaction } from './database.js';
import { migrationsOf } from './migrate.js';

describe('the database', () => {
  it('returns raw results through Sequelize although the connector seals their meta', async () => {
    const { config, database } = await freshDatabase();
    const [rows] = (await database.sequelize.query('SHOW VARIABLES LIKE "version"')) as unknown as [
      unknown[],
      unknown,
    ];
    expect(rows.length).toBe(1);
    const [one] = await database.sequelize.query<{ n: number }>('SELECT 1 AS n', { type: QueryTypes.SELECT });
    expect(one?.n).toBe(1);
    await database.sequelize.query(`DROP DATABASE ${config.database.name}`);
    await database.close();
  });

  it('loads a works once, all or nothing', async () => {
    const { config, database } = await freshDatabase();
    await migrationsOf(database.sequelize).up();
    const { scenario } = smallWorks();
    const broken = { ...scenario, removals: [brokenRemoval(scenario.people[0]!.id)] };
    await expectAsync(loadScenario(database, broken, LOADED_AT)).toBeRejected();
    expect(await database.tables.people.count()).toBe(0);
    expect(await loadScenario(database, scenario, LOADED_AT)).toBeTrue();
    expect(await loadScenario(database, scenario, LOADED_AT)).toBeFalse();
    expect(await database.tables.people.count()).toBe(3);
    await database.sequelize.query(`DROP DATABASE ${config.database.name}`);
    await database.close();
  });
});

describe('a transaction', () => {
  /** Fails a number of times with a given MariaDB error, as a cluster may, and then succeeds. */
  async function failing(errno: number, times: number) {
    const { config, database } = await freshDatabase();
    let tries = 0;
    const done = database.transaction(async (tx) => {
      tries += 1;
      if (tries <= times)
        await database.sequelize.query(`SIGNAL SQLSTATE '40001' SET MYSQL_ERRNO = ${errno}`, {
          transaction: tx,
        });
      return tries;
    });
    const outcome = await done.then(
      (result) => result,
      (error: unknown) => (error as { code?: string }).code,
    );
    await database.sequelize.query(`DROP DATABASE ${config.database.name}`);
    await database.close();
    return outcome;
  }

  it('is retried when another writer got in its way, on this node or another', async () => {
    expect(await failing(1213, 3))
      .withContext('deadlock, or a conflict between nodes')
      .toBe(4);
    expect(await failing(1020, 3))
      .withContext('changed since it was read')
      .toBe(4);
    expect(await failing(1047, 1))
      .withContext('a node that is not ready')
      .toBe(2);
    expect(await failing(1180, 1))
      .withContext('a commit that a node could not tell the others of')
      .toBe(2);
  });

  it('is retried when a row was given a number that another has, but not for a duplicate id', async () => {
    const { config, database } = await freshDatabase();
    await database.sequelize.query('CREATE TABLE numbered (id BIGINT PRIMARY KEY)');
    await database.sequelize.query('CREATE TABLE named (id CHAR(36) PRIMARY KEY)');
    const triesOf = async (table: string, id: number | string) => {
      let tries = 0;
      const insert = (tx: Transaction, value: number | string) =>
        database.sequelize.query(`INSERT INTO ${table} VALUES (?)`, {
          replacements: [value],
          transaction: tx,
        });
      await database.transaction((tx) => insert(tx, id));
      await database
        .transaction((tx) => insert(tx, ++tries < 3 ? id : 8))
        .catch((error: unknown) => expect(duplicateKey(error)).toBe('PRIMARY'));
      return tries;
    };
    expect(await triesOf('named', newId())).toBe(1);
    expect(await triesOf('numbered', 7)).toBe(3);
    await database.sequelize.query(`DROP DATABASE ${config.database.name}`);
    await database.close();
  });

  it('is given up after some attempts, with advice to try later', async () => {
    expect(await failing(1213, 20)).toBe('server.busy');
    expect(await failing(1047, 20)).toBe('server.busy');
  });
});

describe('a single statement', () => {
  it('is retried when another writer got in its way, and given up after some attempts', async () => {
    const { config, database } = await freshDatabase();
    const { sequelize } = database;
    // A sequence keeps counting whatever is rolled back.
    await sequelize.query('CREATE SEQUENCE tries');
    await sequelize.query(
      `CREATE FUNCTION after_tries(needed INT) RETURNS INT
       BEGIN
         IF NEXTVAL(tries) < needed THEN SIGNAL SQLSTATE '40001' SET MYSQL_ERRNO = 1213; END IF;
         RETURN 1;
       END`,
    );
    const tried = async () => {
      const [row] = await sequelize.query<{ tries: number }>('SELECT NEXTVAL(tries) - 1 AS tries', {
        type: QueryTypes.SELECT,
      });
      return Number(row!.tries);
    };
    await sequelize.query('SELECT after_tries(4)');
    expect(await tried()).toBe(4);
    await expectAsync(sequelize.query('SELECT after_tries(1000)')).toBeRejectedWith(
      jasmine.objectContaining({ code: 'server.busy' }),
    );
    await sequelize.query(`DROP DATABASE ${config.database.name}`);
    await database.close();
  });
});

/** The removal of a needle that was never installed. */
function brokenRemoval(personId: string) {
  return {
    id: '019c0000-0000-7000-8000-000000000001',
    installId: '019c0000-0000-7000-8000-000000000002',
    removedAt: '2026-03-03T06:00:00.000Z',
    removedById: personId,
    cause: 'wear',
    fragments: 'whole',
    runningHours: 1,
  } as const;
}
