import { join } from 'node:path';
import { ROOT } from './paths.mjs';

const server = (file) => import(join(ROOT, 'server', 'dist', file));

/** Name of the small works that tests and trials of backups fill a database with. */
export const SMALL_WORKS = 'Test works';

/** Migrates an empty database and loads the small works of the server's tests. */
export async function loadSmallShop(environment) {
  const { migrate } = await server('db/migrate.js');
  const { openDatabase } = await server('db/database.js');
  const { loadScenario } = await server('scenario/load-scenario.js');
  const { LOADED_AT, smallWorks } = await server('testing/small-works.js');
  const config = {
    host: environment.GANTELET_DB_HOST,
    port: Number(environment.GANTELET_DB_PORT),
    name: environment.GANTELET_DB_NAME,
    user: environment.GANTELET_DB_USER,
    password: environment.GANTELET_DB_PASSWORD,
  };
  await migrate(config, 'up');
  const database = openDatabase(config);
  await loadScenario(database, smallWorks().scenario, LOADED_AT);
  await database.close();
}
