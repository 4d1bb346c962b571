import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** Changeovers with their ticks. A machine has at most one open: `open_machine_id` is set only until it ends. */
export const changeovers: Migration = {
  name: '20261217-changeovers',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS changeovers (
         id ${ID} PRIMARY KEY, machine_id ${ID} NOT NULL, open_machine_id ${ID} UNIQUE, from_setup_id ${ID},
         to_setup_id ${ID} NOT NULL, steps LONGTEXT NOT NULL, begun_at DATETIME(6) NOT NULL, begun_by_id ${ID} NOT NULL,
         ending ${CODE}, reason VARCHAR(300) NOT NULL DEFAULT '', ended_at DATETIME(6), ended_by_id ${ID},
         INDEX changeovers_of_machine (machine_id, begun_at), CHECK ((open_machine_id IS NULL) = (ending IS NOT NULL)),
         FOREIGN KEY (machine_id) REFERENCES machines (id), FOREIGN KEY (from_setup_id) REFERENCES setups (id),
         FOREIGN KEY (to_setup_id) REFERENCES setups (id), FOREIGN KEY (begun_by_id) REFERENCES people (id),
         FOREIGN KEY (ended_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS changeover_ticks (
         id ${ID} PRIMARY KEY, changeover_id ${ID} NOT NULL, place INT NOT NULL, step ${CODE} NOT NULL,
         outcome ${CODE} NOT NULL, ticked_at DATETIME(6) NOT NULL, ticked_by_id ${ID} NOT NULL, install_id ${ID},
         UNIQUE INDEX changeover_ticks_in_order (changeover_id, place), INDEX changeover_ticks_by_install (install_id),
         FOREIGN KEY (changeover_id) REFERENCES changeovers (id), FOREIGN KEY (ticked_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS changeover_ticks');
    await context.query('DROP TABLE IF EXISTS changeovers');
  },
};
