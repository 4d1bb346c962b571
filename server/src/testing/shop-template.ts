import { hash } from '@node-rs/argon2';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { Config } from '../config.js';
import { openDatabase, openOneConnection } from '../db/database.js';
import { migrationsOf } from '../db/migrate.js';
import { loadScenario } from '../scenario/load-scenario.js';
import { LOADED_AT, smallWorks } from './small-works.js';
import { schemaOf } from './schema.js';

/** A migrated and loaded database that is copied for each suite: migrating again takes several times as long. */
export interface ShopTemplate {
  readonly works: ReturnType<typeof smallWorks>;
  /** Fills an empty database. */
  copyTo(config: Config): Promise<void>;
}

/**
 * The cheapest argon2id there is: tests sign in hundreds of times, and a proper hash takes a tenth of a second each.
 */
const QUICK = { algorithm: 2, memoryCost: 8, timeCost: 1, parallelism: 1 } as const;

let template: Promise<ShopTemplate> | undefined;

/** The template of this process, created on first use in an empty database that belongs to it from then on. */
export function shopTemplate(emptyDatabase: () => Promise<Config>): Promise<ShopTemplate> {
  return (template ??= emptyDatabase().then(makeTemplate));
}

async function makeTemplate(config: Config): Promise<ShopTemplate> {
  const { name } = config.database;
  const database = openDatabase(config.database);
  await migrationsOf(database.sequelize).up();
  const works = smallWorks();
  await loadScenario(database, works.scenario, LOADED_AT);
  for (const { id, password } of works.scenario.people)
    await database.tables.people.update({ passwordHash: await hash(password, QUICK) }, { where: { id } });
  const tables = await schemaOf(database.sequelize);
  const rows = await copiesOf(database.sequelize, name);
  await database.close();
  return {
    works,
    copyTo: async (target) => {
      const sequelize = openOneConnection(target.database);
      // A table may point at one that is created after it.
      await sequelize.query('SET foreign_key_checks = 0');
      for (const statement of [...Object.values(tables), ...rows]) await sequelize.query(statement);
      await sequelize.close();
    },
  };
}

/** Statements that copy the rows of each non-empty table into the table of the same name. */
async function copiesOf(sequelize: Sequelize, name: string): Promise<string[]> {
  const tables = await sequelize.query<{ tableName: string; columns: string }>(
    `SELECT table_name AS tableName, GROUP_CONCAT(column_name) AS columns
       FROM information_schema.columns
      WHERE table_schema = DATABASE() AND COALESCE(generation_expression, '') = '' GROUP BY table_name`,
    { type: QueryTypes.SELECT },
  );
  const statements: string[] = [];
  for (const { tableName, columns } of tables) {
    const [row] = await sequelize.query<{ filled: number }>(
      `SELECT EXISTS (SELECT 1 FROM ${tableName}) AS filled`,
      { type: QueryTypes.SELECT },
    );
    if (Number(row?.filled) === 1)
      statements.push(`INSERT INTO ${tableName} (${columns}) SELECT ${columns} FROM ${name}.${tableName}`);
  }
  return statements;
}
