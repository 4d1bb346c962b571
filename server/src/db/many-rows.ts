import { DatabaseError, type Sequelize, type Transaction } from 'sequelize';

/** The part of the connector's connection that is used here. */
interface Connection {
  query(options: object, values: object): Promise<unknown>;
}

/**
 * Reads rows straight from the connector, numbers as numbers and times as dates. For queries of thousands of rows,
 * where Sequelize's copying and casting of every field takes longer than the database does.
 *
 * @param values by the `:name` used in the text; an array expands to all its values
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
