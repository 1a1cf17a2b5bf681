import type { Database } from './database';

/**
 * A database that asks each question once, for reading many things that are made of the same ones: drawings of one format, profile and part.
 * Rows are shared by whoever asks the same, who leave them as they are.
 */
export function askingOnce(db: Database): Database {
  const asked = new Map<string, Promise<unknown[]>>();
  return {
    query<T>(sql: string, parameters: Parameters<Database['query']>[1] = []) {
      const question = JSON.stringify([sql, parameters]);
      const known = asked.get(question) ?? db.query(sql, parameters);
      asked.set(question, known);
      return known as Promise<T[]>;
    },
    run: (sql, parameters) => db.run(sql, parameters),
  };
}
