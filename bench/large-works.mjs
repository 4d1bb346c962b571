import { newId } from '@gantelet/contracts';
import { connectTo, signIn, timesOf } from './reach.mjs';

const YEARS_MS = 3 * 365 * 24 * 3_600_000;
const BATCH = 2000;
/** Hours with counts that every machine has, up to now. */
const COUNTED_HOURS = 400;
const ADD_UP_LIMIT_MS = 90_000;

/**
 * Grows the demo works to a number of machines with three years of needles, copied from existing ones. Returns how
 * many needles there are then.
 */
export async function growWorks(env, machineCount, needlesEach) {
  const db = await connectTo(env);
  const columns = (
    await db.query(
      `SELECT COLUMN_NAME AS name FROM information_schema.COLUMNS WHERE TABLE_SCHEMA = DATABASE() AND TABLE_NAME = 'machines'`,
    )
  ).map(({ name }) => name);
  const own = columns.filter((name) => !['id', 'shop_number', 'present_install_id'].includes(name));
  const models = await db.query('SELECT * FROM machines');
  const [person] = await db.query(`SELECT id FROM people WHERE role = 'mechanic'`);
  const [pattern] = await db.query('SELECT * FROM needle_installs WHERE life_group IS NOT NULL LIMIT 1');
  const machines = Array.from({ length: machineCount - models.length }, (_, i) => ({
    ...models[i % models.length],
    id: newId(),
    shop_number: 1000 + i,
  }));
  await db.beginTransaction();
  await db.batch(
    `INSERT INTO machines (id, shop_number, ${own.join(', ')}) VALUES (?, ?, ${own.map(() => '?').join(', ')})`,
    machines.map((machine) => [machine.id, machine.shop_number, ...own.map((name) => machine[name])]),
  );
  const began = Date.now() - YEARS_MS;
  const installs = machines.flatMap(({ id: machineId }, m) =>
    Array.from({ length: needlesEach }, (_, n) => {
      const at = (of) => new Date(began + ((of + 0.001 * (m % 100)) / needlesEach) * YEARS_MS * 0.99);
      return { id: newId(), machineId, in: at(n), out: n === needlesEach - 1 ? null : at(n + 1), n };
    }),
  );
  const { needle_system, blade_nm, point_style, needle_finish, setup_id, life_group } = pattern;
  for (let i = 0; i < installs.length; i += BATCH) {
    const part = installs.slice(i, i + BATCH);
    await db.batch(
      `INSERT INTO needle_installs (id, machine_id, needle_system, blade_nm, point_style, needle_finish, installed_at,
         installed_by_id, entry_hours, setup_id, life_group) VALUES (?, ?, ?, ?, ?, ?, ?, ?, 0, ?, ?)`,
      part.map((one) => [
        one.id,
        one.machineId,
        needle_system,
        blade_nm,
        point_style,
        needle_finish,
        one.in,
        person.id,
        setup_id,
        life_group,
      ]),
    );
    const removed = part.filter(({ out }) => out !== null);
    await db.batch(
      `INSERT INTO needle_removals (id, install_id, machine_id, removed_at, removed_by_id, cause, fragments, running_hours)
       VALUES (?, ?, ?, ?, ?, ?, 'whole', ?)`,
      removed.map((one) => [
        newId(),
        one.id,
        one.machineId,
        one.out,
        person.id,
        one.n % 3 ? 'scheduled' : 'wear',
        3 + ((one.n * 7919) % 997) / 90,
      ]),
    );
  }
  const present = installs.filter(({ out }) => out === null);
  await db.batch(
    'UPDATE machines SET present_install_id = ? WHERE id = ?',
    present.map(({ id, machineId }) => [id, machineId]),
  );
  await db.commit();
  await countHours(db, machines, person.id);
  await db.query('ANALYZE TABLE machines, needle_installs, needle_removals, devices, counter_hours');
  await db.end();
  return installs.length;
}

/** A counter for every machine, with its hours of the last weeks. */
async function countHours(db, machines, personId) {
  await db.batch(
    `INSERT INTO devices (id, kind, name, stand_in, token_hash, registered_at, registered_by_id, machine_id, last_heard_at)
     VALUES (?, 'counter', 'Counter', TRUE, '', NOW(6), ?, ?, NOW(6))`,
    machines.map(({ id }) => [newId(), personId, id]),
  );
  await db.query(
    `INSERT INTO counter_hours (device_id, hour_at, machine_id, stitches, motor_ms, covered_shift_ms)
     SELECT d.id, DATE_FORMAT(NOW(), '%Y-%m-%d %H:00:00') - INTERVAL s.seq HOUR, d.machine_id, 20000, 1200000, 3600000
       FROM devices d JOIN seq_1_to_${COUNTED_HOURS} s WHERE d.name = 'Counter'`,
  );
}

/** The server totals the needles' counts by itself, some seconds after it started. */
async function untilAddedUp(db) {
  const added = async () => {
    const [{ missing }] = await db.query(
      'SELECT (SELECT COUNT(*) FROM devices WHERE machine_id IS NOT NULL) - COUNT(*) AS missing FROM needle_counts',
    );
    return Number(missing) === 0;
  };
  for (const end = Date.now() + ADD_UP_LIMIT_MS; !(await added()) && Date.now() < end;) {
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
}

/** Other rooms that such a large works makes slow. */
const LARGE_ROOMS = ['services-due', 'store', 'rounds', 'life', 'machines'];

/** Sorted times for requesting the floor and other rooms, and for reading its machines directly from the database. */
export async function benchLargeFloor(address, env, rounds = 15) {
  const cookie = await signIn(address);
  const db = await connectTo(env);
  await untilAddedUp(db);
  const asked = (room) =>
    timesOf(async () => {
      await (await fetch(`${address}/api/${room}`, { headers: { cookie } })).text();
    }, rounds);
  const overHttp = await asked('floor');
  const direct = await timesOf(
    () =>
      db.query(`SELECT m.*, i.id AS install_id, i.needle_system, i.blade_nm, i.point_style, i.installed_at
           FROM machines m LEFT JOIN needle_installs i ON i.id = m.present_install_id`),
    rounds,
  );
  const rooms = [];
  for (const room of LARGE_ROOMS) rooms.push([room, await asked(room)]);
  await db.end();
  return { overHttp, direct, rooms };
}
