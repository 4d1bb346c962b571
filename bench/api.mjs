import { createConnection } from 'mariadb';

const ROUNDS = 300;

/**
 * The list of machines over HTTP, signed in, beside the same rows asked of MariaDB directly: what the server costs on
 * top of the database.
 */
export async function benchApi(address, environment) {
  const cookie = await signIn(address);
  const overHttp = await timesOf(async () => {
    const response = await fetch(`${address}/api/machines`, { headers: { cookie } });
    if (response.status !== 200) throw new Error(`/api/machines answered ${response.status}`);
    await response.json();
  });
  const connection = await createConnection({
    host: environment.GANTELET_DB_HOST,
    port: Number(environment.GANTELET_DB_PORT),
    user: environment.GANTELET_DB_USER,
    password: environment.GANTELET_DB_PASSWORD,
    database: environment.GANTELET_DB_NAME,
  });
  const direct = await timesOf(() =>
    connection.query(
      `SELECT m.*, z.name AS zone_name,
              (SELECT GROUP_CONCAT(s.system_id ORDER BY s.position) FROM machine_systems s WHERE s.machine_id = m.id) AS systems
         FROM machines m JOIN zones z ON z.id = m.zone_id ORDER BY m.shop_number`,
    ),
  );
  await connection.end();
  return { overHttp, direct };
}

async function signIn(address) {
  const response = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ signInName: 'tam', password: 'needle-and-hide' }),
  });
  if (response.status !== 200) throw new Error(`Sign-in answered ${response.status}`);
  return response.headers.getSetCookie()[0].split(';')[0];
}

async function timesOf(work) {
  for (let i = 0; i < ROUNDS / 5; i++) await work();
  const times = [];
  for (let i = 0; i < ROUNDS; i++) {
    const began = performance.now();
    await work();
    times.push(performance.now() - began);
  }
  return times.sort((a, b) => a - b);
}
