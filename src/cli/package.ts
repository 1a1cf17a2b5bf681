import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { counted } from '../core/counted';
import { Stop } from './files';

export interface PackageOptions {
  in?: string;
  out?: string;
  formats?: string;
}

/** Packs formats or a whole office, or takes a package in. The server's part is loaded for this alone. */
export async function packing({ in: given, out, formats }: PackageOptions): Promise<void> {
  if (!process.env.ZONOGRAPH_DATABASE) throw new Stop('ZONOGRAPH_DATABASE is not set; it names the database.');
  if ((given === undefined) === (out === undefined)) throw new Stop('package needs --out to pack or --in to take in.');
  const { packageOf } = await import('../server/services/packing');
  const { lookInto, takeIn } = await import('../server/services/taking-in');
  const { ServiceError } = await import('../server/services/service-error');
  const { STANDARDS_DESK } = await import('../server/actor');
  const { closeDatabase } = await import('../server/database');
  try {
    if (out !== undefined) {
      const { content } = await packageOf(formats?.split(',').filter((id) => id !== ''));
      await mkdir(dirname(out), { recursive: true });
      await writeFile(out, content);
      console.log(`wrote ${out}`);
      return;
    }
    const bytes = await readFile(given!).catch(() => {
      throw new Stop(`${given} cannot be read.`);
    });
    const { items } = await lookInto(bytes);
    for (const { kind, name } of items.filter(({ status }) => status === 'clash'))
      console.log(`otherwise here, ours stays: ${kind} ${name}`);
    const { taken, kept } = await takeIn(STANDARDS_DESK, bytes, '{}');
    console.log(`${counted(taken, 'thing')} taken in, ${kept} left as they are`);
  } catch (error) {
    throw error instanceof ServiceError ? new Stop(error.message) : error;
  } finally {
    await closeDatabase();
  }
}
