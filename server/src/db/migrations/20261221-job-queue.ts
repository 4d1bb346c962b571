import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** Jobs waiting for a machine, in the order they are to be sewn. */
export const jobQueue: Migration = {
  name: '20261221-job-queue',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS queued_jobs (
         id ${ID} PRIMARY KEY, setup_id ${ID} NOT NULL, pieces INT UNSIGNED, sew_minutes DOUBLE NOT NULL CHECK (sew_minutes > 0),
         due_at DATETIME(6), note VARCHAR(120) NOT NULL DEFAULT '', machine_id ${ID}, place INT NOT NULL,
         pinned BOOLEAN NOT NULL DEFAULT FALSE, added_at DATETIME(6) NOT NULL, added_by_id ${ID} NOT NULL,
         ending ${CODE} CHECK (ending IN ('sewn', 'dropped')), ended_at DATETIME(6), ended_by_id ${ID},
         CHECK ((ending IS NULL) = (ended_at IS NULL)), INDEX queued_jobs_waiting (ending, machine_id, place),
         FOREIGN KEY (setup_id) REFERENCES setups (id), FOREIGN KEY (machine_id) REFERENCES machines (id),
         FOREIGN KEY (added_by_id) REFERENCES people (id), FOREIGN KEY (ended_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS queued_jobs');
  },
};
