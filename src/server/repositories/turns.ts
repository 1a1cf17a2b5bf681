import type { Database } from '../database';

/**
 * Takes the turn to change something that is held together by more than keys can say, such as that no two properties of the dictionary
 * share a name or an alias, nor two sites of the office a name. Others wait until the transaction is over, and see what it wrote. (Written, not only locked, so that it
 * holds on every node of a cluster.)
 */
export async function takeTurn(db: Database, name: 'dictionary' | 'places'): Promise<void> {
  await db.run('UPDATE turns SET taken = taken + 1 WHERE name = ?', [name]);
}
