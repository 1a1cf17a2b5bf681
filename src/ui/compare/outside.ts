import { wrap } from 'comlink';
import type { FormatView } from '../../contract/formats';
import { definitionsOf } from '../../core/edition/snapshot';
import { type FormatPackage, picturesFiles, picturesIn, readPackage } from '../../core/exchange/package';
import { canonicalHash } from '../../core/format/canonical';
import type { PictureData } from '../../core/picture/picture';
import { profileFacts } from '../../core/profile/printed';
import { type Outcome, refuse } from '../../core/refusal';
import { revisionTableRow } from '../../core/revision/rows';
import type { PackageWorker } from '../../workers/package-worker';

/** What a file holds to be compared with a format of the office: editions, and the pictures that they show. They are looked at only. */
export interface Outside {
  editions: readonly FormatView[];
  pictures: ReadonlyMap<string, PictureData>;
  /** The files of those that are rasters, each with its address on this page until it is forgotten. */
  rasters: ReadonlyMap<string, { file: Blob; address: string }>;
}

/** Reads a format file or a package. Whatever editions it says it has, the office has none of them. */
export async function readOutside(file: File): Promise<Outcome<Outside>> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b;
  const read = isZip ? await packageIn(bytes) : formatIn(new TextDecoder().decode(bytes), file.name);
  return read.ok ? read : refuse(`${file.name}: ${read.reason}`);
}

function formatIn(text: string, name: string): Outcome<Outside> {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return refuse('It is not JSON, so it is no format file, and no ZIP, so it is no package.');
  }
  const read = readPackage(json);
  if (!read.ok) return read;
  const pictures = picturesIn(read.package);
  return {
    ok: true,
    editions: [viewOf(read.package, name)],
    pictures,
    rasters: rastersOf(picturesFiles(read.package), pictures),
  };
}

/** Gives files of raster pictures addresses on this page. */
const rastersOf = (files: ReadonlyMap<string, Uint8Array>, pictures: ReadonlyMap<string, PictureData>) =>
  new Map(
    [...files].flatMap(([hash, bytes]) => {
      const picture = pictures.get(hash);
      if (picture?.kind !== 'raster') return [];
      const file = new Blob([bytes.slice()], { type: `image/${picture.type}` });
      return [[hash, { file, address: URL.createObjectURL(file) }] as const];
    }),
  );

/** Lets go of what a file held that is not looked at any more. */
export function forget({ rasters }: Outside): void {
  for (const { address } of rasters.values()) URL.revokeObjectURL(address);
}

async function packageIn(bytes: Uint8Array): Promise<Outcome<Outside>> {
  const worker = new Worker(new URL('../../workers/package-worker.ts', import.meta.url), { type: 'module' });
  const broken = new Promise<Outcome<never>>((done) => {
    worker.addEventListener('error', () => done(refuse('Reading broke off.')), { once: true });
  });
  try {
    const read = await Promise.race([wrap<PackageWorker>(worker).read(bytes), broken]);
    if (!read.ok) return read;
    const editions = read.editions.map(({ id, name, number, state, document, facts, scale }): FormatView => {
      const edition = { id: `file ${id}`, number, state, version: 1, hash: canonicalHash(document), document };
      return { id: 'file', name, edition, facts, scale, lockedFor: 'It is in a file.' };
    });
    if (editions.length === 0) return refuse('There is no format in this package.');
    const { pictures, files } = read;
    return { ok: true, editions, pictures, rasters: rastersOf(files, pictures) };
  } finally {
    worker.terminate();
  }
}

function viewOf(given: FormatPackage, name: string): FormatView {
  const { format: document, properties, organisation, project, profile, rules, sample } = given;
  return {
    id: 'file',
    name,
    edition: { id: 'file', number: 1, state: 'released', version: 1, hash: canonicalHash(document), document },
    facts: {
      organisation,
      project,
      drawing: sample.drawing,
      ...(sample.revisions && { revisions: sample.revisions.map(revisionTableRow) }),
      today: sample.today,
      ...profileFacts({ ...profile, rules }),
      definitions: definitionsOf(properties),
    },
    scale: sample.scale,
  };
}
