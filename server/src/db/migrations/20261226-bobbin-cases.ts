import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/**
 * Bobbin cases as items of their own, and which was in which machine when. Earlier readings belong to the first one
 * marked.
 */
export const bobbinCases: Migration = {
  name: '20261226-bobbin-cases',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS bobbin_cases (
         id ${ID} PRIMARY KEY, machine_id ${ID} NOT NULL, mark VARCHAR(120) NOT NULL, latch ${CODE} NOT NULL,
         slot_most_tex DOUBLE, note VARCHAR(300) NOT NULL, thrown_away BOOLEAN NOT NULL, version INT NOT NULL,
         UNIQUE bobbin_cases_mark (machine_id, mark), FOREIGN KEY (machine_id) REFERENCES machines (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS bobbin_case_swaps (
         id ${ID} PRIMARY KEY, machine_id ${ID} NOT NULL, case_id ${ID} NOT NULL, put_in_at DATETIME(6) NOT NULL,
         put_in_by_id ${ID} NOT NULL, INDEX bobbin_case_swaps_of (machine_id, put_in_at),
         FOREIGN KEY (machine_id) REFERENCES machines (id), FOREIGN KEY (case_id) REFERENCES bobbin_cases (id),
         FOREIGN KEY (put_in_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS bobbin_case_swaps');
    await context.query('DROP TABLE IF EXISTS bobbin_cases');
  },
};
