import { QueryTypes, type Sequelize } from 'sequelize';

/** The definition of every table of a database, by name. */
export async function schemaOf(sequelize: Sequelize): Promise<Readonly<Record<string, string>>> {
  const tables = await sequelize.query<{ name: string }>(
    'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() ORDER BY 1',
    { type: QueryTypes.SELECT },
  );
  const made: Record<string, string> = {};
  for (const { name } of tables) {
    const [row] = await sequelize.query<Record<string, string>>(`SHOW CREATE TABLE ${name}`, {
      type: QueryTypes.SELECT,
    });
    made[name] = row!['Create Table']!.replace(/ AUTO_INCREMENT=\d+/, '');
  }
  return made;
}
