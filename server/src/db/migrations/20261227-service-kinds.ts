import { dropChecks } from '../drop-checks.js';
import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';
const SHIPPED = "kind IN ('oil', 'lint', 'drain-magnet', 'burr-check')";

/** The shop's own kinds of service, beside the built-in ones. */
export const serviceKinds: Migration = {
  name: '20261227-service-kinds',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS service_kinds (
         id ${ID} PRIMARY KEY, name VARCHAR(120) NOT NULL, clock ${CODE} NOT NULL, due_after DOUBLE NOT NULL,
         how VARCHAR(300) NOT NULL, machine_class ${CODE}, dropped BOOLEAN NOT NULL, added_at DATETIME(6) NOT NULL,
         version INT NOT NULL, UNIQUE service_kinds_name (name), CHECK (clock IN ('hours', 'days')), CHECK (due_after > 0)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await dropChecks(context, 'machine_services', 'drain-magnet');
  },
  down: async ({ context }) => {
    await context.query(`DELETE FROM machine_services WHERE NOT ${SHIPPED}`);
    await context.query(`ALTER TABLE machine_services ADD CHECK (${SHIPPED})`);
    await context.query('DROP TABLE IF EXISTS service_kinds');
  },
};
