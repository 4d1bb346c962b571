import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';
const INSTANT = 'DATETIME(6)';

/** Created in this order and dropped in reverse. */
const TABLES: readonly (readonly [name: string, body: string])[] = [
  [
    'shop',
    `id INT PRIMARY KEY CHECK (id = 1), name VARCHAR(80) NOT NULL, time_zone VARCHAR(64) NOT NULL,
     size_school ${CODE} NOT NULL, leather_point_school ${CODE} NOT NULL,
     life_hours DOUBLE NOT NULL CHECK (life_hours > 0)`,
  ],
  [
    'people',
    `id ${ID} PRIMARY KEY, name VARCHAR(80) NOT NULL, role ${CODE} NOT NULL,
     sign_in_name VARCHAR(40) NOT NULL UNIQUE, password_hash VARCHAR(200) NOT NULL,
     CHECK (role IN ('operator', 'mechanic', 'lead'))`,
  ],
  [
    'sessions',
    `sid VARCHAR(64) PRIMARY KEY, expires ${INSTANT}, data TEXT, created_at ${INSTANT} NOT NULL,
     updated_at ${INSTANT} NOT NULL, INDEX sessions_by_expiry (expires)`,
  ],
  ['sign_in_tries', `who VARCHAR(160) PRIMARY KEY, tries INT NOT NULL, resets_at ${INSTANT} NOT NULL`],
  [
    'writes',
    `write_key ${ID} PRIMARY KEY, route_id ${CODE} NOT NULL, person_id ${ID} NOT NULL,
     request_hash CHAR(64) CHARACTER SET ascii NOT NULL, reply MEDIUMTEXT, written_at ${INSTANT} NOT NULL,
     FOREIGN KEY (person_id) REFERENCES people (id)`,
  ],
  [
    'shifts',
    `id ${ID} PRIMARY KEY, name VARCHAR(80) NOT NULL, start_minute INT NOT NULL, length_minutes INT NOT NULL,
     weekdays VARCHAR(7) NOT NULL, CHECK (start_minute BETWEEN 0 AND 1439), CHECK (length_minutes BETWEEN 1 AND 1440)`,
  ],
  [
    'zones',
    `id ${ID} PRIMARY KEY, name VARCHAR(80) NOT NULL UNIQUE, position INT NOT NULL,
     sample_sewing INT, sample_looks INT, CHECK (sample_sewing <= sample_looks)`,
  ],
  [
    'zone_shifts',
    `zone_id ${ID}, shift_id ${ID}, PRIMARY KEY (zone_id, shift_id),
     FOREIGN KEY (zone_id) REFERENCES zones (id), FOREIGN KEY (shift_id) REFERENCES shifts (id)`,
  ],
  [
    'machines',
    `id ${ID} PRIMARY KEY, shop_number INT NOT NULL UNIQUE, name VARCHAR(80) NOT NULL,
     machine_class ${CODE} NOT NULL, feed ${CODE} NOT NULL, duty ${CODE} NOT NULL, zone_id ${ID} NOT NULL,
     shank ${CODE} NOT NULL, plate_hole_mm DOUBLE NOT NULL CHECK (plate_hole_mm > 0),
     knob_mark VARCHAR(120), knob_travel_turns DOUBLE, present_setup_id ${ID}, present_install_id ${ID},
     stopping_removal_id ${ID}, version INT NOT NULL DEFAULT 0, FOREIGN KEY (zone_id) REFERENCES zones (id),
     CHECK ((knob_mark IS NULL) = (knob_travel_turns IS NULL))`,
  ],
  [
    'machine_systems',
    `machine_id ${ID}, system_id ${CODE}, position INT NOT NULL, PRIMARY KEY (machine_id, system_id),
     FOREIGN KEY (machine_id) REFERENCES machines (id)`,
  ],
  [
    'setups',
    `id ${ID} PRIMARY KEY, name VARCHAR(80) NOT NULL, machine_id ${ID} NOT NULL, thread_label VARCHAR(40) NOT NULL,
     thread_tex DOUBLE NOT NULL CHECK (thread_tex > 0), thread_construction ${CODE} NOT NULL,
     needle_system ${CODE} NOT NULL, blade_nm INT NOT NULL, point_style ${CODE} NOT NULL,
     stitch_length_mm DOUBLE NOT NULL CHECK (stitch_length_mm > 0), size_school ${CODE} NOT NULL,
     leather_point_school ${CODE} NOT NULL, saved_at ${INSTANT} NOT NULL, saved_by_id ${ID} NOT NULL,
     version INT NOT NULL DEFAULT 0, INDEX setups_by_name (name),
     FOREIGN KEY (machine_id) REFERENCES machines (id), FOREIGN KEY (saved_by_id) REFERENCES people (id)`,
  ],
  [
    'setup_layers',
    `setup_id ${ID}, position INT, material_id ${CODE} NOT NULL,
     thickness_mm DOUBLE NOT NULL CHECK (thickness_mm > 0), plies INT NOT NULL CHECK (plies > 0),
     PRIMARY KEY (setup_id, position), FOREIGN KEY (setup_id) REFERENCES setups (id)`,
  ],
  [
    'test_seams',
    `id ${ID} PRIMARY KEY, setup_id ${ID} NOT NULL, turns DOUBLE NOT NULL CHECK (turns >= 0), grade ${CODE} NOT NULL,
     both_tight BOOLEAN NOT NULL, bobbin_drop ${CODE}, sewn_at ${INSTANT} NOT NULL, sewn_by_id ${ID} NOT NULL,
     INDEX test_seams_by_setup (setup_id, sewn_at),
     FOREIGN KEY (setup_id) REFERENCES setups (id), FOREIGN KEY (sewn_by_id) REFERENCES people (id)`,
  ],
  [
    'needle_installs',
    `id ${ID} PRIMARY KEY, machine_id ${ID} NOT NULL, needle_system ${CODE} NOT NULL, blade_nm INT NOT NULL,
     point_style ${CODE} NOT NULL, installed_at ${INSTANT} NOT NULL, installed_by_id ${ID} NOT NULL,
     entry_hours DOUBLE NOT NULL DEFAULT 0 CHECK (entry_hours >= 0),
     INDEX needle_installs_by_machine (machine_id, installed_at),
     FOREIGN KEY (machine_id) REFERENCES machines (id), FOREIGN KEY (installed_by_id) REFERENCES people (id)`,
  ],
  [
    'needle_removals',
    `id ${ID} PRIMARY KEY, install_id ${ID} NOT NULL UNIQUE, machine_id ${ID} NOT NULL, removed_at ${INSTANT} NOT NULL,
     removed_by_id ${ID} NOT NULL, cause ${CODE} NOT NULL, fragments ${CODE} NOT NULL,
     running_hours DOUBLE NOT NULL CHECK (running_hours >= 0), INDEX needle_removals_by_time (removed_at),
     CHECK (cause IN ('scheduled', 'wear', 'accident', 'changeover', 'unknown')),
     CHECK (fragments IN ('whole', 'all-found', 'missing')),
     FOREIGN KEY (install_id) REFERENCES needle_installs (id), FOREIGN KEY (machine_id) REFERENCES machines (id),
     FOREIGN KEY (removed_by_id) REFERENCES people (id)`,
  ],
  [
    'clearances',
    `id ${ID} PRIMARY KEY, removal_id ${ID} NOT NULL UNIQUE, cleared_at ${INSTANT} NOT NULL, cleared_by_id ${ID} NOT NULL,
     finding ${CODE} NOT NULL, FOREIGN KEY (removal_id) REFERENCES needle_removals (id),
     FOREIGN KEY (cleared_by_id) REFERENCES people (id)`,
  ],
];

/** Machines point forward to rows that point back at them, so these are added last. */
const LATE_KEYS: readonly (readonly [name: string, clause: string])[] = [
  ['machines_present_setup', 'FOREIGN KEY IF NOT EXISTS (present_setup_id) REFERENCES setups (id)'],
  [
    'machines_present_install',
    'FOREIGN KEY IF NOT EXISTS (present_install_id) REFERENCES needle_installs (id)',
  ],
  [
    'machines_stopping_removal',
    'FOREIGN KEY IF NOT EXISTS (stopping_removal_id) REFERENCES needle_removals (id)',
  ],
];

export const firstTables: Migration = {
  name: '20261124-first-tables',
  up: async ({ context }) => {
    for (const [name, body] of TABLES) {
      await context.query(
        `CREATE TABLE IF NOT EXISTS ${name} (${body}) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
      );
    }
    for (const [name, clause] of LATE_KEYS) {
      await context.query(`ALTER TABLE machines ADD CONSTRAINT ${name} ${clause}`);
    }
  },
  down: async ({ context }) => {
    for (const [name] of LATE_KEYS)
      await context.query(`ALTER TABLE IF EXISTS machines DROP FOREIGN KEY IF EXISTS ${name}`);
    for (const [name] of [...TABLES].reverse()) await context.query(`DROP TABLE IF EXISTS ${name}`);
  },
};
