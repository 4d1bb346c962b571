import { execFileSync, fork } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { startMariadb } from './lib/mariadb.mjs';
import { browserProgram, needBackup, needBrowser, needDatabase } from './lib/packages.mjs';
import { ROOT } from './lib/paths.mjs';
import { buildNodeParts, buildWeb, installPackages, NO_ANALYTICS } from './lib/prepare.mjs';
import { run } from './lib/run.mjs';
import { main, Refusal, say } from './lib/say.mjs';
import { prepareDatabase, startBroker, startServer, startStandIns } from './lib/server.mjs';

/**
 * Abuses the application: `npm run trial -- SEED SHARE PART ...`. Kills of the migration, of the server, the broker
 * and the database during writes, mutated requests, and an outbox under chaos. SHARE of 1 is all of it. Every number
 * it prints goes into docs/reliability.md with the date and the seed.
 */
// Processes that are killed log a lot meanwhile.
process.env.GANTELET_LOG_LEVEL ??= 'silent';
const [seed = 2026, share = 1] = process.argv.slice(2, 4).map(Number);
const parts = process.argv.slice(4);
const WHOLE = {
  migrationKills: 40,
  restoreKills: 40,
  backups: 20,
  kills: 200,
  requests: 100_000,
  outboxWrites: 10_000,
};
/** Room for the demo and little more. */
const DISK_MB = 330;
const FULL_FOR_MS = 20_000;
const SERVER = join(ROOT, 'server', 'dist', 'main.js');
const wants = (part) => parts.length === 0 || parts.includes(part);
const some = (count) => Math.max(1, Math.round(count * share));

await main(async () => {
  await needDatabase();
  await installPackages();
  await buildNodeParts();
  await buildWeb();
  const { randomLcg } = await import('d3-random');
  say(
    `seed ${seed}, share ${share}, ${availableParallelism()} processors, ${new Date().toISOString().slice(0, 10)}`,
  );
  const bad = [];
  const check = (name, wrong) => wrong > 0 && bad.push(name);
  if (wants('migrations')) {
    const { kills, differ } = await killMigrations(randomLcg(seed / 1e6), some(WHOLE.migrationKills));
    say(`migrations: ${kills} kills, ${differ} starts afterwards that failed or left another schema`);
    check('migrations', differ);
  }
  if (wants('restores')) {
    await needBackup();
    const { killRestores } = await import('../bench/trial-restores.mjs');
    const found = await killRestores(randomLcg(seed / 1e6), some(WHOLE.restoreKills));
    say(
      `restores: ${some(WHOLE.restoreKills)} kills; afterwards ${found.old} times the old shop whole, ${found.new} times the new one, ${found.neither} times neither`,
    );
    check('restores', found.neither);
  }
  if (wants('backups')) {
    await needBackup();
    const { bad, late } = await backUpAtWork(randomLcg(seed / 1e6), some(WHOLE.backups));
    say(
      `backups: ${some(WHOLE.backups)} made while people and counters worked, ${bad} could not be restored; one brought forward to a later second, ${late} entries after it`,
    );
    check('backups', bad + late);
  }
  if (wants('kills')) {
    const { counts, acknowledged } = await killDuringWrites(randomLcg(seed / 1e6), some(WHOLE.kills));
    say(
      `kills: ${some(WHOLE.kills)} kills, ${acknowledged} writes acknowledged, ${counts.lost} lost, ${counts.doubled} doubled, ` +
        `${counts.astray} machines with another needle, ${counts.running} stopped machines that would run`,
    );
    check('kills', counts.lost + counts.doubled + counts.astray + counts.running);
  }
  if (wants('disk')) {
    const outcome = await fillDisk(randomLcg(seed / 1e6));
    if (outcome === null) say('disk: not tried, as a small disk cannot be mounted here');
    else {
      const { counts, acknowledged, refused, faults } = outcome;
      say(
        `disk: full for ${FULL_FOR_MS / 1000} s, ${acknowledged} writes acknowledged, ${refused} refused meanwhile, ${counts.lost} lost, ` +
          `${counts.doubled} doubled, ${counts.astray} machines with another needle, ${counts.running} stopped machines that would run, ${faults} answers of 500`,
      );
      check('disk', counts.lost + counts.doubled + counts.astray + counts.running + faults);
    }
  }
  if (wants('requests')) {
    const outcome = await mutateRequests(randomLcg(seed / 1e6), some(WHOLE.requests));
    const statuses = [...outcome.statuses].sort(([a], [b]) => a - b).map(([status, n]) => `${status}: ${n}`);
    say(
      `requests: ${outcome.sent} mutated, ${outcome.faults} answered 5xx, ${outcome.written} batches of refusals that wrote`,
    );
    say(
      `  ${statuses.join(', ')}${outcome.faulty.size > 0 ? `; faults at ${[...outcome.faulty].join(', ')}` : ''}`,
    );
    check('requests', outcome.faults + outcome.written);
  }
  if (wants('sign-ins')) {
    const { usual, flooded, refused } = await floodSignIns(some(400));
    const ratio = (flooded.p95 / usual.p95).toFixed(2);
    say(
      `sign-ins: ${some(400)} at once, ${refused} refused; reading the floor meanwhile p95 ${flooded.p95} ms, ${ratio} of the usual ${usual.p95} ms`,
    );
  }
  if (wants('outbox')) {
    await needBrowser();
    const writes = some(WHOLE.outboxWrites);
    const env = {
      ...NO_ANALYTICS,
      CHROME_BIN: browserProgram(),
      GANTELET_OUTBOX_WRITES: String(writes),
    };
    const args = ['--no-install', 'ng', 'test', '--watch=false', '--include=**/outbox/outbox-chaos.spec.ts'];
    const { code, output } = await run('npx', args, { quiet: true, allowFailure: true, env });
    const passed = code === 0 && /Executed 1 of 1 SUCCESS/.test(output);
    say(`outbox: ${writes} writes, ${passed ? 'none lost, doubled or in a wrong name' : 'FAILED'}`);
    check('outbox', passed ? 0 : 1);
  }
  if (bad.length > 0) throw new Refusal(`Failed: ${bad.join(', ')}.`);
});

/** Backups while people change needles and counters count, each tried; then one is brought forward to a moment between. */
async function backUpAtWork(random, count) {
  const { backUpAtWork: backUps, restoreUntil } = await import('../bench/trial-restores.mjs');
  const { personAt, startWrites } = await import('../bench/trial-kills.mjs');
  const { DEMO_PEOPLE } = await import(join(ROOT, 'demo', 'dist', 'index.js'));
  const home = mkdtempSync(join(tmpdir(), 'gantelet-trial-'));
  try {
    const database = await startMariadb(home, { keepsChanges: true });
    await prepareDatabase(home, database.environment);
    const broker = await startBroker(home, database.environment);
    const standIns = await startStandIns(broker.environment);
    const server = await startServer(home, broker.environment, 0);
    const people = await Promise.all(
      DEMO_PEOPLE.slice(0, 4).map(({ signInName, password }) =>
        personAt(() => server.address, signInName, password),
      ),
    );
    for (const person of people) await person.signIn();
    const { body } = await people[0].surely('GET', '/api/floor');
    const machines = body.zones.flatMap(({ machines }) => machines).filter(({ needle }) => needle !== null);
    const writes = startWrites(people, machines, random);
    const { bad, folder, middle } = await backUps(home, database.environment, count);
    const until = new Date(Math.floor(Date.now() / 1000) * 1000);
    await new Promise((resolve) => setTimeout(resolve, 3000));
    await writes.stop();
    for (const one of [server, standIns, broker, database]) await one.stop();
    const latest = await restoreUntil(home, middle, until, 'Tarn Street Sheeting & Hide');
    rmSync(folder, { recursive: true, force: true });
    return { bad, late: latest > until ? 1 : 0 };
  } finally {
    rmSync(home, { recursive: true, force: true });
  }
}

/** Does work with a MariaDB of its own with the demo in it. */
async function withShop(work, home = mkdtempSync(join(tmpdir(), 'gantelet-trial-'))) {
  const database = { running: await startMariadb(home) };
  const { environment } = database.running;
  try {
    await prepareDatabase(home, environment);
    return await work({ home, environment, database });
  } finally {
    await database.running.stop();
    rmSync(home, { recursive: true, force: true });
  }
}

async function killMigrations(random, kills) {
  const home = mkdtempSync(join(tmpdir(), 'gantelet-trial-'));
  const database = await startMariadb(home, { everyDatabase: true });
  const { schemaOf } = await import(join(ROOT, 'server', 'dist', 'testing', 'schema.js'));
  const { openDatabase } = await import(join(ROOT, 'server', 'dist', 'db', 'database.js'));
  const { migrate } = await import(join(ROOT, 'server', 'dist', 'db', 'migrate.js'));
  const {
    GANTELET_DB_HOST: host,
    GANTELET_DB_PORT,
    GANTELET_DB_USER: user,
    GANTELET_DB_PASSWORD: password,
  } = database.environment;
  const config = (name) => ({ host, port: Number(GANTELET_DB_PORT), name, user, password });
  const maker = openDatabase(config('gantelet'));
  const fresh = async (name) => {
    await maker.sequelize.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4`);
    return openDatabase(config(name));
  };
  const schema = async ({ sequelize }) => JSON.stringify(await schemaOf(sequelize));
  try {
    const clean = await fresh('clean');
    const began = Date.now();
    await migrate(config('clean'), 'up');
    const takesMs = Date.now() - began;
    const wanted = await schema(clean);
    await clean.close();
    let differ = 0;
    for (let kill = 0; kill < kills; kill++) {
      const name = `kill_${kill}`;
      const one = await fresh(name);
      // Every other one starts at the previous release's schema.
      if (kill % 2 === 1) {
        await migrate(config(name), 'up');
        await migrate(config(name), 'down');
      }
      const env = {
        ...process.env,
        ...database.environment,
        GANTELET_DB_NAME: name,
        GANTELET_SESSION_SECRET: 'x'.repeat(16),
      };
      const child = fork(SERVER, ['migrate'], { env, silent: true });
      const ended = new Promise((resolve) => child.once('exit', resolve));
      const killing = setTimeout(() => child.kill('SIGKILL'), 300 + random() * takesMs * 1.2);
      await ended;
      clearTimeout(killing);
      const works = await migrate(config(name), 'up').then(
        () => true,
        () => false,
      );
      if (!works || (await schema(one)) !== wanted) differ++;
      await one.sequelize.query(`DROP DATABASE ${name}`);
      await one.close();
    }
    return { kills, differ };
  } finally {
    await maker.close();
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
}

async function killDuringWrites(random, kills) {
  const { personAt, startWrites, judge } = await import('../bench/trial-kills.mjs');
  return withShop(async ({ home, environment, database }) => {
    const dbPort = Number(environment.GANTELET_DB_PORT);
    const running = { broker: await startBroker(home, environment) };
    const { environment: withMqtt, listensOn: mqttPort } = running.broker;
    running.server = await startServer(home, withMqtt, 0);
    const { listensOn: port, address } = running.server;
    const { DEMO_PEOPLE } = await import(join(ROOT, 'demo', 'dist', 'index.js'));
    const people = await Promise.all(
      DEMO_PEOPLE.slice(0, 4).map(({ signInName, password }) =>
        personAt(() => address, signInName, password),
      ),
    );
    for (const person of people) await person.signIn();
    const machinesNow = async () =>
      (await people[0].surely('GET', '/api/floor')).body.zones.flatMap(({ machines }) => machines);
    const machines = (await machinesNow()).filter(({ needle }) => needle !== null);
    const writes = startWrites(people, machines, random);
    const again = {
      server: async () => (running.server = await startServer(home, withMqtt, port)),
      broker: async () => (running.broker = await startBroker(home, environment, mqttPort)),
      database: async () => (database.running = await startMariadb(home, { port: dbPort })),
    };
    for (let kill = 0; kill < kills; kill++) {
      await new Promise((resolve) => setTimeout(resolve, 100 + 700 * random()));
      const chance = random();
      const name = chance < 0.7 ? 'server' : chance < 0.85 ? 'broker' : 'database';
      const victim = name === 'database' ? database.running : running[name];
      victim.child.kill('SIGKILL');
      await victim.ended;
      await again[name]();
    }
    const outcome = await writes.stop();
    const ours = new Set(machines.map(({ id }) => id));
    const standing = (await machinesNow()).filter(({ id }) => ours.has(id));
    const counts = await judge(environment, outcome, standing);
    await running.server.stop();
    await running.broker.stop();
    return { counts, acknowledged: outcome.acknowledged.length };
  });
}

/** A disk so small that it can be filled, which needs the right to mount; null without it. */
function smallDisk() {
  const home = mkdtempSync(join(tmpdir(), 'gantelet-trial-'));
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${DISK_MB}m`, 'tmpfs', home], { stdio: 'ignore' });
    return home;
  } catch {
    return null;
  }
}

/** Fills the disk under the database during writes, and makes room again. */
async function fillDisk(random) {
  const { personAt, startWrites, judge } = await import('../bench/trial-kills.mjs');
  const home = smallDisk();
  if (home === null) return null;
  const ballast = join(home, 'ballast');
  const fill = () => {
    for (const size of [1 << 20, 1 << 12])
      try {
        for (;;) writeFileSync(ballast, Buffer.alloc(size), { flag: 'a' });
      } catch {
        // Full: continue with smaller pieces.
      }
  };
  const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
  try {
    return await withShop(
      async ({ environment }) => {
        const server = await startServer(home, environment, 0);
        const { DEMO_PEOPLE } = await import(join(ROOT, 'demo', 'dist', 'index.js'));
        const statuses = [];
        const people = await Promise.all(
          DEMO_PEOPLE.slice(0, 4).map(({ signInName, password }) =>
            personAt(
              () => server.address,
              signInName,
              password,
              (status) => statuses.push(status),
            ),
          ),
        );
        for (const person of people) await person.signIn();
        const machinesNow = async () =>
          (await people[0].surely('GET', '/api/floor')).body.zones.flatMap(({ machines }) => machines);
        const machines = (await machinesNow()).filter(({ needle }) => needle !== null);
        const writes = startWrites(people, machines, random);
        await wait(2000);
        const filling = setInterval(fill, 200);
        await wait(FULL_FOR_MS);
        clearInterval(filling);
        rmSync(ballast);
        await wait(3000);
        const outcome = await writes.stop();
        const ours = new Set(machines.map(({ id }) => id));
        const counts = await judge(
          environment,
          outcome,
          (await machinesNow()).filter(({ id }) => ours.has(id)),
        );
        await server.stop();
        return {
          counts,
          acknowledged: outcome.acknowledged.length,
          refused: statuses.filter((status) => status === 503).length,
          faults: statuses.filter((status) => status === 500).length,
        };
      },
      join(home, 'shop'),
    );
  } finally {
    execFileSync('umount', ['-l', home]);
    rmSync(home, { recursive: true, force: true });
  }
}

/** How long a signed-in person waits for the floor while many try to sign in at once. */
async function floodSignIns(count) {
  const { personAt } = await import('../bench/trial-kills.mjs');
  const { quantiles } = await import('../bench/reach.mjs');
  return withShop(async ({ home, environment }) => {
    const server = await startServer(home, environment, 0);
    const { DEMO_PEOPLE } = await import(join(ROOT, 'demo', 'dist', 'index.js'));
    const person = await personAt(() => server.address, DEMO_PEOPLE[0].signInName, DEMO_PEOPLE[0].password);
    await person.signIn();
    const reads = async (until) => {
      const times = [];
      while (!until(times.length)) {
        const began = performance.now();
        await person.send('GET', '/api/floor');
        times.push(performance.now() - began);
      }
      return quantiles(times);
    };
    await reads((n) => n >= 30);
    const usual = await reads((n) => n >= 150);
    let done = false;
    const body = (n) => JSON.stringify({ signInName: `nobody${n}`, password: 'guessed at random' });
    const flood = Promise.all(
      Array.from({ length: count }, (_, n) =>
        fetch(`${server.address}/api/session`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: body(n),
        }).then(({ status }) => status),
      ),
    ).finally(() => (done = true));
    const flooded = await reads(() => done);
    const statuses = await flood;
    await server.stop();
    return { usual, flooded, refused: statuses.filter((status) => status !== 401).length };
  });
}

async function mutateRequests(random, count) {
  const { personAt } = await import('../bench/trial-kills.mjs');
  const { sendMutated } = await import('../bench/trial-requests.mjs');
  return withShop(async ({ home, environment }) => {
    const server = await startServer(home, environment, 0);
    const { DEMO_PEOPLE } = await import(join(ROOT, 'demo', 'dist', 'index.js'));
    const people = [];
    for (const role of ['operator', 'mechanic', 'lead']) {
      const { signInName, password } = DEMO_PEOPLE.find((person) => person.role === role);
      const person = await personAt(() => server.address, signInName, password);
      await person.signIn();
      people.push(person);
    }
    try {
      return await sendMutated(environment, people, count, random);
    } finally {
      await server.stop();
    }
  });
}
