import { readFile } from 'node:fs/promises';

/** What is said to whoever called, without a trace. */
export class Stop extends Error {}

export async function json(path: string): Promise<unknown> {
  const text = await readFile(path, 'utf8').catch(() => {
    throw new Stop(`${path} cannot be read.`);
  });
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new Stop(`${path} is not JSON: ${(error as Error).message}.`);
  }
}

export function whole(text: string, name: string): number {
  const value = Number(text);
  if (!Number.isInteger(value) || value < 1) throw new Stop(`${name} takes a whole number from 1, not “${text}”.`);
  return value;
}
