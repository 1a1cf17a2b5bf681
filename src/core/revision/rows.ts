import { z } from 'zod';
import type { TableRow } from '../property/facts';
import { SUPPLIED } from '../property/supplied';
import { type Outcome, type Refusal, refuse } from '../refusal';
import { type RevisionScheme, checkRevision } from './scheme';

/** One row of a drawing's revision history. Dates are YYYY-MM-DD. */
export const RevisionRow = z.object({
  revision: z.string().max(8),
  /** Where on the sheets it is: B4, or 2-B4 on sheet 2. */
  zones: z.array(z.string().max(12)).max(20),
  description: z.string().trim().min(1, 'a revision says what was changed').max(500),
  date: z.iso.date('a date is written 2026-06-02'),
  madeBy: z.string().max(120),
  approvedBy: z.string().max(120).optional(),
  change: z.string().max(40).optional(),
  /** The drawing is released with it: from here on the scheme's sequence for released drawings holds. */
  released: z.boolean().optional(),
});
export type RevisionRow = z.infer<typeof RevisionRow>;

/** Why a revision is refused, and which of its data that is about. */
export type RowRefusal = Refusal & { place?: keyof RevisionRow };
export type RowOutcome<T extends object> = ({ ok: true } & T) | RowRefusal;

/** What a table prints of a revision, by property id. */
export function revisionTableRow(row: RevisionRow): TableRow {
  return {
    name: `revision ${row.revision}`,
    values: {
      [SUPPLIED.revision]: row.revision,
      [SUPPLIED.revisionZones]: row.zones.join(', '),
      [SUPPLIED.revisionDescription]: row.description,
      [SUPPLIED.revisionDate]: row.date,
      [SUPPLIED.revisedBy]: row.madeBy,
      [SUPPLIED.revisionApprovedBy]: row.approvedBy ?? '',
      [SUPPLIED.changeNumber]: row.change ?? '',
    },
  };
}

/** Whether a drawing with these revisions is released, with the next one or before it. */
export const isReleased = (rows: readonly RevisionRow[], next?: Pick<RevisionRow, 'released'>): boolean =>
  next?.released === true || rows.some((row) => row.released);

/** What a revision is checked against. */
export interface RevisionSurroundings {
  scheme: RevisionScheme;
  today: string;
  /** The zones of each sheet: its columns' and its rows' labels, in the order in which one writes a zone (B4). */
  zones: readonly { letters: readonly string[]; numerals: readonly string[] }[];
}

/**
 * Adds a revision behind those there are, the oldest first. Refused, with what would be accepted: a name out of its turn, a
 * zone that the sheet does not have, a date in the future or before the last revision's.
 */
export function addRevision(
  rows: readonly RevisionRow[],
  row: RevisionRow,
  surroundings: RevisionSurroundings,
): RowOutcome<{ rows: RevisionRow[] }> {
  const names = rows.map(({ revision }) => revision);
  const named = checkRevision(surroundings.scheme, names, row.revision, isReleased(rows, row));
  if (!named.ok) return { ...named, place: 'revision' };
  const sound = checkRow(rows.at(-1), row, surroundings);
  return sound.ok ? { ok: true, rows: [...rows, row] } : sound;
}

/** Changes the newest revision; its name stays. */
export function changeNewest(
  rows: readonly RevisionRow[],
  row: Omit<RevisionRow, 'revision'>,
  surroundings: RevisionSurroundings,
): RowOutcome<{ rows: RevisionRow[] }> {
  const newest = rows.at(-1);
  if (!newest) return refuse('The drawing has no revision yet.');
  const changed = { ...row, revision: newest.revision };
  const sound = checkRow(rows.at(-2), changed, surroundings);
  return sound.ok ? { ok: true, rows: [...rows.slice(0, -1), changed] } : sound;
}

/** Takes the newest revision back; no other can be. */
export function withdrawNewest(rows: readonly RevisionRow[], revision: string): Outcome<{ rows: RevisionRow[] }> {
  const newest = rows.at(-1);
  if (!newest) return refuse('The drawing has no revision yet.');
  if (newest.revision !== revision)
    return refuse(`Only the newest revision, ${newest.revision}, can be withdrawn; ${revision} stays.`);
  return { ok: true, rows: rows.slice(0, -1) };
}

function checkRow(
  before: RevisionRow | undefined,
  row: RevisionRow,
  { today, zones }: RevisionSurroundings,
): RowOutcome<object> {
  const date = (reason: string): RowRefusal => ({ ...refuse(reason), place: 'date' });
  if (row.date > today) return date(`${row.date} is in the future; today is ${today}.`);
  if (before && row.date < before.date)
    return date(`${row.date} is before revision ${before.revision}, which is of ${before.date}.`);
  for (const zone of row.zones) {
    const found = checkZone(zone, zones);
    if (!found.ok) return { ...found, place: 'zones' };
  }
  return { ok: true };
}

/** What is wrong with the zones that revisions name, in words: a sheet may have lost them since. */
export const zoneTroubles = (rows: readonly RevisionRow[], sheets: RevisionSurroundings['zones']): string[] =>
  rows.flatMap(({ revision, zones }) =>
    zones.flatMap((zone) => {
      const found = checkZone(zone, sheets);
      return found.ok ? [] : [`Revision ${revision} names zone ${zone}. ${found.reason}`];
    }),
  );

const ZONE = /^(?:(\d+)-)?([A-Z]{1,2})(\d{1,2})$/;

function checkZone(zone: string, sheets: RevisionSurroundings['zones']): Outcome<object> {
  const match = ZONE.exec(zone);
  if (!match) return refuse(`“${zone}” is no zone; write B4, or 2-B4 for sheet 2.`);
  const [, sheet = '1', letter, numeral] = match;
  const there = sheets[Number(sheet) - 1];
  if (!there) return refuse(`There is no sheet ${sheet}; the drawing has ${sheets.length}.`);
  if (there.letters.includes(letter!) && there.numerals.includes(numeral!)) return { ok: true };
  const span = (labels: readonly string[]) => `${labels[0]} to ${labels.at(-1)}`;
  return there.letters.length === 0 || there.numerals.length === 0
    ? refuse(`Sheet ${sheet} has no zones.`)
    : refuse(
        `Sheet ${sheet} has no zone ${letter}${numeral}; it has ${span(there.letters)} and ${span(there.numerals)}.`,
      );
}
