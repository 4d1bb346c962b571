import { QueryTypes, type Sequelize } from 'sequelize';

/** Whether a table has a column. For a down migration that may have been cut short half-way. */
export async function hasColumn(sequelize: Sequelize, table: string, column: string): Promise<boolean> {
  const found = await sequelize.query(
    `SELECT 1 FROM information_schema.columns
      WHERE table_schema = DATABASE() AND table_name = :table AND column_name = :column`,
    { replacements: { table, column }, type: QueryTypes.SELECT },
  );
  return found.length > 0;
}
