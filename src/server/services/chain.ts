import { z } from 'zod';
import { canonicalJson } from '../../core/format/canonical';
import { Signature } from '../../core/drawing/signing';
import type { Database } from '../database';
import {
  type ChainRow,
  entriesBehind,
  findHead,
  insertEntry,
  keepHead,
  lastEntry,
  lockHead,
} from '../repositories/chain';
import { knownKeys, presentKey, sealOf } from '../sealing';

/** What is chained: of a format its releases and what becomes of them, of a drawing its signatures, that it is finished, that it is reopened. */
export const Chained = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('released'),
    edition: z.string(),
    snapshot: z.string(),
    scenes: z.string(),
    countsFrom: z.string(),
  }),
  z.object({ kind: z.literal('withdrawn'), edition: z.string() }),
  z.object({ kind: z.literal('restored'), edition: z.string() }),
  z.object({ kind: z.literal('deleted') }),
  z.object({ kind: z.literal('brought back') }),
  z.object({ kind: z.literal('signed'), signature: Signature }),
  z.object({ kind: z.literal('finished'), frozen: z.string(), number: z.string(), edition: z.string() }),
  z.object({ kind: z.literal('reopened') }),
]);
export type Chained = z.infer<typeof Chained>;

export const ofFormat = (id: string) => `format ${id}`;
export const ofDrawing = (id: string) => `drawing ${id}`;

/** Puts an entry at the end of the chain of a subject, inside the transaction of what it is about. */
export async function chain(db: Database, subject: string, entry: Chained): Promise<void> {
  const head = await lockHead(db);
  const last = await lastEntry(db, subject);
  const key = presentKey();
  const number = (last?.number ?? 0) + 1;
  const content = canonicalJson(entry);
  const seal = sealOf(key, subject, number, content, last?.seal ?? '');
  await insertEntry(db, { subject, number, content, keyId: key.id, seal });
  await keepHead(db, {
    entries: head.entries + 1,
    keyId: key.id,
    seal: sealOf(key, head.entries + 1, head.seal, seal),
  });
}

/** All chains as they were read, and what is wrong with them. */
export interface Chains {
  bySubject: Map<string, Chained[]>;
  entries: number;
  troubles: string[];
}

/** How many entries are read at once. */
const STEP = 1000;

/** Reads all chains and checks their seals: that none was changed, left out or put in, and that the end is there. */
export async function readChains(db: Database): Promise<Chains> {
  const keys = knownKeys();
  const troubles: string[] = [];
  const bySubject = new Map<string, Chained[]>();
  const last = new Map<string, ChainRow>();
  let [entries, head, behind] = [0, '', 0];
  for (;;) {
    const rows = await entriesBehind(db, behind, STEP);
    for (const row of rows) {
      const { subject, number, content, keyId, seal } = row;
      const before = last.get(subject);
      const key = keys.get(keyId);
      entries += 1;
      head = key ? sealOf(key, entries, head, seal) : '';
      if (keyId === '' && presentKey().id !== '')
        troubles.push(`The record of ${subject}: entry ${number} is sealed with no secret.`);
      if (!key)
        troubles.push(`The record of ${subject}: entry ${number} is sealed with a secret that is not known here.`);
      else if (number !== (before?.number ?? 0) + 1)
        troubles.push(`The record of ${subject}: entry ${(before?.number ?? 0) + 1} is gone.`);
      else if (sealOf(key, subject, number, content, before?.seal ?? '') !== seal)
        troubles.push(`The record of ${subject}: entry ${number} has been changed since it was written.`);
      const read = Chained.safeParse(parsed(content));
      if (read.success) bySubject.set(subject, [...(bySubject.get(subject) ?? []), read.data]);
      else troubles.push(`The record of ${subject}: entry ${number} cannot be read.`);
      last.set(subject, row);
    }
    if (rows.length < STEP) break;
    behind = rows.at(-1)!.id;
  }
  const kept = await findHead(db);
  if (!kept && entries > 0) troubles.push('The head of the record is gone.');
  else if (kept && kept.entries !== entries)
    troubles.push(`The record has ${entries} entries; its head counts ${kept.entries}.`);
  else if (kept && troubles.length === 0 && kept.seal !== head)
    troubles.push('The head of the record is not that of its entries.');
  return { bySubject, entries, troubles };
}

function parsed(content: string): unknown {
  try {
    return JSON.parse(content);
  } catch {
    return undefined;
  }
}
