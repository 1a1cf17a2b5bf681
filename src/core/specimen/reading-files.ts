import { decoded, readTable } from '../exchange/table';
import { issueInWords } from '../format/reading';
import type { PropertyDefinition } from '../property/definition';
import { type Outcome, refuse } from '../refusal';
import { z } from 'zod';
import { type ReadModels, readModels, specimenId } from './reading-table';
import { Specimen, readSpecimen } from './specimen';
import { Values } from '../property/value';
import { ModelKind } from '../property/facts';

/** How deep JSON may be nested. */
const DEEPEST = 40;

/** A model as the office's model store writes it. */
const StoredModel = z.object({
  id: z.string().optional(),
  name: z.string().trim().min(1),
  kind: ModelKind.optional(),
  properties: Values,
  variants: z.array(z.object({ name: z.string(), properties: Values })).optional(),
  components: z.array(z.object({ model: z.string(), variant: z.string().optional(), quantity: z.number() })).optional(),
});

/** Reads models from files, CSV or JSON by their ending. Refused with the file's name when one cannot be read as a whole. */
export function readModelFiles(
  files: readonly { name: string; bytes: Uint8Array }[],
  properties: readonly PropertyDefinition[],
): Outcome<ReadModels> {
  const all: ReadModels = { columns: [], rows: [], models: [] };
  for (const { name, bytes } of files) {
    const read = /\.json$/i.test(name) ? readJson(bytes) : readCsv(bytes, properties);
    if (!read.ok) return refuse(`${name}: ${read.reason}`);
    all.rows.push(...read.rows);
    all.models.push(...read.models);
    for (const column of read.columns) {
      if (!all.columns.some(({ header }) => header === column.header)) all.columns.push(column);
    }
  }
  return { ok: true, ...all };
}

function readCsv(bytes: Uint8Array, properties: readonly PropertyDefinition[]): Outcome<ReadModels> {
  const table = readTable(bytes);
  return table.ok ? readModels(table.table, properties) : table;
}

/** Reads a model, or a list of models, as JSON: as the model store writes them, or as specimen files. */
function readJson(bytes: Uint8Array): Outcome<ReadModels> {
  const text = decoded(bytes);
  if (!text.ok) return text;
  if (depth(text.text) > DEEPEST) return refuse(`It is nested more than ${DEEPEST} deep; that is no file of models.`);
  let json: unknown;
  try {
    json = JSON.parse(text.text);
  } catch (error) {
    return refuse(`It is not JSON: ${(error as Error).message}.`);
  }
  const result: ReadModels = { columns: [], rows: [], models: [] };
  (Array.isArray(json) ? json : [json]).forEach((one, i) => {
    const read = modelFrom(one);
    const row = { line: i + 1, variant: '', values: {} };
    if (read.ok) {
      result.models.push(read.specimen);
      result.rows.push({ ...row, model: read.specimen.name, problems: [], refused: false });
    } else result.rows.push({ ...row, model: '', problems: [read.reason], refused: true });
  });
  return { ok: true, ...result };
}

function modelFrom(json: unknown): Outcome<{ specimen: Specimen }> {
  if (Specimen.shape.kind.safeParse((json as { kind?: unknown } | null)?.kind).success) return readSpecimen(json);
  const parsed = StoredModel.safeParse(json);
  if (!parsed.success) return refuse(issueInWords(parsed.error, 'The model'));
  const { id, name, kind, properties, variants = [], components = [] } = parsed.data;
  return readSpecimen({
    kind: 'zonograph/specimen',
    version: 1,
    id: id ?? specimenId(name),
    name,
    model: kind ?? (components.length > 0 ? 'assembly' : 'part'),
    values: properties,
    variants: variants.map((variant) => ({ name: variant.name, values: variant.properties })),
    components: components.map(({ model, ...rest }) => ({ specimen: model, ...rest })),
  });
}

/** How deep brackets are nested in a JSON text, outside of its strings. */
function depth(text: string): number {
  let [now, most, inside] = [0, 0, false];
  for (let i = 0; i < text.length; i++) {
    const c = text[i];
    if (inside) {
      if (c === '\\') i++;
      else if (c === '"') inside = false;
    } else if (c === '"') inside = true;
    else if (c === '{' || c === '[') most = Math.max(most, ++now);
    else if (c === '}' || c === ']') now--;
  }
  return most;
}
