import type { Occt } from 'occt-import-js';
import { type Outcome, refuse } from '../refusal';
import { readModelFiles } from './reading-files';
import type { Shape } from './shape';

/** Measures the shape of a model in a STEP file: of the product of its name, or of the only one that there is. */
export async function readShapeFile(
  occt: Occt,
  file: string,
  bytes: Uint8Array,
  model: string,
): Promise<Outcome<{ shape: Shape }>> {
  const read = await readModelFiles([{ name: file, bytes }], [], () => Promise.resolve(occt));
  if (!read.ok) return read;
  const { models, rows } = read;
  const own = models.find(({ name }) => name === model) ?? (models.length === 1 ? models[0] : undefined);
  if (!own) return refuse(`${file} has no product ${model}.`);
  if (own.shape) return { ok: true, shape: own.shape };
  return refuse(`${file}: ${rows.flatMap(({ problems }) => problems)[0] ?? 'It has no shape.'}`);
}
