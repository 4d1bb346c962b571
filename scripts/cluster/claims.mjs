import { join } from 'node:path';
import { ROOT } from '../lib/paths.mjs';

/** Jobs waiting at a time. */
const AT_ONCE = 25;

/**
 * Two runners, each on a node of its own, compete for the same jobs until all are done: each job should go to one
 * runner. No server may be running, since servers take jobs too.
 *
 * @returns how many jobs both did, how many neither, and how many were done only after a first claim's lease had
 * expired
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

/** Claims jobs one after the other and completes them at once, until none is waiting. Returns the jobs it had. */
async function workOff({ tables, ...database }, runner, claimJob) {
  const had = [];
  while ((await tables.jobs.count({ where: { state: 'queued' } })) > 0) {
    // A runner that another got in the way of finds nothing, and tries again.
    const job = await claimJob({ tables, ...database }, runner, ['fit-lives']).catch(() => null);
    if (!job) continue;
    had.push(job.id);
    await tables.jobs.update({ state: 'done' }, { where: { id: job.id } });
  }
  return had;
}

/**
 * A claim that the runner was told had failed, though the cluster recorded it, waits until the lease expires: here it
 * is expired at once. Returns how many jobs that concerns.
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
