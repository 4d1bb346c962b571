import { QueryTypes, type Sequelize } from 'sequelize';

/** Drops those checks of a table whose condition mentions a given name. */
export async function dropChecks(sequelize: Sequelize, table: string, named: string): Promise<void> {
  const checks = await sequelize.query<{ name: string }>(
    `SELECT constraint_name AS name FROM information_schema.check_constraints
      WHERE constraint_schema = DATABASE() AND table_name = :table AND LOCATE(:named, check_clause) > 0`,
    { replacements: { table, named }, type: QueryTypes.SELECT },
  );
  for (const { name } of checks)
    await sequelize.query(`ALTER TABLE \`${table}\` DROP CONSTRAINT \`${name}\``);
}
