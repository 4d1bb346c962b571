import { QueryTypes } from 'sequelize';
import { readManyRows } from './many-rows.js';
import { startTestShop, type TestShop } from '../testing/test-shop.js';
import { findStays } from '../features/life/life.store.js';
import { readFloor } from '../features/floor/floor-view.service.js';
import { findHeard } from '../features/counter/index.js';
import { floorVersion } from '../features/floor/floor.store.js';

/** Tables that keep growing for as long as the shop works. */
const GROWING = [
  'needle_installs',
  'needle_removals',
  'counter_readings',
  'counter_hours',
  'trouble_reports',
];
/** Those tables, and the aliases our queries use for them. */
const LONG = new Set([...GROWING, 'i', 'r', 'h']);
const NEEDLES = 4000;

describe("the floor's queries on a database with years in it", () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await startTestShop();
    const { ids } = shop.works;
    const run = (sql: string) => shop.database.sequelize.query(sql, { replacements: { ...ids } });
    await run(`INSERT INTO needle_installs (id, machine_id, needle_system, blade_nm, point_style, needle_finish,
                 installed_at, installed_by_id, entry_hours, setup_id, life_group)
               SELECT UUID(), i.machine_id, i.needle_system, i.blade_nm, i.point_style, i.needle_finish,
                 TIMESTAMP '2023-01-01 06:00:00' + INTERVAL s.seq * 6 HOUR, i.installed_by_id, 0, i.setup_id,
                 CONCAT('leather.cutting.g', s.seq % 20)
               FROM needle_installs i JOIN seq_1_to_${NEEDLES} s WHERE i.id = :install`);
    await run(`INSERT INTO needle_removals (id, install_id, machine_id, removed_at, removed_by_id, cause, fragments, running_hours)
               SELECT UUID(), id, machine_id, installed_at + INTERVAL 5 HOUR, installed_by_id, 'scheduled', 'whole', 2
               FROM needle_installs WHERE id NOT IN (SELECT present_install_id FROM machines)`);
    await run(`INSERT INTO trouble_reports (id, machine_id, trouble, reported_at, reported_by_id, answered_at, answered_by_id, finding)
               SELECT UUID(), machine_id, 'clunk', removed_at, removed_by_id, removed_at, removed_by_id, 'mended' FROM needle_removals`);
    await run(`INSERT INTO counter_hours (device_id, hour_at, machine_id, stitches, motor_ms, covered_shift_ms)
               SELECT d.id, TIMESTAMP '2023-01-01 06:00:00' + INTERVAL s.seq HOUR, d.machine_id, 9, 9, 9
               FROM devices d JOIN seq_1_to_${NEEDLES} s WHERE d.kind = 'counter'`);
    await run(`INSERT INTO sharps_emptyings (id, emptied_at, emptied_by_id, counted, expected)
               SELECT UUID(), MAX(removed_at), MAX(removed_by_id), 0, 0 FROM needle_removals`);
    await run(`ANALYZE TABLE ${GROWING.join(', ')}, machines`);
  });
  afterAll(() => shop.stop());

  /** The plan of every query that some work runs, with the rows each step actually read. */
  async function stepsOf(work: () => Promise<unknown>): Promise<readonly Step[]> {
    const { sequelize } = shop.database;
    const logged: string[] = [];
    const straight: { readonly sql: string; readonly values: Record<string, unknown> }[] = [];
    const { options } = sequelize as unknown as { options: { logging: unknown } };
    options.logging = (sql: string) => logged.push(sql.replace(/^[^:]*: /, ''));
    const stop = listenStraight((sql, values) => straight.push({ sql, values }));
    await work();
    stop();
    options.logging = false;
    const isRead = (sql: string) => sql.startsWith('SELECT');
    const plans = [
      ...logged
        .filter(isRead)
        .map((sql) => sequelize.query<Plan>(`ANALYZE FORMAT=JSON ${sql}`, { type: QueryTypes.SELECT })),
      ...straight
        .filter(({ sql }) => isRead(sql))
        .map(({ sql, values }) => readManyRows<Plan>(sequelize, `ANALYZE FORMAT=JSON ${sql}`, values, null)),
    ];
    return (await Promise.all(plans)).flat().flatMap(({ ANALYZE }) => stepsIn(JSON.parse(ANALYZE)));
  }

  /** Records the queries sent to the connector without Sequelize, until stopped. */
  function listenStraight(heard: (sql: string, values: Record<string, unknown>) => void): () => void {
    const { connectionManager } = shop.database.sequelize;
    const get = connectionManager.getConnection;
    const own = new Map<Connection, Connection['query']>();
    connectionManager.getConnection = async (wanted) => {
      const connection = (await get.call(connectionManager, wanted)) as Connection;
      if (own.has(connection)) return connection;
      const query = connection.query;
      own.set(connection, query);
      connection.query = (asked, values) => {
        if (asked.namedPlaceholders) heard(asked.sql, values);
        return query.call(connection, asked, values);
      };
      return connection;
    };
    return () => {
      connectionManager.getConnection = get;
      for (const [connection, query] of own) connection.query = query;
    };
  }

  it('read no more of growing tables than they need', async () => {
    const { database, clock } = shop;
    const steps = await stepsOf(async () => {
      await readFloor(database, clock.now);
      await floorVersion(database);
    });
    const long = steps.filter(({ table }) => LONG.has(table));
    expect(long.length).toBeGreaterThan(3);
    expect(long.filter(({ rows }) => rows > 100)).toEqual([]);
  });

  it('read only those hours of a long-running counter that a period touches', async () => {
    const { ids } = shop.works;
    const time = (from: string, to: string) => ({
      machineId: ids.compound,
      fromAt: new Date(`2023-03-04T${from}:00Z`),
      toAt: new Date(`2023-03-04T${to}:00Z`),
    });
    await shop.database.sequelize.query(
      `UPDATE devices SET last_heard_at = '2026-01-01' WHERE kind = 'counter'`,
    );
    let heard: readonly { readonly coveredShiftMs: number }[] = [];
    const steps = await stepsOf(async () => {
      heard = await findHeard(shop.database, [time('06:00', '08:00'), time('08:15', '08:45')], null);
    });
    // Each hour there covers nine ms: two whole hours, and half of one.
    expect(heard.map(({ coveredShiftMs: ms }) => Math.round(10 * ms) / 10)).toEqual([18, 4.5]);
    expect(steps.find(({ table }) => table === 'h')).toEqual({ table: 'h', rows: 3 });
    expect(steps.find(({ table }) => table === 'counter_hours')!.rows).toBeLessThan(10);
  });

  it('read the needles of one group by their index', async () => {
    const steps = await stepsOf(() => findStays(shop.database, 'leather.cutting.g7'));
    expect(steps.find(({ table }) => table === 'i')).toEqual({ table: 'i', rows: NEEDLES / 20 });
  });
});

interface Plan {
  readonly ANALYZE: string;
}

/** The part of the connector's connection that is observed here. */
interface Connection {
  query(
    asked: { sql: string; namedPlaceholders?: boolean },
    values: Record<string, unknown>,
  ): Promise<unknown>;
}

interface Step {
  readonly table: string;
  readonly rows: number;
}

/** Every table a plan reads, at any depth. */
function stepsIn(plan: unknown): readonly Step[] {
  if (typeof plan !== 'object' || plan === null) return [];
  const { table_name, r_loops, r_rows } = plan as Record<string, number | string>;
  const own =
    typeof table_name === 'string'
      ? [{ table: table_name, rows: Math.round(Number(r_loops) * Number(r_rows)) }]
      : [];
  return [...own, ...Object.values(plan).flatMap(stepsIn)];
}
