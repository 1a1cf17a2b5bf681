import { AsyncLocalStorage } from 'node:async_hooks';
import { type Pool, type PoolConnection, type ResultSetHeader, type RowDataPacket, createPool } from 'mysql2/promise';
import { ServiceError } from './services/service-error';

export type Parameter = string | number | boolean | null | Buffer | Date;

/** What a repository needs: the pool itself, or the connection of a transaction. */
export interface Database {
  query<T>(sql: string, parameters?: Parameter[]): Promise<T[]>;
  run(sql: string, parameters?: Parameter[]): Promise<{ affected: number; inserted: number }>;
}

/** The database does not answer. What was asked is not done; the caller says so and keeps what was typed. */
export class DatabaseAway extends Error {
  constructor(cause: unknown) {
    super('The database does not answer.', { cause });
  }
}

/** The database has no room to write. It reads on; what was asked is not done. */
export class DatabaseFull extends DatabaseAway {}

/** More is asked at once than there are connections for. Nothing was done: it may be asked again in a moment. */
export class DatabaseBusy extends Error {
  constructor(cause?: unknown) {
    super('Zonograph has more to do than it can. Try again in a moment.', { cause });
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
/** The database's errors of a disk that is full: no space left, and a table that cannot grow. */
const FULL = new Set([1021, 1114]);
/** A deadlock, and a lock that was waited for too long. */
const RETRIED = new Set([1213, 1205]);
const ATTEMPTS = 6;

/** Connections at most, and how many may wait for one. */
const CONNECTIONS = 8;
const WAITING = 200;
/**
 * Prepared statements that a connection keeps. There are as many as there are lengths of lists in them, and a database allows 16,382 over all
 * connections of all processes.
 */
const STATEMENTS = 200;
/** How long one statement may take, ms: none of ours comes near it unless the database hangs. */
const LONGEST_MS = 1000 * Number(process.env.ZONOGRAPH_STATEMENT_SECONDS ?? 30);
/** How long one waits for a connection, ms. */
const PATIENCE_MS = Math.max(15_000, LONGEST_MS / 2);

/**
 * Waits for a statement, and gives up its connection when it takes too long. (The driver has a time limit for executing a statement, but
 * none for preparing it.)
 */
async function inTime<T>(connection: Pick<PoolConnection, 'destroy'>, statement: Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => {
      connection.destroy();
      reject(new DatabaseAway(`a statement took longer than ${LONGEST_MS} ms`));
    }, LONGEST_MS);
  });
  try {
    return await Promise.race([statement, late]);
  } finally {
    clearTimeout(timer);
    // What comes of it after nobody waits any more is nobody's.
    statement.catch(() => undefined);
  }
}

let pool: Pool | undefined;

/** The connection pool of this process, to the database that ZONOGRAPH_DATABASE names (mysql://user@host:port/name). */
function thePool(): Pool {
  pool ??= createPool({
    uri: process.env.ZONOGRAPH_DATABASE ?? 'mysql://zonograph@127.0.0.1:33061/zonograph',
    connectionLimit: CONNECTIONS,
    queueLimit: WAITING,
    maxPreparedStatements: STATEMENTS,
    connectTimeout: 3000,
    charset: 'utf8mb4_unicode_ci',
    timezone: 'Z',
    supportBigNumbers: true,
    // A JSON text would be no different from what it holds.
    jsonStrings: true,
  });
  return pool;
}

/** What runs inside a transaction has its connection; it must not ask the pool for another one, or all may wait for each other. */
const inTransaction = new AsyncLocalStorage<true>();

async function connected(): Promise<PoolConnection> {
  if (inTransaction.getStore()) throw new Error('a transaction asks the pool for a second connection');
  let late = false;
  const asked = thePool().getConnection();
  const patience = new Promise<never>((_, reject) => {
    const timer = setTimeout(() => {
      late = true;
      reject(new DatabaseBusy());
    }, PATIENCE_MS);
    void asked.finally(() => clearTimeout(timer)).catch(() => undefined);
  });
  // One that comes after nobody waits for it any more goes back.
  void asked.then((connection) => late && connection.release()).catch(() => undefined);
  return Promise.race([asked, patience]);
}

function over(connection: Pick<PoolConnection, 'execute' | 'destroy'>): Database {
  return {
    async query<T>(sql: string, parameters: Parameter[] = []) {
      const [rows] = await inTime(connection, connection.execute<RowDataPacket[]>(sql, parameters));
      return rows as T[];
    },
    async run(sql, parameters = []) {
      const [result] = await inTime(connection, connection.execute<ResultSetHeader>(sql, parameters));
      return { affected: result.affectedRows, inserted: result.insertId };
    },
  };
}

async function single<T>(work: (db: Database) => Promise<T>): Promise<T> {
  return answering(async () => {
    const connection = await connected();
    try {
      return await work(over(connection));
    } finally {
      connection.release();
    }
  });
}

/** Runs prepared statements outside a transaction. @throws DatabaseAway, DatabaseBusy */
export const database: Database = {
  query: (sql, parameters) => single((db) => db.query(sql, parameters)),
  run: (sql, parameters) => single((db) => db.run(sql, parameters)),
};

/**
 * Runs `work` in a transaction: all of it is done or nothing. A deadlock is tried again. It reads what others have committed, not
 * what was there when it began: who comes second is told what the first one made. Inside, everything goes through the database that
 * `work` is given.
 * @throws DatabaseAway, DatabaseBusy, and whatever `work` throws
 */
export async function transaction<T>(work: (database: Database) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await answering(() => once(work));
    } catch (error) {
      if (!RETRIED.has((error as { errno?: number }).errno ?? 0)) throw error;
      if (attempt === ATTEMPTS) throw new DatabaseBusy(error);
      await new Promise((done) => setTimeout(done, Math.random() * 20 * attempt));
    }
  }
}

async function once<T>(work: (database: Database) => Promise<T>): Promise<T> {
  const connection = await connected();
  try {
    await inTime(connection, connection.query('SET TRANSACTION ISOLATION LEVEL READ COMMITTED'));
    await inTime(connection, connection.beginTransaction());
    const result = await inTransaction.run(true, () => work(over(connection)));
    await inTime(connection, connection.commit());
    return result;
  } catch (error) {
    if (!(error instanceof DatabaseAway)) await connection.rollback().catch(() => undefined);
    throw error;
  } finally {
    connection.release();
  }
}

async function answering<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    const { code, errno, message } = error as { code?: string; errno?: number; message?: string };
    if (message === 'Queue limit reached.') throw new DatabaseBusy(error);
    // A packet that is larger than the server takes; it closes the connection on it.
    if (errno === 1153 || code === 'ER_NET_PACKET_TOO_LARGE')
      throw new ServiceError(
        422,
        'That is larger than the database takes at once. Ask for a larger max_allowed_packet.',
      );
    if (FULL.has(errno ?? 0)) throw new DatabaseFull(error);
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

/** What the database refuses because of what else there is, or of how something is written, in words; undefined for any other error. */
export function saidOf(error: unknown): ServiceError | undefined {
  switch ((error as { errno?: number } | undefined)?.errno) {
    // A row that others refer to, and one that refers to nothing.
    case 1451:
    case 1452:
      return new ServiceError(
        409,
        'Somebody changed at this moment what belongs to it. Nothing was done; look at it again and try once more.',
      );
    // Letters that no id has are compared with ids.
    case 1267:
    case 1271:
      return new ServiceError(404, 'There is nothing of that name.');
    case 1366:
    case 1406:
      return new ServiceError(
        422,
        'Something in it is longer than is kept, or has characters that are not kept there.',
      );
    default:
      return undefined;
  }
}

/** As many question marks as values, for a list in a statement. */
export const marks = (values: readonly unknown[]): string => values.map(() => '?').join(', ');

/** A further condition that leaves some values of a column out; nothing when there are none. */
export const notAmong = (column: string, values: readonly unknown[]): string =>
  values.length === 0 ? '' : ` AND ${column} NOT IN (${marks(values)})`;
