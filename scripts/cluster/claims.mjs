import { join } from 'node:path';
import { ROOT } from '../lib/paths.mjs';
import { until } from './wait.mjs';

/**
 * Two runners, each on a node of its own, go for the same job again and again: one of them gets it.
 *
 * @returns how often both did, and how often neither
 */
export async function claimOnTwoNodes({ galera }, times) {
  const { openDatabase } = await import(join(ROOT, 'server/dist/db/database.js'));
  const { claimJob } = await import(join(ROOT, 'server/dist/jobs/job.store.js'));
  const { newId } = await import(join(ROOT, 'contracts/dist/index.js'));
  const databases = galera.nodes.slice(0, 2).map(({ port }) => openDatabase(configOf(galera, port)));
  const [first] = databases;
  const [{ id: personId }] = (await first.sequelize.query('SELECT id FROM people LIMIT 1'))[0];
  let [twice, nobody] = [0, 0];
  for (let i = 0; i < times; i++) {
    const id = newId();
    await first.tables.jobs.destroy({ where: {} });
    await first.tables.jobs.create(queued(id, personId));
    await until(async () => (await databases[1].tables.jobs.count({ where: { id } })) === 1, 5);
    const got = await Promise.all(
      databases.map((database, n) => claimJob(database, `runner-${n}`, ['fit-lives']).catch(() => null)),
    );
    const runners = got.filter((job) => job !== null).length;
    if (runners > 1) twice++;
    if (runners === 0) nobody++;
  }
  for (const database of databases) await database.close();
  return { twice, nobody };
}

function queued(id, askedById) {
  const job = { id, kind: 'fit-lives', state: 'queued', progress: 0, ask: null, result: null, tries: 0 };
  return { ...job, claimedBy: null, claimedUntil: null, askedAt: new Date(), askedById, finishedAt: null };
}

function configOf(galera, port) {
  const env = galera.environmentAt(port);
  return {
    ...{ host: env.GANTELET_DB_HOST, port, name: env.GANTELET_DB_NAME },
    ...{ user: env.GANTELET_DB_USER, password: env.GANTELET_DB_PASSWORD },
  };
}
