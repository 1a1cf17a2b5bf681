import type { z } from 'zod';
import { type RegisterEntry, RegisterQuery, type readRegisterChoices } from '../../contract/drawings';
import type { Page } from '../../contract/route';
import { askingOnce } from '../asking-once';
import { database } from '../database';
import { type RegisterColumns, findDrawings } from '../repositories/drawings';
import { choicesOfRegister, countDrawings, listDrawings } from '../repositories/register';
import { drawingAtHand, registerColumns } from './drawing-sources';
import { type Asker, hiddenFormats } from './gate';
import { unlessRefused } from './service-error';
import { officeToday } from './today';

/** Drawings on one page of the register. */
const PAGE = 50;

/** The register in pages, with how many drawings there are in all, with open questions, and with changed models. */
export async function drawings(
  asked: z.input<typeof RegisterQuery> & { search?: string | undefined; after?: string | undefined } = {},
): Promise<Page<RegisterEntry> & { counts: { all: number; open: number; changed: number } }> {
  const { search, after, ...query } = asked;
  const [page, counts] = await Promise.all([
    listDrawings(database, {
      ...RegisterQuery.parse(query),
      search,
      after,
      size: PAGE,
      today: await officeToday(database),
    }),
    countDrawings(database),
  ]);
  return { ...page, entries: await lookedAt(page.entries), counts };
}

/** By what the register may be narrowed, for whoever asks. */
export async function registerChoices(asker: Asker): Promise<z.input<(typeof readRegisterChoices)['answer']>> {
  return choicesOfRegister(database, await hiddenFormats(database, asker));
}

/** Entries whose models have changed since anybody looked, as they are now. Nothing is written: a job does that. */
async function lookedAt(entries: RegisterEntry[]): Promise<RegisterEntry[]> {
  const due = entries.filter((entry) => !entry.lookedAt).map(({ id }) => id);
  if (due.length === 0) return entries;
  const rows = await findDrawings(database, due);
  const db = askingOnce(database);
  const seen = new Map<string, RegisterColumns>();
  for (const row of rows.values()) {
    // One whose edition is damaged says so when it is opened; the register has what it last knew of it.
    const at = await drawingAtHand(db, row).catch(unlessRefused);
    if (at) seen.set(row.id, registerColumns(row, at));
  }
  return entries.map((entry) => {
    const columns = seen.get(entry.id);
    if (!columns) return entry;
    const { title, modelName, open, modelChanged } = columns;
    return { ...entry, title, modelName, open, modelChanged };
  });
}
