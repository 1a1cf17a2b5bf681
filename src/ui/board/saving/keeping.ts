import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { FormatDocument } from '../../../core/format/document';
import type { FormatView } from '../../../contract/formats';
import type { OfficeData } from '../../data/office';
import type { Past } from '../board-store';

/** What the browser keeps of a board, for each edition and tab, until the server has it. */
export interface Kept {
  key: string;
  formatId: string;
  editionId: string;
  tab: string;
  /** The document as it was last saved, its version, and the document as it is on the board. */
  base: FormatDocument;
  version: number;
  document: FormatDocument;
  /** Documents that were sent and not answered: one of them may be what the server has. */
  sent?: FormatDocument[];
}

/** The last answer of the server for a format: it, and what it is composed with. */
export interface KeptOffice {
  format: FormatView;
  office: OfficeData;
}

/** What can be undone and redone, with the document to which it belongs. */
export interface KeptHistory {
  document: FormatDocument;
  past: Past[];
  future: Past[];
}

interface Schema extends DBSchema {
  boards: { key: string; value: Kept; indexes: { format: string } };
  /** The last answer of the server for each format, so that the board opens while the database is away. */
  offices: { key: string; value: KeptOffice };
  /** What can be undone on a board, for each edition and tab. */
  histories: { key: string; value: KeptHistory };
}

let opened: Promise<IDBPDatabase<Schema>> | undefined;

function store(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>('zonograph', 4, {
    upgrade(db, before, _, transaction) {
      if (before < 1) db.createObjectStore('boards', { keyPath: 'key' }).createIndex('format', 'formatId');
      if (before < 2) db.createObjectStore('offices');
      // What was kept of the office before had all of it at once, and then nobody of its people.
      else if (before < 4) void transaction.objectStore('offices').clear();
      if (before < 4) db.createObjectStore('histories');
    },
  });
  return opened;
}

export const isUnsaved = (kept: Kept): boolean =>
  kept.base !== kept.document && JSON.stringify(kept.base) !== JSON.stringify(kept.document);

const lockName = (tab: string) => `zonograph-tab-${tab}`;
let thisTab: Promise<string> | undefined;

/**
 * The name of this tab, the same after a reload. A tab holds a lock on its name as long as it lives, so that what a
 * closed tab left behind can be told from what another one is still working on.
 */
function tabName(): Promise<string> {
  thisTab ??= (async () => {
    const remembered = sessionStorage.getItem('zonograph-tab');
    const tab = remembered && (await hold(remembered)) ? remembered : crypto.randomUUID();
    if (tab !== remembered) await hold(tab);
    sessionStorage.setItem('zonograph-tab', tab);
    return tab;
  })();
  return thisTab;
}

/** Takes the lock on a tab's name for good; false when another tab has it (a duplicated tab remembers the same name). */
function hold(tab: string): Promise<boolean> {
  return new Promise((decided) => {
    void navigator.locks.request(lockName(tab), { ifAvailable: true }, (lock) => {
      decided(lock !== null);
      return lock ? new Promise(() => undefined) : undefined;
    });
  });
}

/** Keeps the board as it is now. */
export async function keep(board: Omit<Kept, 'key' | 'tab'>): Promise<void> {
  const tab = await tabName();
  await (await store()).put('boards', { ...board, tab, key: `${board.editionId}/${tab}` });
}

/**
 * What is kept of a format: this tab's own, else unsaved edits that a closed tab left behind. The latter become this
 * tab's.
 */
export async function keptOf(formatId: string): Promise<{ own?: Kept; leftBehind?: Kept }> {
  const [tab, db] = [await tabName(), await store()];
  const all = await db.getAllFromIndex('boards', 'format', formatId);
  const own = all.find((kept) => kept.tab === tab);
  if (own && isUnsaved(own)) return { own };
  const living = new Set((await navigator.locks.query()).held?.map((lock) => lock.name));
  const left = all.filter((kept) => kept.tab !== tab && !living.has(lockName(kept.tab)));
  for (const kept of left) if (!isUnsaved(kept)) await db.delete('boards', kept.key);
  return { own, leftBehind: left.find(isUnsaved) };
}

/** Keeps the last answer of the server for a format. */
export async function keepOffice(formatId: string, kept: KeptOffice): Promise<void> {
  await (await store()).put('offices', kept, formatId);
}

/** The last answer of the server for a format, if this browser keeps one. */
export async function keptOffice(formatId: string): Promise<KeptOffice | undefined> {
  return (await store()).get('offices', formatId);
}

/** Forgets what a closed tab left behind, once this tab has taken it up. */
export async function forget(kept: Kept): Promise<void> {
  await (await store()).delete('boards', kept.key);
}

/** How many documents can be undone after a board was left: they share what did not change. */
const MOST_KEPT = 100;

/** Keeps what can be undone on an edition in this tab. */
export async function keepHistory(editionId: string, { document, past, future }: KeptHistory): Promise<void> {
  const kept = { document, past: past.slice(-MOST_KEPT), future: future.slice(-MOST_KEPT) };
  await (await store()).put('histories', kept, `${editionId}/${await tabName()}`);
}

/** What can be undone on an edition in this tab, if it was kept. */
export async function keptHistory(editionId: string): Promise<KeptHistory | undefined> {
  return (await store()).get('histories', `${editionId}/${await tabName()}`);
}
