import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/**
 * Stops for missing pieces stand on their own: a machine has one for each missing piece, and none depends on a needle
 * change that can be undone.
 */
export const safetyStops: Migration = {
  name: '20261211-safety-stops',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS safety_stops (
         id ${ID} PRIMARY KEY, machine_id ${ID} NOT NULL, install_id ${ID}, reported_at DATETIME(6) NOT NULL,
         reported_by_id ${ID} NOT NULL, INDEX safety_stops_by_machine (machine_id, reported_at),
         FOREIGN KEY (machine_id) REFERENCES machines (id), FOREIGN KEY (reported_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `INSERT IGNORE INTO safety_stops (id, machine_id, install_id, reported_at, reported_by_id)
       SELECT id, machine_id, install_id, removed_at, removed_by_id FROM needle_removals WHERE fragments = 'missing'`,
    );
    await context.query('ALTER TABLE clearances DROP FOREIGN KEY IF EXISTS clearances_ibfk_1');
    await context.query(
      'ALTER TABLE clearances CHANGE COLUMN IF EXISTS removal_id stop_id ' + `${ID} NOT NULL`,
    );
    await context.query(
      `ALTER TABLE clearances
         ADD CONSTRAINT clearances_stop FOREIGN KEY IF NOT EXISTS (stop_id) REFERENCES safety_stops (id)`,
    );
    await context.query(
      `ALTER TABLE machines DROP FOREIGN KEY IF EXISTS machines_stopping_removal,
         DROP COLUMN IF EXISTS stopping_removal_id`,
    );
  },
  down: async ({ context }) => {
    await context.query(`ALTER TABLE machines ADD COLUMN IF NOT EXISTS stopping_removal_id ${ID}`);
    await context.query(
      `ALTER TABLE machines ADD CONSTRAINT machines_stopping_removal
         FOREIGN KEY IF NOT EXISTS (stopping_removal_id) REFERENCES needle_removals (id)`,
    );
    await context.query('ALTER TABLE clearances DROP FOREIGN KEY IF EXISTS clearances_stop');
    await context.query(
      'ALTER TABLE clearances CHANGE COLUMN IF EXISTS stop_id removal_id ' + `${ID} NOT NULL`,
    );
    await context.query(
      `UPDATE machines m SET m.stopping_removal_id =
         (SELECT MAX(r.id) FROM needle_removals r LEFT JOIN clearances c ON c.removal_id = r.id
           WHERE r.machine_id = m.id AND r.fragments = 'missing' AND c.id IS NULL)`,
    );
    // Stops cleared without a removal have no place in the older schema.
    await context.query(
      'DELETE c FROM clearances c LEFT JOIN needle_removals r ON r.id = c.removal_id WHERE r.id IS NULL',
    );
    await context.query(
      `ALTER TABLE clearances
         ADD CONSTRAINT clearances_ibfk_1 FOREIGN KEY IF NOT EXISTS (removal_id) REFERENCES needle_removals (id)`,
    );
    await context.query('DROP TABLE IF EXISTS safety_stops');
  },
};
