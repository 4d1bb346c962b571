import { join } from 'node:path';
import { ROOT } from '../lib/paths.mjs';

/** Jobs that wait at a time. */
const AT_ONCE = 25;

/**
 * Two runners, each on a node of its own, go for the same jobs until all are done: each job is one runner's. No server may run,
 * since servers go for jobs too.
 *
 * @returns how many jobs both did, how many neither, and how many were done only when the lease of a first claim was over
 */
export async function claimOnTwoNodes({ galera }, jobs) {
  const { openDatabase } = await import(join(ROOT, 'server/dist/db/database.js'));
  const { claimJob } = await import(join(ROOT, 'server/dist/jobs/job.store.js'));
  const { newId } = await import(join(ROOT, 'contracts/dist/index.js'));
  const databases = galera.nodes.slice(0, 2).map(({ port }) => openDatabase(configOf(galera, port)));
  const [first] = databases;
  const [{ id: personId }] = (await first.sequelize.query('SELECT id FROM people LIMIT 1'))[0];
  const all = { twice: 0, nobody: 0, late: 0 };
  for (let left = jobs; left > 0; left -= AT_ONCE) {
    const ids = Array.from({ length: Math.min(left, AT_ONCE) }, newId);
    await first.tables.jobs.bulkCreate(ids.map((id) => queued(id, personId)));
    const work = () =>
      Promise.all(databases.map((database, n) => workOff(database, `runner-${n}`, claimJob)));
    const done = await work();
    all.late += await endLeases(first);
    done.push(...(await work()));
    const times = ids.map((id) => done.flat().filter((one) => one === id).length);
    all.twice += times.filter((count) => count > 1).length;
    all.nobody += times.filter((count) => count === 0).length;
    await first.tables.jobs.destroy({ where: {} });
  }
  for (const database of databases) await database.close();
  return all;
}

/** Claims one job after the other and is done with it at once, until none waits. Gives those it had. */
async function workOff({ tables, ...database }, runner, claimJob) {
  const had = [];
  while ((await tables.jobs.count({ where: { state: 'queued' } })) > 0) {
    // A runner that the other got in the way of finds nothing, and looks again.
    const job = await claimJob({ tables, ...database }, runner, ['fit-lives']).catch(() => null);
    if (!job) continue;
    had.push(job.id);
    await tables.jobs.update({ state: 'done' }, { where: { id: job.id } });
  }
  return had;
}

/**
 * What a runner was told it had not got, though the cluster wrote down that it had, waits until the lease is over: it is over
 * now. Gives how many jobs that are.
 */
async function endLeases({ tables }) {
  const [count] = await tables.jobs.update(
    { state: 'queued', claimedBy: null, claimedUntil: null },
    { where: { state: 'running' } },
  );
  return count;
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
