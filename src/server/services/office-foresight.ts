import { deepEqual } from 'fast-equals';
import type { ForeseenDrawing, ForeseenValue } from '../../contract/places';
import { withKept } from '../../core/drawing/kept-office';
import { type DrawingSources, planDrawing } from '../../core/drawing/sheets';
import type { Finding } from '../../core/findings/finding';
import { findingWords } from '../../core/findings/words';
import { linksByProperty } from '../../core/format/usage';
import type { Value } from '../../core/property/value';
import { composePlanned } from '../../core/scene/planning';
import type { Resources } from '../../core/scene/resources';
import { type Database, database } from '../database';
import { type DrawingRow, findDrawings, inWorkWith, keepOffice } from '../repositories/drawings';
import { findEditions } from '../repositories/formats';
import { type ValuePlace, findPlaces } from '../repositories/value-places';
import { drawingAtHand, editionsOf, resourcesAt } from './drawing-sources';
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
  const worse: ForeseenDrawing[] = [];
  for (const row of drawings.slice(0, MOST_LOOKED_AT)) {
    const lost = await noLongerFits(row, place.source, { [property]: value });
    if (lost) worse.push(lost);
  }
  return {
    drawings: drawings.length,
    signed: drawings.filter(({ signatures }) => signatures.length > 0).length,
    lookedAt: Math.min(drawings.length, MOST_LOOKED_AT),
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

/** What no longer fits on a drawing with another value; undefined when nothing becomes worse. */
async function noLongerFits(
  row: DrawingRow,
  source: OfOffice['source'],
  change: Record<string, Value | null>,
): Promise<ForeseenDrawing | undefined> {
  const at = await drawingAtHand(database, row);
  const { resources } = await resourcesAt(database, at);
  const place = at.sources.facts[source];
  const changed: DrawingSources = {
    ...at.sources,
    facts: {
      ...at.sources.facts,
      [source]: { name: place?.name ?? '', values: withKept(place?.values ?? {}, change) },
    },
  };
  const before = blocking(row, at.sources, resources);
  const come = blocking(row, changed, resources).filter(
    (one) => !before.some((other) => one.code === other.code && deepEqual(one.place, other.place)),
  );
  return come.length === 0
    ? undefined
    : { id: row.id, number: row.number, sheet: come[0]!.sheet, says: findingWords(come[0]!) };
}

/** What blocks on the sheets of a drawing. */
function blocking(row: DrawingRow, sources: DrawingSources, resources: Resources): (Finding & { sheet: number })[] {
  return planDrawing(row, sources, resources).flatMap((planned) => {
    const composed = composePlanned(planned, resources);
    if (!composed.ok) return [];
    return composed.report.findings
      .filter(({ weight, accepted }) => weight === 'blocks release' && accepted === undefined)
      .map((finding) => ({ ...finding, sheet: planned.place.number }));
  });
}
