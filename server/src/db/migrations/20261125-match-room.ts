import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** What is known of a machine beyond its clamp and plate; null until somebody has looked. */
const MACHINE_COLUMNS: readonly (readonly [name: string, type: string])[] = [
  ['hook_side', CODE],
  ['take_up_stroke_mm', 'DOUBLE CHECK (take_up_stroke_mm > 0)'],
  ['pre_tension_wraps', 'INT NOT NULL DEFAULT 0 CHECK (pre_tension_wraps >= 0)'],
  ['bobbin_size', CODE],
  ['speed_in_use_spm', 'INT CHECK (speed_in_use_spm > 0)'],
  ['speed_most_spm', 'INT CHECK (speed_most_spm > 0)'],
  ['thread_least_tex', 'DOUBLE'],
  ['thread_most_tex', 'DOUBLE'],
  ['needle_least_nm', 'DOUBLE'],
  ['needle_most_nm', 'DOUBLE'],
  ['oil_notes', "VARCHAR(2000) NOT NULL DEFAULT ''"],
  ['service_notes', "VARCHAR(2000) NOT NULL DEFAULT ''"],
];

const TABLES: readonly (readonly [name: string, body: string])[] = [
  [
    'machine_plates',
    `machine_id ${ID}, position INT, hole_mm DOUBLE NOT NULL CHECK (hole_mm > 0),
     feed_dog_hole_mm DOUBLE CHECK (feed_dog_hole_mm > 0), PRIMARY KEY (machine_id, position),
     FOREIGN KEY (machine_id) REFERENCES machines (id)`,
  ],
  [
    'stitch_dial_readings',
    `machine_id ${ID}, position INT, dial_mark DOUBLE NOT NULL CHECK (dial_mark >= 0),
     ten_stitches_mm DOUBLE NOT NULL CHECK (ten_stitches_mm > 0), PRIMARY KEY (machine_id, position),
     FOREIGN KEY (machine_id) REFERENCES machines (id)`,
  ],
  [
    'shop_values',
    `id ${ID} PRIMARY KEY, value_id VARCHAR(80) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, value DOUBLE,
     standing ${CODE} NOT NULL, note VARCHAR(300) NOT NULL, set_at DATETIME(6) NOT NULL, set_by_id ${ID} NOT NULL,
     position INT NOT NULL, UNIQUE shop_values_in_order (value_id, position),
     CHECK (standing IN ('measured', 'chosen')), FOREIGN KEY (set_by_id) REFERENCES people (id)`,
  ],
];

/** The machine as it is now, the needle's finish, and the shop's own catalogue values. */
export const matchRoom: Migration = {
  name: '20261125-match-room',
  up: async ({ context }) => {
    for (const table of ['setups', 'needle_installs']) {
      await context.query(
        `ALTER TABLE ${table} ADD COLUMN IF NOT EXISTS needle_finish ${CODE} NOT NULL DEFAULT 'chromed' AFTER point_style`,
      );
    }
    await context.query(
      'ALTER TABLE setups ADD COLUMN IF NOT EXISTS plate_hole_mm DOUBLE NOT NULL DEFAULT 0 AFTER needle_finish',
    );
    await context.query(
      'UPDATE setups u JOIN machines m ON m.id = u.machine_id SET u.plate_hole_mm = m.plate_hole_mm',
    );
    await context.query('ALTER TABLE setups ALTER plate_hole_mm DROP DEFAULT');
    for (const [name, type] of MACHINE_COLUMNS)
      await context.query(`ALTER TABLE machines ADD COLUMN IF NOT EXISTS ${name} ${type}`);
    for (const [name, body] of TABLES) {
      await context.query(
        `CREATE TABLE IF NOT EXISTS ${name} (${body}) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
      );
    }
    await context.query(
      'INSERT IGNORE INTO machine_plates (machine_id, position, hole_mm) SELECT id, 0, plate_hole_mm FROM machines',
    );
  },
  down: async ({ context }) => {
    for (const [name] of [...TABLES].reverse()) await context.query(`DROP TABLE IF EXISTS ${name}`);
    for (const [name] of [...MACHINE_COLUMNS].reverse()) {
      await context.query(`ALTER TABLE machines DROP COLUMN IF EXISTS ${name}`);
    }
    await context.query('ALTER TABLE setups DROP COLUMN IF EXISTS plate_hole_mm');
    for (const table of ['needle_installs', 'setups']) {
      await context.query(`ALTER TABLE ${table} DROP COLUMN IF EXISTS needle_finish`);
    }
  },
};
