import { QueryTypes } from 'sequelize';
import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';
const SHIPPED = "kind IN ('oil', 'lint', 'drain-magnet', 'burr-check')";

/** Kinds of service of the shop's own, beside those that are here from the start. */
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
    const checks = await context.query<{ name: string }>(
      `SELECT constraint_name AS name FROM information_schema.check_constraints
        WHERE constraint_schema = DATABASE() AND table_name = 'machine_services' AND check_clause LIKE '%drain-magnet%'`,
      { type: QueryTypes.SELECT },
    );
    for (const { name } of checks)
      await context.query(`ALTER TABLE machine_services DROP CONSTRAINT \`${name}\``);
  },
  down: async ({ context }) => {
    await context.query(`DELETE FROM machine_services WHERE NOT ${SHIPPED}`);
    await context.query(`ALTER TABLE machine_services ADD CHECK (${SHIPPED})`);
    await context.query('DROP TABLE IF EXISTS service_kinds');
  },
};
