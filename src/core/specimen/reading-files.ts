import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import type { Occt } from 'occt-import-js';
import { decoded, readTable } from '../exchange/table';
import { issueInWords } from '../format/issue-words';
import type { PropertyDefinition } from '../property/definition';
import { type Outcome, refuse } from '../refusal';
import { z } from 'zod';
import { readStepProducts } from './reading-step';
import { specimenId } from '../named-id';
import { type Doubt, type ReadModels, columnAs, readModels } from './reading-table';
import type { WritingHabits } from './written-numbers';
import { stepShapes } from './step-shapes';
import { Specimen, readSpecimen } from './specimen';
import { Values } from '../property/value';
import { ModelKind } from '../property/facts';

/** How deep JSON may be nested. */
const DEEPEST = 40;
/** The largest STEP file that is read, in bytes. */
export const LARGEST_STEP = 50 * 1024 * 1024;

/** A model as the office's model store writes it. */
const StoredModel = z.object({
  id: z.string().optional(),
  name: z.string().trim().min(1),
  kind: ModelKind.optional(),
  properties: Values,
  variants: z.array(z.object({ name: z.string(), properties: Values })).optional(),
  components: z.array(z.object({ model: z.string(), variant: z.string().optional(), quantity: z.number() })).optional(),
});

/** What reads shapes, opened when the first file needs it. */
export type OpenShapes = () => Promise<Occt>;

/**
 * Reads models from files, CSV, JSON or STEP by their ending. Refused with the file's name when one cannot be read as a whole.
 *
 * @param opened what reads the shapes of STEP files; without it they are read without shape
 * @param progress is told how many files are read
 * @param habits how tables write numbers and dates, where they do not show it themselves
 */
export async function readModelFiles(
  files: readonly { name: string; bytes: Uint8Array }[],
  properties: readonly PropertyDefinition[],
  opened?: OpenShapes,
  progress?: (read: number) => void,
  habits: WritingHabits = {},
): Promise<Outcome<ReadModels>> {
  const all: ReadModels & { doubts: Doubt[] } = { columns: [], rows: [], models: [], shapes: [], doubts: [] };
  for (const [i, { name, bytes }] of files.entries()) {
    progress?.(i);
    const read = await readOne(name, bytes, properties, opened, habits);
    if (!read.ok) return refuse(`${name}: ${read.reason}`);
    all.rows = all.rows.concat(read.rows);
    all.models = all.models.concat(read.models);
    all.shapes = all.shapes.concat(read.shapes);
    all.doubts = all.doubts.concat(read.doubts ?? []);
    for (const column of read.columns) {
      if (!all.columns.some(({ header }) => header === column.header)) all.columns.push(column);
    }
  }
  return { ok: true, ...all };
}

async function readOne(
  name: string,
  bytes: Uint8Array,
  properties: readonly PropertyDefinition[],
  opened: OpenShapes | undefined,
  habits: WritingHabits,
): Promise<Outcome<ReadModels>> {
  if (/\.json$/i.test(name)) return readJson(bytes);
  if (/\.(step|stp)$/i.test(name)) return readStep(name, bytes, properties, await opened?.());
  return readCsv(bytes, properties, habits);
}

/** Reads the products of a STEP file, each with what is measured of its shape. */
function readStep(
  file: string,
  bytes: Uint8Array,
  properties: readonly PropertyDefinition[],
  occt: Occt | undefined,
): Outcome<ReadModels> {
  if (bytes.length > LARGEST_STEP) return refuse('It is over 50 MB; at most 50 MB are read.');
  const read = readStepProducts(new TextDecoder().decode(bytes), file);
  if (!read.ok) return read;
  const shapes = occt ? stepShapes(occt, bytes) : undefined;
  const hash = bytesToHex(sha256(bytes));
  const result: ReadModels = { columns: [], rows: [], models: [], shapes: [] };
  read.products.forEach(({ product, model }, i) => {
    const row = { line: i + 1, model: model.name, variant: '', values: model.values, refused: false };
    const problems = shapes && !shapes.ok ? [shapes.reason] : [];
    const measured = shapes?.ok ? shapes.shapes.get(product) : undefined;
    if (shapes?.ok && !measured && model.model === 'part')
      problems.push(
        shapes.shapes.has(product)
          ? 'Its faces do not close, or differ between products of that name: it has no volume.'
          : 'It has no solid.',
      );
    result.rows.push({ ...row, problems });
    const which = read.products.length > 1 ? { product } : {};
    result.models.push(measured ? { ...model, shape: { hash, file, ...which, ...measured } } : model);
  });
  for (const header of new Set(result.models.flatMap(({ values }) => Object.keys(values))))
    result.columns.push(columnAs(header, properties));
  if (result.models.some(({ shape }) => shape)) result.shapes.push({ hash, file });
  return { ok: true, ...result };
}

function readCsv(
  bytes: Uint8Array,
  properties: readonly PropertyDefinition[],
  habits: WritingHabits,
): Outcome<ReadModels> {
  const table = readTable(bytes);
  return table.ok ? readModels(table.table, properties, habits) : table;
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
  const result: ReadModels = { columns: [], rows: [], models: [], shapes: [] };
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
