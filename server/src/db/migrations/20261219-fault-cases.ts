import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** Faults that were traced to the end. */
export const faultCases: Migration = {
  name: '20261219-fault-cases',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS fault_cases (
         id ${ID} PRIMARY KEY, machine_id ${ID}, symptom ${CODE} NOT NULL, document MEDIUMTEXT NOT NULL,
         ending ${CODE} NOT NULL, cause ${CODE}, note VARCHAR(300) NOT NULL DEFAULT '', began_at DATETIME(6) NOT NULL,
         ended_at DATETIME(6) NOT NULL, ended_by_id ${ID} NOT NULL, INDEX fault_cases_by_time (ended_at),
         INDEX fault_cases_of_machine (machine_id, ended_at), FOREIGN KEY (machine_id) REFERENCES machines (id),
         FOREIGN KEY (ended_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS fault_cases');
  },
};
