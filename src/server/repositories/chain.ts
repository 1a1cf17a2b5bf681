import type { Database } from '../database';

/** An entry as it is kept. */
export interface ChainRow {
  id: number;
  subject: string;
  /** Its place in the chain of its subject, from 1. */
  number: number;
  /** Canonical JSON. */
  content: string;
  /** Which secret it is sealed with; empty: none. */
  keyId: string;
  seal: string;
}

export interface ChainHead {
  entries: number;
  keyId: string;
  seal: string;
}

const SELECT = 'SELECT id, subject, number, content, key_id AS keyId, seal FROM chained';
const toRow = (row: ChainRow): ChainRow => ({ ...row, id: Number(row.id), number: Number(row.number) });

/** The head, held until the transaction ends: entries are put in one after the other. */
export async function lockHead(db: Database): Promise<ChainHead> {
  return (await findHead(db, ' FOR UPDATE')) ?? { entries: 0, keyId: '', seal: '' };
}

export async function findHead(db: Database, locking = ''): Promise<ChainHead | undefined> {
  const [row] = await db.query<ChainHead>(
    `SELECT entries, key_id AS keyId, seal FROM chain_head WHERE id = 1${locking}`,
  );
  return row && { ...row, entries: Number(row.entries) };
}

export async function keepHead(db: Database, { entries, keyId, seal }: ChainHead): Promise<void> {
  await db.run('REPLACE INTO chain_head (id, entries, key_id, seal) VALUES (1, ?, ?, ?)', [entries, keyId, seal]);
}

/** The last entry of a subject. */
export async function lastEntry(db: Database, subject: string): Promise<ChainRow | undefined> {
  const rows = await db.query<ChainRow>(`${SELECT} WHERE subject = ? ORDER BY number DESC LIMIT 1`, [subject]);
  return rows.map(toRow)[0];
}

export async function insertEntry(db: Database, row: Omit<ChainRow, 'id'>): Promise<void> {
  await db.run('INSERT INTO chained (subject, number, content, key_id, seal) VALUES (?, ?, ?, ?, ?)', [
    row.subject,
    row.number,
    row.content,
    row.keyId,
    row.seal,
  ]);
}

/** So many entries behind one, in the order in which they were put in. */
export async function entriesBehind(db: Database, id: number, size: number): Promise<ChainRow[]> {
  return (await db.query<ChainRow>(`${SELECT} WHERE id > ? ORDER BY id LIMIT ${Math.trunc(size)}`, [id])).map(toRow);
}
