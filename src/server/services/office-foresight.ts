import { deepEqual } from 'fast-equals';
import type { ForeseenDrawing, ForeseenValue } from '../../contract/places';
import { withKept } from '../../core/drawing/kept-office';
import { type DrawingSources, editionsOf, planDrawing } from '../../core/drawing/sheets';
import { findingWords } from '../../core/findings/words';
import { linksByProperty } from '../../core/format/usage';
import type { Value } from '../../core/property/value';
import { composePlanned } from '../../core/scene/planning';
import type { Resources } from '../../core/scene/resources';
import { type Database, database } from '../database';
import { type DrawingRow, findDrawings, inWorkWith, keepOffice } from '../repositories/drawings';
import { findEditions } from '../repositories/formats';
import { type ValuePlace, findPlaces } from '../repositories/value-places';
import { drawingAtHand, resourcesAt } from './drawing-sources';
import { frozenOf } from './frozen';
import { ServiceError } from './service-error';

/** Drawings that are composed before a value of the office is changed; of more it is said that they were not looked at. */
const MOST_LOOKED_AT = 40;
/** Drawings on which something no longer fits that are named. */
const MOST_NAMED = 12;
/** Drawings that are read from the database at once. */
const AT_ONCE = 200;

type OfOffice = ValuePlace & { source: 'organisation' | 'project' };

/**
 * What a value of a site or a project would do to drawings in work: how many print it, of how many of these signatures are removed, and on
 * which something no longer fits.
 */
export async function foreseeValue(
  id: string,
  { property, value }: { property: string; value: Value | null },
): Promise<ForeseenValue> {
  const place = (await findPlaces(database, [id])).get(id);
  if (!place || place.source === 'drawing') throw new ServiceError(404, 'That is no longer in the office.');
  const drawings = await printing(database, place as OfOffice, property);
  const beyond = drawings.slice(MOST_LOOKED_AT);
  const printed: DrawingRow[] = [];
  const worse: ForeseenDrawing[] = [];
  for (const row of drawings.slice(0, MOST_LOOKED_AT)) {
    const { prints, lost } = await lookAhead(row, place.source, property, value);
    if (prints) printed.push(row);
    if (lost) worse.push(lost);
  }
  const all = [...printed, ...beyond];
  return {
    drawings: all.length,
    signed: all.filter(({ signatures }) => signatures.length > 0).length,
    lookedAt: printed.length,
    worse: worse.length,
    named: worse.slice(0, MOST_NAMED),
  };
}

/** Has the drawings in work that print a value of a site or a project keep it as it was. @returns how many */
export async function keepForDrawings(
  db: Database,
  place: OfOffice,
  property: string,
  before: Value | undefined,
): Promise<number> {
  const drawings = await printing(db, place, property);
  for (const { id, keptOffice } of drawings)
    await keepOffice(db, id, {
      ...keptOffice,
      [place.source]: { ...keptOffice[place.source], [property]: before ?? null },
    });
  return drawings.length;
}

/** The drawings in work that print a property of a site or a project as it is now, the newest first. */
async function printing(db: Database, place: OfOffice, property: string): Promise<DrawingRow[]> {
  const ids = await inWorkWith(db, place);
  const linking = new Map<string, boolean>();
  const found: DrawingRow[] = [];
  for (let i = 0; i < ids.length; i += AT_ONCE) {
    const batch = ids.slice(i, i + AT_ONCE);
    const rows = await findDrawings(db, batch);
    const unknown = [...new Set([...rows.values()].flatMap(editionsOf))].filter((id) => !linking.has(id));
    for (const edition of (await findEditions(db, unknown)).values()) {
      const { document } = (await frozenOf(db, edition)) ?? edition;
      linking.set(edition.id, linksByProperty(document).has(property));
    }
    for (const id of batch) {
      const row = rows.get(id);
      if (!row || property in (row.keptOffice[place.source] ?? {})) continue;
      if (editionsOf(row).some((edition) => linking.get(edition))) found.push(row);
    }
  }
  return found;
}

/** Whether a drawing prints a value, as it is or as it would be, and what no longer fits on it with another one. */
async function lookAhead(
  row: DrawingRow,
  source: OfOffice['source'],
  property: string,
  value: Value | null,
): Promise<{ prints: boolean; lost?: ForeseenDrawing }> {
  const at = await drawingAtHand(database, row);
  const { resources } = await resourcesAt(database, at);
  const place = at.sources.facts[source];
  const changed: DrawingSources = {
    ...at.sources,
    facts: {
      ...at.sources.facts,
      [source]: { name: place?.name ?? '', values: withKept(place?.values ?? {}, { [property]: value }) },
    },
  };
  const [before, after] = [at.sources, changed].map((sources) => composedSheets(row, sources, resources));
  const prints = [...before!, ...after!].some(({ cells }) =>
    cells.some(({ trace }) => trace.some((one) => one.property === property)),
  );
  const come = after!.flatMap(({ sheet, blocking }) =>
    blocking
      .filter(
        (one) =>
          !before!.some(
            (other) =>
              other.sheet === sheet &&
              other.blocking.some(({ code, place: at }) => code === one.code && deepEqual(at, one.place)),
          ),
      )
      .map((finding) => ({ sheet, finding })),
  );
  const [first] = come;
  return {
    prints,
    ...(first && {
      lost: { id: row.id, number: row.number, sheet: first.sheet, says: findingWords(first.finding) },
    }),
  };
}

/** The sheets of a drawing: their numbers, what prints, and what blocks. */
function composedSheets(row: DrawingRow, sources: DrawingSources, resources: Resources) {
  return planDrawing(row, sources, resources).flatMap((planned) => {
    const composed = composePlanned(planned, resources);
    if (!composed.ok) return [];
    const { cells, findings } = composed.report;
    const blocking = findings.filter(({ weight, accepted }) => weight === 'blocks release' && accepted === undefined);
    return [{ sheet: planned.place.number, cells, blocking }];
  });
}
