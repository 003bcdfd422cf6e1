import type Database from 'better-sqlite3';
import type { DataSource } from 'typeorm';

/** The connection under TypeORM. */
const connectionOf = (database: DataSource): Database.Database =>
  (database.driver as unknown as { databaseConnection: Database.Database }).databaseConnection;

/**
 * Changes the database as a whole or not at all. When it returns, the change is committed; when it throws, nothing
 * of it is left, and the connection is in no transaction.
 *
 * It does not go through TypeORM's transactions: when SQLite rolls back by itself, as it does on a full disk, TypeORM's
 * own ROLLBACK fails, and whatever it saves afterwards stands in a savepoint that is never committed. `work` waits
 * for nothing, so that nobody else's statements can come in between.
 */
export function inTransaction<T>(database: DataSource, work: (connection: Database.Database) => T): T {
  const connection = connectionOf(database);
  if (connection.inTransaction) connection.exec('ROLLBACK');
  connection.exec('BEGIN IMMEDIATE');
  try {
    const result = work(connection);
    connection.exec('COMMIT');
    return result;
  } catch (error) {
    if (connection.inTransaction) connection.exec('ROLLBACK');
    throw error;
  }
}
