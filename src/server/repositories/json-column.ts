/** A JSON column's value: it comes as text from MariaDB. */
export function fromJson<T>(column: unknown): T {
  return JSON.parse(column as string) as T;
}
