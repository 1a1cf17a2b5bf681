import { createHash } from 'node:crypto';
import { readStepText } from '../../core/exchange/step-text';
import { LARGEST_STEP } from '../../core/specimen/reading-files';
import { database } from '../database';
import { findShape, keepShape } from '../repositories/shapes';
import { ServiceError } from './service-error';

/** Keeps the file that a model's shape was read from, by its hash. Refused when it is no whole STEP file. */
export async function takeShape(name: string, bytes: Uint8Array): Promise<{ hash: string }> {
  if (bytes.length > LARGEST_STEP) throw new ServiceError(422, `${name} is over 50 MB; at most 50 MB are taken.`);
  const read = readStepText(new TextDecoder().decode(bytes));
  if (!read.ok) throw new ServiceError(422, `${name}: ${read.reason}`);
  const hash = createHash('sha256').update(bytes).digest('hex');
  await keepShape(database, hash, name, bytes);
  return { hash };
}

export async function shapeFile(hash: string): Promise<{ name: string; bytes: Uint8Array }> {
  const file = await findShape(database, hash);
  if (!file) throw new ServiceError(404, 'There is no such file of shapes.');
  return file;
}
