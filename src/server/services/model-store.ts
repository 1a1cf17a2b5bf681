import { createHash } from 'node:crypto';
import { deepEqual } from 'fast-equals';
import { z } from 'zod';
import type { StoreStatus } from '../../contract/specimens';
import { ModelKind } from '../../core/property/facts';
import { Values } from '../../core/property/value';
import { type Outcome, refuse } from '../../core/refusal';
import { modelChanges } from '../../core/specimen/changes';
import { NOTHING_KNOWN, joinSpecimens } from '../../core/specimen/joining';
import { LARGEST_STEP } from '../../core/specimen/reading-files';
import type { Shape } from '../../core/specimen/shape';
import { type Specimen, readSpecimen, withFormer } from '../../core/specimen/specimen';
import type { Actor } from '../actor';
import { database, transaction } from '../database';
import { changedModels, knownEtags, lastGiven, noteAsked, noteModel, storeState } from '../repositories/model-store';
import { findSpecimen, insertSpecimens, replaceSpecimen } from '../repositories/specimens';
import { keepShape } from '../repositories/shapes';
import { readUpload } from '../uploads/read-upload';
import { runNow } from '../repositories/jobs';
import { keepModels } from './kept-of-models';
import { dictionaryAtHand } from './models-at-hand';
import { ServiceError } from './service-error';
import { refuseCircles } from './specimens';

/** How long the store may take to answer, ms, and how much it may answer, characters. */
const PATIENCE_MS = 3000;
const LARGEST_ANSWER = 10_000_000;

const Listed = z.object({ id: z.string().min(1).max(80), etag: z.string().min(1).max(120) });
const List = z.array(Listed).max(100_000);

const StoreModel = z.object({
  id: z.string(),
  name: z.string(),
  kind: ModelKind,
  properties: Values,
  variants: z.array(z.object({ name: z.string(), properties: Values })),
  components: z.array(z.object({ model: z.string(), variant: z.string().optional(), quantity: z.number() })),
  /** The file of its shape, which the store gives under the model's address. */
  shape: z.object({ file: z.string().min(1).max(200), hash: z.string().regex(/^[0-9a-f]{64}$/) }).optional(),
});

/** Changes that are told one by one. */
const TOLD = 100;

const address = () => process.env.ZONOGRAPH_MODEL_STORE;

/** Whether the office has a model store to follow. */
export const isStoreFollowed = (): boolean => address() !== undefined;

/** Has the store asked as soon as a process is free to; answers what is known until then. */
export async function askStore(): Promise<StoreStatus> {
  await runNow(database, 'follow store');
  return storeStatus();
}

export async function storeStatus(): Promise<StoreStatus> {
  const [state, models] = await Promise.all([storeState(database), changedModels(database, TOLD)]);
  return { ...state, models, followed: isStoreFollowed() };
}

/**
 * Asks the model store what has changed and takes it over, model by model. A store that does not answer, or answers what
 * cannot be read, changes nothing: the last known values stay, and the status says since when.
 */
export async function followStore(actor: Actor): Promise<StoreStatus> {
  const base = address();
  if (base === undefined) return storeStatus();
  const list = await ask(`${base}/models`, List);
  if (!list.ok) {
    await noteAsked(database, list.reason);
    return storeStatus();
  }
  const known = await knownEtags(database);
  const refused: string[] = [];
  for (const { id, etag } of list.value) {
    if (known.get(id) === etag) continue;
    const address = `${base}/models/${encodeURIComponent(id)}`;
    const model = await ask(address, StoreModel);
    const shape = model.ok ? await shapeGiven(address, model.value) : undefined;
    const read = !model.ok ? model : shape?.ok === false ? shape : readSpecimen(asSpecimen(model.value));
    if (!read.ok) refused.push(`${id}: ${read.reason}`);
    else if (read.specimen.id !== id) refused.push(`${id}: it answers with the model ${read.specimen.id}.`);
    else {
      const taken = await takeOver(actor, read.specimen, etag, shape?.ok ? shape.shape : undefined);
      if (!taken.ok) refused.push(`${id}: ${taken.reason}`);
    }
  }
  await noteAsked(database, refused.length > 0 ? `Not taken over: ${refused.join(' ')}`.slice(0, 500) : undefined);
  return storeStatus();
}

function asSpecimen({ id, name, kind, properties, variants, components }: z.infer<typeof StoreModel>): Specimen {
  return {
    kind: 'zonograph/specimen',
    version: 1,
    id,
    name,
    model: kind,
    values: properties,
    variants: variants.map((variant) => ({ name: variant.name, values: variant.properties })),
    components: components.map(({ model, variant, quantity }) => ({
      specimen: model,
      quantity,
      ...(variant !== undefined && { variant }),
    })),
  };
}

/**
 * Takes a model over in one transaction with the note of its state, so that a change is neither lost nor told twice: what the
 * store changed since it was last heard. What was typed here besides stays, and a shape that was read from a file too, unless the store
 * gives another one.
 */
async function takeOver(actor: Actor, described: Specimen, etag: string, shape?: Shape): Promise<Outcome<object>> {
  const given: Specimen = { ...described, ...(shape && { shape }) };
  const work = transaction(async (db) => {
    const row = await findSpecimen(db, given.id);
    if (!row) {
      await insertSpecimens(db, [given]);
      await keepModels(db, actor, [given], await dictionaryAtHand(db));
      await noteModel(db, etag, given, ['New in the store.']);
      return refuseCircles(db, [given]);
    }
    const joined = joinSpecimens((await lastGiven(db, given.id)) ?? NOTHING_KNOWN, given, row.specimen).specimen;
    const specimen = withFormer(row.specimen, { ...joined, ...(shape && { shape }) });
    const changed = !deepEqual(row.specimen, specimen);
    // Somebody is just changing it: the next time the store is asked it is still news.
    if (changed && !(await replaceSpecimen(db, specimen, row.version))) return;
    if (changed) await keepModels(db, actor, [specimen], await dictionaryAtHand(db));
    await noteModel(db, etag, given, modelChanges(row.specimen, specimen));
    await refuseCircles(db, [specimen]);
  });
  return work.then(
    () => ({ ok: true }),
    (error: unknown) => {
      if (error instanceof ServiceError) return refuse(error.message);
      throw error;
    },
  );
}

/** How long the store may take to give a file of shapes, ms. */
const FILE_PATIENCE_MS = 20_000;

/** The shape that the store gives a model, where it is another one than the office has: its file is kept, and measured. */
async function shapeGiven(
  address: string,
  { id, name, shape }: z.infer<typeof StoreModel>,
): Promise<Outcome<{ shape?: Shape }>> {
  const known = (await findSpecimen(database, id))?.specimen;
  if (!shape || shape.hash === known?.shape?.hash) return { ok: true };
  const { file, hash } = shape;
  let bytes: Uint8Array<ArrayBuffer>;
  try {
    const response = await fetch(`${address}/shape`, {
      signal: AbortSignal.timeout(FILE_PATIENCE_MS),
      cache: 'no-store',
    });
    if (!response.ok) return refuse(`the store answers ${response.status} for its shape.`);
    bytes = new Uint8Array(await response.arrayBuffer());
  } catch {
    return refuse('the store does not give the file of its shape.');
  }
  if (bytes.length > LARGEST_STEP) return refuse(`${file} is over 50 MB; at most 50 MB are taken.`);
  if (createHash('sha256').update(bytes).digest('hex') !== hash)
    return refuse(`${file} is not what the store says it is.`);
  const read = await readUpload('shape', { file, bytes, model: known?.name ?? name }, 'model store');
  if (read.ok) await keepShape(database, hash, file, bytes);
  return read;
}

async function ask<T>(url: string, shape: z.ZodType<T>): Promise<Outcome<{ value: T }>> {
  let text: string;
  try {
    const response = await fetch(url, { signal: AbortSignal.timeout(PATIENCE_MS), cache: 'no-store' });
    if (!response.ok) return refuse(`The model store answers ${response.status}.`);
    text = await response.text();
  } catch {
    return refuse('The model store does not answer.');
  }
  if (text.length > LARGEST_ANSWER) return refuse('The model store answers more than can be taken at once.');
  try {
    const parsed = shape.safeParse(JSON.parse(text));
    return parsed.success
      ? { ok: true, value: parsed.data }
      : refuse('The model store’s answer is not what a model store answers.');
  } catch {
    return refuse('The model store’s answer is not JSON.');
  }
}
