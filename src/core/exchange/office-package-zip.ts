import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { unzipSync, zipSync } from 'fflate';
import { z } from 'zod';
import { canonicalJson } from '../format/canonical';
import { issueInWords } from '../format/issue-words';
import { type Outcome, refuse } from '../refusal';
import { type OfficePackage, PACKAGE_VERSION, PackageContents } from './office-package';
import { unsoundIn } from './package-soundness';

/** Most bytes of a package, unpacked, and most files in it. */
const LARGEST = 400 * 1024 * 1024;
const MOST_FILES = 20_000;
/** More than so many times its packed size no honest file unpacks to. */
const MOST_TIMES = 200;

const INDEX = 'package.json';
const FILE_NAME = /^(snapshots\/([0-9a-f]{64})\.json|(pictures|fonts)\/([0-9a-f]{64}))$/;

const hashOf = (bytes: Uint8Array): string => bytesToHex(sha256(bytes));

/** Writes a package as a ZIP: `package.json`, and a file for each snapshot, raster picture and font. The same contents are the same bytes. */
export function writeOfficePackage({ contents, snapshots, pictures, fonts }: OfficePackage): Uint8Array {
  const files: Record<string, Uint8Array> = {};
  for (const [hash, text] of snapshots) files[`snapshots/${hash}.json`] = new TextEncoder().encode(text);
  for (const [hash, bytes] of pictures) files[`pictures/${hash}`] = bytes;
  for (const [hash, bytes] of fonts) files[`fonts/${hash}`] = bytes;
  const sorted = Object.entries(files).sort(([a], [b]) => (a < b ? -1 : 1));
  const hashes = Object.fromEntries(sorted.map(([path, bytes]) => [path, hashOf(bytes)]));
  const index = { kind: 'zonograph/office-package', version: PACKAGE_VERSION, ...contents, files: hashes };
  const zipped = { [INDEX]: new TextEncoder().encode(canonicalJson(index) + '\n'), ...Object.fromEntries(sorted) };
  return zipSync(zipped, { mtime: new Date(1980, 0, 1), level: 6 });
}

/** Reads a package. Refused for what is no package, is of a newer version, is larger than one may be, or whose files are not what it says. */
export function readOfficePackage(bytes: Uint8Array): Outcome<{ package: OfficePackage }> {
  const unpacked = unpack(bytes);
  if (!unpacked.ok) return unpacked;
  const { [INDEX]: index, ...files } = unpacked.files;
  if (!index) return refuse('This ZIP is no Zonograph package: it has no package.json.');
  let json: unknown;
  try {
    json = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(index));
  } catch {
    return refuse('The package.json of this package is not JSON: the package is damaged.');
  }
  const head = z.looseObject({ kind: z.literal('zonograph/office-package'), version: z.int() }).safeParse(json);
  if (!head.success) return refuse('This ZIP is no Zonograph package: its package.json says something else.');
  if (head.data.version > PACKAGE_VERSION)
    return refuse(
      `The package is of version ${head.data.version}, from a newer Zonograph; this one reads up to ${PACKAGE_VERSION}.`,
    );
  const parsed = PackageContents.safeParse(json);
  if (!parsed.success) return refuse(issueInWords(parsed.error, 'The package'));
  const { files: hashes, kind: _, version: __, ...contents } = parsed.data;
  const missing = Object.keys(hashes).find((path) => !files[path]);
  if (missing !== undefined) return refuse(`The package names ${missing} and does not hold it: it is damaged.`);
  const result = {
    snapshots: new Map<string, string>(),
    pictures: new Map<string, Uint8Array>(),
    fonts: new Map<string, Uint8Array>(),
  };
  for (const [path, content] of Object.entries(files)) {
    const hash = hashOf(content);
    const [, , snapshot, folder, own] = FILE_NAME.exec(path)!;
    if (hashes[path] !== hash || (snapshot ?? own) !== hash)
      return refuse(`${path} is not what the package says it is: its hash is another one. Nothing was taken in.`);
    if (snapshot !== undefined) result.snapshots.set(hash, new TextDecoder().decode(content));
    else result[folder as 'pictures' | 'fonts'].set(hash, content);
  }
  const why = lacksIn(contents, result) ?? unsoundIn({ contents, snapshots: result.snapshots });
  return why === undefined ? { ok: true, package: { contents, ...result } } : refuse(why);
}

/** What a package refers to and does not hold; undefined for a whole one. */
function lacksIn(
  contents: OfficePackage['contents'],
  { snapshots, pictures, fonts }: Omit<OfficePackage, 'contents'>,
): string | undefined {
  const profiles = new Set(contents.profiles.map(({ id }) => id));
  const places = new Set(contents.places.map(({ id }) => id));
  for (const { name, profile, sample, project, editions } of contents.formats) {
    if (!profiles.has(profile)) return `The package lacks the profile of “${name}”.`;
    if (!places.has(sample) || !places.has(project)) return `The package lacks what “${name}” is proved with.`;
    for (const { number, state, release } of editions) {
      if (state !== 'open' && !release)
        return `Edition ${number} of “${name}” is released, and the package does not say how.`;
      if (release && !snapshots.has(release.snapshot))
        return `The package lacks what edition ${number} of “${name}” froze.`;
    }
  }
  const raster = contents.pictures.find(({ hash, picture }) => picture.kind === 'raster' && !pictures.has(hash));
  if (raster) return `The package lacks the file of the picture ${raster.name}.`;
  const font = contents.fonts.find(({ hash }) => !fonts.has(hash));
  return font && `The package lacks the file of the font ${font.name}.`;
}

function unpack(bytes: Uint8Array): Outcome<{ files: Record<string, Uint8Array> }> {
  let [total, count] = [0, 0];
  let why: string | undefined;
  try {
    const files = unzipSync(bytes, {
      filter: ({ name, originalSize, size }) => {
        total += originalSize;
        count++;
        if (name !== INDEX && !FILE_NAME.test(name))
          why ??= `The package holds “${name.slice(0, 120)}”, which no package has. Nothing was taken in.`;
        if (total > LARGEST || count > MOST_FILES || originalSize > MOST_TIMES * Math.max(size, 1000))
          why ??= `The package unpacks to more than a package may hold (${LARGEST / 1048576} MB, ${MOST_FILES.toLocaleString('en')} files).`;
        return why === undefined;
      },
    });
    return why === undefined ? { ok: true, files } : refuse(why);
  } catch {
    return refuse(why ?? 'This is no ZIP, or one that is damaged.');
  }
}
