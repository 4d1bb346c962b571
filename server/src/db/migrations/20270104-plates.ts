import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** Plates with feed dogs that are shared by several machines. */
export const plates: Migration = {
  name: '20270104-plates',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS plates (
         id ${ID} PRIMARY KEY, mark VARCHAR(80) NOT NULL, hole_mm DOUBLE NOT NULL,
         feed_dog_mark VARCHAR(80) NOT NULL DEFAULT '', feed_dog_hole_mm DOUBLE, teeth_rows INT,
         place VARCHAR(80) NOT NULL DEFAULT '', on_machine_id ${ID}, version INT NOT NULL DEFAULT 0,
         UNIQUE KEY mark (mark), UNIQUE KEY on_machine (on_machine_id),
         FOREIGN KEY (on_machine_id) REFERENCES machines (id),
         CHECK (hole_mm > 0), CHECK (feed_dog_hole_mm > 0), CHECK (teeth_rows > 0)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS plate_machines (
         plate_id ${ID} NOT NULL, machine_id ${ID} NOT NULL, PRIMARY KEY (plate_id, machine_id),
         INDEX plates_of_machine (machine_id),
         FOREIGN KEY (plate_id) REFERENCES plates (id), FOREIGN KEY (machine_id) REFERENCES machines (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS plate_machines');
    await context.query('DROP TABLE IF EXISTS plates');
  },
};
