import { QueryTypes, type Sequelize } from 'sequelize';
import { newId, storeThingKey, USUAL_BUYING, type NeedleChoice } from '@gantelet/contracts';
import { hasColumn } from '../has-column.js';
import type { Migration } from '../migration.js';
import { needleOfColumns, type NeedleColumns } from '../needle-columns.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** Created in this order and dropped in reverse. */
const TABLES: readonly (readonly [name: string, body: string])[] = [
  [
    'store_items',
    `id ${ID} PRIMARY KEY, thing_kind ${CODE} NOT NULL CHECK (thing_kind IN ('needle', 'thread', 'part')),
     thing_key VARCHAR(200) NOT NULL UNIQUE, needle_system ${CODE}, blade_nm INT, point_style ${CODE},
     needle_finish ${CODE}, tex DOUBLE, construction_id ${CODE}, colour VARCHAR(40), name VARCHAR(80),
     place VARCHAR(60) NOT NULL, supplier VARCHAR(60) NOT NULL, pack_size DOUBLE NOT NULL CHECK (pack_size > 0),
     pack_price DOUBLE, lead_days INT NOT NULL CHECK (lead_days >= 0), lead_spread_days DOUBLE NOT NULL,
     service DOUBLE NOT NULL CHECK (service > 0 AND service < 1), in_use BOOLEAN NOT NULL, version INT NOT NULL DEFAULT 0,
     INDEX store_items_by_needle (needle_system, blade_nm)`,
  ],
  [
    'store_orders',
    `id ${ID} PRIMARY KEY, item_id ${ID} NOT NULL, quantity DOUBLE NOT NULL CHECK (quantity > 0), expected_on DATE NOT NULL,
     ordered_at DATETIME(6) NOT NULL, ordered_by_id ${ID} NOT NULL, INDEX store_orders_by_item (item_id, expected_on),
     FOREIGN KEY (item_id) REFERENCES store_items (id), FOREIGN KEY (ordered_by_id) REFERENCES people (id)`,
  ],
  [
    'store_moves',
    `id ${ID} PRIMARY KEY, item_id ${ID} NOT NULL, kind ${CODE} NOT NULL CHECK (kind IN ('count', 'receive', 'use', 'scrap')),
     quantity DOUBLE NOT NULL CHECK (quantity >= 0), note VARCHAR(120) NOT NULL, order_id ${ID},
     moved_at DATETIME(6) NOT NULL, moved_by_id ${ID} NOT NULL, INDEX store_moves_by_time (item_id, moved_at),
     FOREIGN KEY (item_id) REFERENCES store_items (id), FOREIGN KEY (order_id) REFERENCES store_orders (id),
     FOREIGN KEY (moved_by_id) REFERENCES people (id)`,
  ],
];
const NEEDLE = `needle_system ${CODE} NOT NULL, blade_nm INT NOT NULL, point_style ${CODE} NOT NULL, needle_finish ${CODE} NOT NULL`;
/** The earlier tables, which covered needles only. */
const BEFORE: readonly (readonly [name: string, body: string])[] = [
  [
    'stock_counts',
    `id ${ID} PRIMARY KEY, ${NEEDLE}, counted INT NOT NULL CHECK (counted >= 0), counted_at DATETIME(6) NOT NULL,
     counted_by_id ${ID} NOT NULL, INDEX stock_counts_by_time (counted_at),
     FOREIGN KEY (counted_by_id) REFERENCES people (id)`,
  ],
  [
    'stock_orders',
    `id ${ID} PRIMARY KEY, ${NEEDLE}, quantity INT NOT NULL CHECK (quantity > 0), expected_on DATE NOT NULL,
     ordered_at DATETIME(6) NOT NULL, ordered_by_id ${ID} NOT NULL, received_at DATETIME(6), received_by_id ${ID},
     received_quantity INT CHECK (received_quantity >= 0), INDEX stock_orders_open (received_at, expected_on),
     FOREIGN KEY (ordered_by_id) REFERENCES people (id), FOREIGN KEY (received_by_id) REFERENCES people (id)`,
  ],
];
const NEEDLE_NAMES = 'needle_system, blade_nm, point_style, needle_finish';
const OF_ITEM = `JOIN store_items s ON s.needle_system = o.needle_system AND s.blade_nm = o.blade_nm
  AND s.point_style = o.point_style AND s.needle_finish = o.needle_finish`;

/** Needles, threads and parts in the store, replacing counts and orders of needles. */
export const store: Migration = {
  name: '20261224-store',
  up: async ({ context }) => {
    await makeTables(context, TABLES);
    const supplies = await suppliesOf(context);
    if (await hasColumn(context, 'stock_counts', 'id')) {
      await keepNeedles(context, [...(await needlesOf(context, 'stock_counts')), ...supplies.keys()]);
      await context.query(
        `INSERT IGNORE INTO store_moves (id, item_id, kind, quantity, note, moved_at, moved_by_id)
         SELECT o.id, s.id, 'count', o.counted, '', o.counted_at, o.counted_by_id FROM stock_counts o ${OF_ITEM}`,
      );
      await context.query(`UPDATE withdrawals SET log = 'store-move' WHERE log = 'stock-count'`);
      await context.query('DROP TABLE stock_counts');
    }
    if (await hasColumn(context, 'stock_orders', 'id')) {
      await keepNeedles(context, await needlesOf(context, 'stock_orders'));
      await context.query(
        `INSERT IGNORE INTO store_orders (id, item_id, quantity, expected_on, ordered_at, ordered_by_id)
         SELECT o.id, s.id, o.quantity, o.expected_on, o.ordered_at, o.ordered_by_id FROM stock_orders o ${OF_ITEM}`,
      );
      // A receipt uses its order's id: there was at most one.
      await context.query(
        `INSERT IGNORE INTO store_moves (id, item_id, kind, quantity, note, order_id, moved_at, moved_by_id)
         SELECT o.id, s.id, 'receive', o.received_quantity, '', o.id, o.received_at, o.received_by_id
           FROM stock_orders o ${OF_ITEM} WHERE o.received_at IS NOT NULL`,
      );
      await context.query('DROP TABLE stock_orders');
    }
    for (const [needle, supply] of supplies)
      await context.query(
        'UPDATE store_items SET pack_size = :packSize, lead_days = :leadDays WHERE thing_key = :key',
        { replacements: { ...supply, key: storeThingKey({ kind: 'needle', needle }) } },
      );
    await context.query(
      `UPDATE rounds_settings SET settings = JSON_REMOVE(settings, '$.supplies') WHERE JSON_EXISTS(settings, '$.supplies')`,
    );
  },
  down: async ({ context }) => {
    await makeTables(context, BEFORE);
    if (await hasColumn(context, 'store_moves', 'id')) {
      await context.query(
        `INSERT IGNORE INTO stock_orders (id, ${NEEDLE_NAMES}, quantity, expected_on, ordered_at, ordered_by_id,
                                          received_at, received_by_id, received_quantity)
         SELECT o.id, ${NEEDLE_NAMES}, o.quantity, o.expected_on, o.ordered_at, o.ordered_by_id, m.moved_at, m.moved_by_id,
                m.quantity
           FROM store_orders o JOIN store_items s ON s.id = o.item_id LEFT JOIN store_moves m ON m.order_id = o.id
          WHERE s.thing_kind = 'needle'`,
      );
      await context.query(
        `INSERT IGNORE INTO stock_counts (id, ${NEEDLE_NAMES}, counted, counted_at, counted_by_id)
         SELECT m.id, ${NEEDLE_NAMES}, m.quantity, m.moved_at, m.moved_by_id
           FROM store_moves m JOIN store_items s ON s.id = m.item_id WHERE s.thing_kind = 'needle' AND m.kind = 'count'`,
      );
      await context.query(
        `UPDATE withdrawals SET log = 'stock-count'
          WHERE log = 'store-move' AND entry_id IN (SELECT id FROM stock_counts)`,
      );
      await context.query(`DELETE FROM withdrawals WHERE log = 'store-move'`);
    }
    await context.query(
      `UPDATE rounds_settings SET settings = JSON_INSERT(settings, '$.supplies', JSON_ARRAY())`,
    );
    for (const [name] of [...TABLES].reverse()) await context.query(`DROP TABLE IF EXISTS ${name}`);
  },
};

async function makeTables(context: Sequelize, tables: typeof TABLES): Promise<void> {
  for (const [name, body] of tables)
    await context.query(`CREATE TABLE IF NOT EXISTS ${name} (${body}) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`);
}

async function needlesOf(context: Sequelize, table: string): Promise<NeedleChoice[]> {
  const rows = await context.query<NeedleColumns>(
    `SELECT DISTINCT needle_system AS needleSystem, blade_nm AS bladeNm, point_style AS pointStyle,
            needle_finish AS needleFinish FROM ${table}`,
    { type: QueryTypes.SELECT },
  );
  return rows.map(needleOfColumns);
}

/** Adds each kind of needle to the store once. */
async function keepNeedles(context: Sequelize, needles: readonly NeedleChoice[]): Promise<void> {
  for (const needle of needles)
    await context.query(
      `INSERT IGNORE INTO store_items (id, thing_kind, thing_key, ${NEEDLE_NAMES}, place, supplier, pack_size, lead_days,
                                       lead_spread_days, service, in_use)
       VALUES (:id, 'needle', :key, :systemId, :nm, :pointId, :finishId, '', '', :packSize, :leadDays, :leadSpreadDays,
               :service, TRUE)`,
      {
        replacements: {
          ...USUAL_BUYING.needle,
          ...needle,
          id: newId(),
          key: storeThingKey({ kind: 'needle', needle }),
        },
      },
    );
}

/** How needles were bought, taken from the planning settings, where it was recorded before. */
async function suppliesOf(context: Sequelize): Promise<ReadonlyMap<NeedleChoice, object>> {
  const [last] = await context.query<{ settings: string }>(
    'SELECT settings FROM rounds_settings ORDER BY version DESC LIMIT 1',
    { type: QueryTypes.SELECT },
  );
  const { supplies = [] } = JSON.parse(last?.settings ?? '{}') as {
    supplies?: readonly { needle: NeedleChoice; packSize: number; leadDays: number }[];
  };
  return new Map(supplies.map(({ needle, packSize, leadDays }) => [needle, { packSize, leadDays }]));
}
