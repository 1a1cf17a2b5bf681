import { mkdir, readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { counted } from '../core/counted';
import type * as Server from '../server/backing-up';
import { Stop, whole } from './files';
import { verify } from './verify';

/** Backups that a folder holds are named by their time, so that their names stand in the order of it. */
const NAMED = /^zonograph-\d{4}-\d\d-\d\dT\d\d-\d\d-\d\dZ\.sql\.gz$/;

function databaseNamed(): string {
  if (!process.env.ZONOGRAPH_DATABASE) throw new Stop('ZONOGRAPH_DATABASE is not set; it names the database.');
  return process.env.ZONOGRAPH_DATABASE;
}

/** Writes a backup into a file, or into a folder under its time, where `keep` says how many of them stay. */
export async function backup({ out, keep }: { out?: string; keep?: string }): Promise<void> {
  if (!out) throw new Stop('backup needs --out: a file, or a folder that is there.');
  const isFolder = out.endsWith('/') || (await stat(out).catch(() => undefined))?.isDirectory() === true;
  if (keep !== undefined && !isFolder) throw new Stop('--keep is for a folder of backups.');
  const kept = keep === undefined ? undefined : whole(keep, '--keep');
  if (isFolder) await mkdir(out, { recursive: true });
  const time = new Date().toISOString().slice(0, 19).replaceAll(':', '-');
  const file = isFolder ? join(out, `zonograph-${time}Z.sql.gz`) : out;
  const { bytes } = await inWords((server) => server.backUp(databaseNamed(), file));
  console.log(`wrote ${file}, ${(bytes / 1e6).toFixed(1)} MB`);
  if (kept === undefined) return;
  const old = (await readdir(out))
    .filter((name) => NAMED.test(name))
    .toSorted()
    .slice(0, -kept);
  for (const name of old) await rm(join(out, name));
  if (old.length > 0) console.log(`removed ${counted(old.length, 'older backup')}`);
}

/** Brings a backup into an empty database, and checks everything in it that is frozen. */
export async function restore({ in: file }: { in?: string }): Promise<void> {
  if (!file) throw new Stop('restore needs --in: the file of a backup.');
  const { made } = await inWords((server) => server.restore(databaseNamed(), file, 'db/migrations'));
  console.log(`restored what was there on ${made}`);
  await verify();
}

/** The server's part is loaded for this alone. */
async function inWords<T>(act: (server: typeof Server) => Promise<T>): Promise<T> {
  const server = await import('../server/backing-up');
  return act(server).catch((error: unknown) => {
    throw error instanceof server.BackupTrouble ? new Stop(error.message) : error;
  });
}
