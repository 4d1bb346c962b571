import { connectTo, signIn, timesOf } from './reach.mjs';

const ROUNDS = 300;

/**
 * The list of machines over HTTP, signed in, beside the same rows read directly from MariaDB: the server's overhead
 * on top of the database.
 */
export async function benchApi(address, environment) {
  const cookie = await signIn(address);
  const overHttp = await timesOf(async () => {
    const response = await fetch(`${address}/api/machines`, { headers: { cookie } });
    if (response.status !== 200) throw new Error(`/api/machines answered ${response.status}`);
    await response.json();
  }, ROUNDS);
  const connection = await connectTo(environment);
  const direct = await timesOf(
    () =>
      connection.query(
        `SELECT m.*, z.name AS zone_name,
              (SELECT GROUP_CONCAT(s.system_id ORDER BY s.position) FROM machine_systems s WHERE s.machine_id = m.id) AS systems
         FROM machines m JOIN zones z ON z.id = m.zone_id ORDER BY m.shop_number`,
      ),
    ROUNDS,
  );
  await connection.end();
  return { overHttp, direct };
}
