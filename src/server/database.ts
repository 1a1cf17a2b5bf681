import { type Pool, type PoolConnection, type ResultSetHeader, type RowDataPacket, createPool } from 'mysql2/promise';

export type Parameter = string | number | boolean | null | Buffer;

/** What a repository needs: the pool itself, or the connection of a transaction. */
export interface Database {
  query<T>(sql: string, parameters?: Parameter[]): Promise<T[]>;
  run(sql: string, parameters?: Parameter[]): Promise<{ affected: number }>;
}

/** The database does not answer. What was asked is not done; the caller says so and keeps what was typed. */
export class DatabaseAway extends Error {
  constructor(cause: unknown) {
    super('The database does not answer.', { cause });
  }
}

const AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'PROTOCOL_CONNECTION_LOST',
  'ER_SERVER_SHUTDOWN',
]);
const RETRIED = new Set([1213, 1205]);
const ATTEMPTS = 4;

let pool: Pool | undefined;

/** The connection pool of this process, to the database that ZONOGRAPH_DATABASE names (mysql://user@host:port/name). */
function thePool(): Pool {
  pool ??= createPool({
    uri: process.env.ZONOGRAPH_DATABASE ?? 'mysql://zonograph@127.0.0.1:33061/zonograph',
    connectionLimit: 8,
    connectTimeout: 3000,
    charset: 'utf8mb4_unicode_ci',
    timezone: 'Z',
  });
  return pool;
}

function over(connection: Pick<PoolConnection, 'execute'>): Database {
  return {
    async query<T>(sql: string, parameters: Parameter[] = []) {
      const [rows] = await connection.execute<RowDataPacket[]>(sql, parameters);
      return rows as T[];
    },
    async run(sql, parameters = []) {
      const [result] = await connection.execute<ResultSetHeader>(sql, parameters);
      return { affected: result.affectedRows };
    },
  };
}

/** Runs prepared statements outside a transaction. @throws DatabaseAway */
export const database: Database = {
  query: (sql, parameters) => answering(() => over(thePool()).query(sql, parameters)),
  run: (sql, parameters) => answering(() => over(thePool()).run(sql, parameters)),
};

/**
 * Runs `work` in a transaction: all of it is done or nothing. A deadlock is tried again. It reads what others have committed, not
 * what was there when it began: who comes second is told what the first one made.
 * @throws DatabaseAway, and whatever `work` throws
 */
export async function transaction<T>(work: (database: Database) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await answering(() => once(work));
    } catch (error) {
      if (!RETRIED.has((error as { errno?: number }).errno ?? 0) || attempt === ATTEMPTS) throw error;
    }
  }
}

async function once<T>(work: (database: Database) => Promise<T>): Promise<T> {
  const connection = await thePool().getConnection();
  try {
    await connection.query('SET TRANSACTION ISOLATION LEVEL READ COMMITTED');
    await connection.beginTransaction();
    const result = await work(over(connection));
    await connection.commit();
    return result;
  } catch (error) {
    await connection.rollback().catch(() => undefined);
    throw error;
  } finally {
    connection.release();
  }
}

async function answering<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    const code = (error as { code?: string }).code;
    const closed = error instanceof Error && /closed state|Connection lost/.test(error.message);
    throw (code && AWAY.has(code)) || closed ? new DatabaseAway(error) : error;
  }
}

/** Closes the pool: for scripts and tests that end. */
export async function closeDatabase(): Promise<void> {
  await pool?.end();
  pool = undefined;
}

/** True for the error of a row that would repeat a unique key. */
export const isDuplicate = (error: unknown): boolean => (error as { errno?: number }).errno === 1062;
