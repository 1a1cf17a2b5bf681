import type { z } from 'zod';
import type { ReleasedFormat, SheetAsked, writtenSheet } from '../../contract/programs';
import { dxfPrompts } from '../../core/exchange/dxf-prompts';
import { type Frozen, definitionsOf, frozenFacts, propertiesPrinted } from '../../core/edition/snapshot';
import { lengthAt } from '../../core/format/length-value';
import { findSize } from '../../core/format/sheet';
import type { Facts } from '../../core/property/facts';
import { languageOf } from '../../core/property/language';
import { matchedName } from '../../core/property/names';
import type { Values } from '../../core/property/value';
import { type Composed } from '../../core/scene/compose';
import { composePlanned, planSheets } from '../../core/scene/planning';
import { type Resources, resourcesFor } from '../../core/scene/resources';
import { database } from '../database';
import { type FormatInForce, formatsInForce } from '../repositories/formats';
import type { SheetFiles } from '../../core/exchange/sheet-files';
import type { ExportedFile } from '../../core/exchange/written-sheets';
import { writeSheets } from './writing';
import { asReleased } from './export';
import { snapshotOf } from './frozen';
import { hiddenFormats } from './gate';
import { ServiceError } from './service-error';
import { sheetResources } from './sheet-resources';
import { officeToday } from './today';

/** A format as it was released, in the edition that counts today. */
interface Released {
  id: string;
  name: string;
  description: string;
  edition: number;
  frozen: Frozen;
}

/** What other programs are told of an edition beside its names; of a snapshot, which never changes. */
type Told = Pick<ReleasedFormat, 'sizes' | 'properties' | 'asks'>;

/** What has been told of editions, by their snapshots: no list reads all of them anew. */
const told = new Map<string, Told>();
const MOST_TOLD = 5000;

/** All formats that drawings may be made on today, as other programs see them. */
export async function releasedFormats(): Promise<ReleasedFormat[]> {
  const hidden = new Set(await hiddenFormats(database, 'program'));
  const formats: ReleasedFormat[] = [];
  // One after another: an office with hundreds of formats leaves connections to others.
  for (const { snapshot, ...about } of await formatsInForce(database, await officeToday(database))) {
    if (hidden.has(about.id)) continue;
    const known = told.get(snapshot) ?? toldOf(await snapshotOf(database, snapshot, calledIn(about)));
    if (told.size < MOST_TOLD) told.set(snapshot, known);
    formats.push({ ...about, ...known });
  }
  return formats;
}

const calledIn = ({ name, edition }: Pick<FormatInForce, 'name' | 'edition'>) => `Edition ${edition} of “${name}”`;

function toldOf({ document, properties }: Frozen): Told {
  const printed = propertiesPrinted(document);
  return {
    sizes: document.sizes.map(({ id, name, width, height }) => ({
      id,
      name,
      width: lengthAt(width, id),
      height: lengthAt(height, id),
    })),
    properties: properties
      .filter(({ id }) => printed.has(id))
      .map(({ id, name, type, source }) => ({ id, name, type, source })),
    asks: document.asked.map(({ key, name, prompt, required }) => ({ key, name, prompt, required })),
  };
}

/** A format in the edition that counts today. @throws ServiceError 404 */
async function released(id: string): Promise<Released> {
  const hidden = await hiddenFormats(database, 'program');
  const [found] = hidden.includes(id) ? [] : await formatsInForce(database, await officeToday(database), id);
  if (!found)
    throw new ServiceError(404, 'There is no such format, or none of its editions is released and counts today.');
  const { snapshot, ...about } = found;
  return { ...about, frozen: await snapshotOf(database, snapshot, calledIn(about)) };
}

/** The values that were sent, by whom they are given: of the model and of the drawing. @throws ServiceError 422 for a name that nothing has */
function sorted({ document, properties }: Frozen, values: Values): { model: Values; drawing: Values } {
  const byName = new Map<string, { id: string; source: 'model' | 'drawing' }>();
  const note = (name: string, id: string, source: 'model' | 'drawing') => {
    const key = matchedName(name);
    if (!byName.has(key)) byName.set(key, { id, source });
  };
  for (const { key, name } of document.asked) for (const one of [key, name]) note(one, key, 'drawing');
  const sent = properties.filter(({ source }) => source === 'model' || source === 'drawing');
  for (const { id, name, source } of sent) for (const one of [id, name]) note(one, id, source as 'model' | 'drawing');
  for (const { id, aliases, source } of sent) for (const one of aliases) note(one, id, source as 'model' | 'drawing');
  const result = { model: {} as Values, drawing: {} as Values };
  const unknown: string[] = [];
  for (const [name, value] of Object.entries(values)) {
    const found = byName.get(matchedName(name));
    if (found) result[found.source][found.id] = value;
    else unknown.push(name);
  }
  if (unknown.length > 0)
    throw new ServiceError(422, `The format prints nothing named ${unknown.map((name) => `“${name}”`).join(', ')}.`, {
      unknown,
    });
  return result;
}

/** A sheet composed as it was asked for. @throws ServiceError 404, 422 */
async function composed(
  id: string,
  asked: z.output<typeof SheetAsked>,
): Promise<{ sheet: Composed; one: Released; facts: Facts; resources: Resources; files: SheetFiles }> {
  const one = await released(id);
  const { frozen } = one;
  const size = findSize(frozen.document, asked.size);
  if (!size.ok) throw new ServiceError(422, size.reason);
  const { model, drawing } = sorted(frozen, asked.values);
  const { drawing: _, revisions: __, ...office } = frozenFacts(frozen);
  const facts: Facts = {
    ...office,
    purpose: 'drawing',
    model: { name: 'what was sent', kind: asked.kind, values: model },
    drawing: { name: 'what was sent', values: drawing },
    definitions: definitionsOf(frozen.properties),
    today: await officeToday(database),
  };
  const { resources, files } = await sheetResources(database, [frozen.document], facts, frozen.properties);
  const sheet = { document: frozen.document, sizeId: size.sizeId, scale: asked.scale ?? frozen.scale, facts };
  const { number, total } = asked.sheet;
  if (number > total) throw new ServiceError(422, `There is no sheet ${number} of ${total}.`);
  const sheets = planSheets(
    Array.from({ length: total }, () => sheet),
    resources,
    { show: asked.show },
  );
  const made = composePlanned(sheets[number - 1]!, resources, { show: asked.show });
  if (!made.ok) throw new ServiceError(422, made.reason);
  return { sheet: made, one, facts, resources, files };
}

/** A sheet as a file. */
export async function sheetFor(id: string, asked: z.output<(typeof writtenSheet)['body']>): Promise<ExportedFile> {
  const { sheet, one, facts, resources, files } = await composed(id, asked);
  const { scene, report } = sheet;
  const title = `${one.name}, ${report.sheet.name}`;
  const prompts = dxfPrompts(one.frozen.document, resourcesFor(facts, resources).properties);
  const details = { title, date: facts.today, language: languageOf(facts) };
  return writeSheets(
    [{ scene: asReleased(scene, one.frozen), report, prompts }],
    asked.as,
    details,
    files,
    one.frozen.profile.document,
  );
}

export const reportFor = async (id: string, asked: z.output<typeof SheetAsked>) =>
  (await composed(id, asked)).sheet.report;
