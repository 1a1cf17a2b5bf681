/** A JSON column comes as text from MariaDB; some drivers' settings parse it already. */
export function fromJson<T>(column: unknown): T {
  return (typeof column === 'string' ? JSON.parse(column) : column) as T;
}
