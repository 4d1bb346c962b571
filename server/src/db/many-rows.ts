import { DatabaseError, type Sequelize, type Transaction } from 'sequelize';

/** The connector's connection, as far as it is used here. */
interface Connection {
  query(options: object, values: object): Promise<unknown>;
}

/**
 * Rows straight from the connector, numbers as numbers and times as dates. For reads of thousands of rows: there
 * Sequelize's copying and casting of every field takes longer than the database does.
 *
 * @param values by the `:name` they have in the text; an array stands for all its values
 */
export async function readManyRows<Row>(
  { connectionManager }: Sequelize,
  sql: string,
  values: Readonly<Record<string, unknown>>,
  tx: Transaction | null,
): Promise<readonly Row[]> {
  const own = tx ? null : await connectionManager.getConnection({ type: 'read' });
  const connection = (own ?? (tx as unknown as { connection: object }).connection) as Connection;
  try {
    return (await connection.query(
      { sql, namedPlaceholders: true, typeCast: false, decimalAsNumber: true, bigIntAsNumber: true },
      values,
    )) as readonly Row[];
  } catch (error) {
    throw new DatabaseError(error as Error & { sql: string });
  } finally {
    if (own) connectionManager.releaseConnection(own);
  }
}
