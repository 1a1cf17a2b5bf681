import type { OfficePackage, PackageContents } from '../../core/exchange/office-package';
import { writeOfficePackage } from '../../core/exchange/office-package-zip';
import { readSnapshot } from '../../core/edition/snapshot';
import { documentFonts } from '../../core/format/fonts-used';
import { picturesShown } from '../../core/format/pictures-used';
import { storedDocument } from '../../core/format/reading';
import { SUPPLIED } from '../../core/property/supplied';
import { valueText } from '../../core/property/value';
import { type Database, database } from '../database';
import { allFonts, findFontFiles } from '../repositories/fonts';
import { type DescribedFormat, allFormats, editionsOfFormat, findEditions, findFormat } from '../repositories/formats';
import { findPictureFiles, findPictures, pictureNames } from '../repositories/pictures';
import { allProfiles, findRevision, revisionsOf } from '../repositories/profiles';
import { allProperties } from '../repositories/properties';
import { findReleases } from '../repositories/releases';
import { allBooks } from '../repositories/rule-books';
import { findSnapshot } from '../repositories/snapshots';
import { findStarters } from '../repositories/starters';
import { findPlaces, placesOf } from '../repositories/value-places';
import type { ExportedFile } from '../../core/exchange/written-sheets';
import { proofFacts } from './format-views';
import { ServiceError } from './service-error';

type Contents = OfficePackage['contents'];

/** Packs some formats with all that they need, or the whole office. @throws ServiceError 404 */
export async function packageOf(formats?: readonly string[]): Promise<ExportedFile> {
  const { contents, ...files } = await gather(database, formats);
  const [only] = contents.formats;
  const name =
    contents.formats.length === 1 && formats
      ? only!.name
      : formats
        ? `${contents.formats.length} formats`
        : contents.from;
  return {
    name: `${name.replace(/[^\p{L}\p{N}.-]+/gu, '-')}.zip`,
    type: 'application/zip',
    content: writeOfficePackage({ contents, ...files }),
  };
}

/** What a package of some formats, or of the whole office, holds. */
export async function gather(db: Database, chosen: readonly string[] | undefined): Promise<OfficePackage> {
  const isWhole = chosen === undefined;
  const listed = new Map((await allFormats(db)).map((format) => [format.id, format]));
  const ids = chosen ?? [...listed.keys()];
  const sites = await placesOf(db, 'organisation');
  const site = sites.find(({ isDefault }) => isDefault);
  const owner = site?.values[SUPPLIED.legalOwner];
  const from = owner === undefined ? (site?.name ?? 'an office') : valueText(owner).replaceAll('\n', ' ');
  // One after another, here and below: an office of hundreds leaves connections to others.
  const rows: Awaited<ReturnType<typeof formatWith>>[] = [];
  for (const id of ids) rows.push(await formatWith(db, listed.get(id), from));
  const snapshots = new Map<string, string>();
  for (const { editions } of rows)
    for (const { release } of editions)
      if (release && !snapshots.has(release.snapshot))
        snapshots.set(release.snapshot, (await findSnapshot(db, release.snapshot))!);
  const frozen = [...snapshots].flatMap(([hash, text]) => {
    const read = readSnapshot(text, hash);
    return read.ok ? [read.frozen] : [];
  });
  const properties = (await allProperties(db)).map(({ definition }) => definition);
  const profileIds = new Set([...rows.map(({ row }) => row.profileId), ...frozen.map(({ profile }) => profile.id)]);
  const profiles = (await allProfiles(db)).filter(({ id }) => isWhole || profileIds.has(id));
  const bookIds = new Set(profiles.map(({ document }) => document.rules));
  const placeIds = rows.flatMap(({ row }) => [row.sampleId, row.projectId]);
  const places = isWhole
    ? [...sites, ...(await placesOf(db, 'project')), ...(await placesOf(db, 'drawing'))]
    : [...sites.filter(({ isDefault }) => isDefault), ...(await findPlaces(db, placeIds)).values()];
  const hashes = new Set(frozen.flatMap(({ pictures }) => pictures));
  for (const { row, editions } of rows) {
    const facts = await proofFacts(db, row);
    for (const { document } of editions)
      for (const hash of picturesShown(storedDocument(document, properties), facts)) hashes.add(hash);
  }
  const pictures = await findPictures(db, [...hashes]);
  const names = await pictureNames(db, [...hashes]);
  const fontIds = new Set([
    ...frozen.flatMap(({ fonts }) => fonts.map(({ id }) => id)),
    ...rows.flatMap(({ editions }) =>
      editions.flatMap(({ document }) => documentFonts(storedDocument(document, properties))),
    ),
  ]);
  const fonts = (await allFonts(db)).filter(({ id }) => fontIds.has(id));
  const packed = new Set(ids);
  const starters = (await findStarters(db)).filter(
    ({ editions }) =>
      isWhole ||
      editions.every(
        ({ document }) =>
          Object.values(document.sheets)
            .flat()
            .every(({ format }) => format === undefined || packed.has(format)) &&
          (document.format === undefined || packed.has(document.format)),
      ),
  );
  const packedProfiles: Contents['profiles'] = [];
  for (const { id, name, document } of profiles) {
    const revisions: Contents['profiles'][number]['revisions'] = [];
    for (const { number, why, who } of (await revisionsOf(db, id)).toReversed())
      revisions.push({ number, why, who, document: (await findRevision(db, id, number))!.document });
    packedProfiles.push({ id, name, document, revisions });
  }
  const contents: Contents = {
    from,
    properties,
    places,
    ruleBooks: (await allBooks(db))
      .filter(({ id }) => isWhole || bookIds.has(id))
      .map(({ id, name, document }) => ({ id, name, document })),
    profiles: packedProfiles,
    formats: rows.map(({ row, about, editions }) => ({
      id: row.id,
      name: row.name,
      ...about,
      profile: row.profileId,
      sample: row.sampleId,
      project: row.projectId,
      settings: row.settings,
      editions,
    })),
    starters: starters.map(({ id, editions }) => ({
      id,
      editions: editions.map(({ id: edition, number, state, document, note }) => ({
        id: edition,
        number,
        state,
        document: { ...document },
        note,
      })),
    })),
    pictures: [...pictures].map(([hash, picture]) => ({ hash, name: names.get(hash) ?? hash, picture })),
    fonts: fonts.map(({ id, name }) => ({ hash: id, name })),
  };
  return {
    contents,
    snapshots,
    pictures: await findPictureFiles(db, [...hashes]),
    fonts: await findFontFiles(
      db,
      fonts.map(({ id }) => id),
    ),
  };
}

/** A format with all its editions and how they were released, as an office packs it that is called `from`. @throws ServiceError 404 */
async function formatWith(db: Database, listed: DescribedFormat | undefined, from: string) {
  const row = listed && (await findFormat(db, listed.id));
  if (!row) throw new ServiceError(404, 'There is no such format on the shelf.');
  const own = (await editionsOfFormat(db, row.id)).toReversed();
  const documents = await findEditions(
    db,
    own.map((edition) => edition.id),
  );
  const releases = await findReleases(
    db,
    own.map((edition) => edition.id),
  );
  const editions = own.map((edition): PackageContents['formats'][number]['editions'][number] => {
    const release = releases.get(edition.id);
    const { document, successor } = documents.get(edition.id)!;
    return {
      id: edition.id,
      number: edition.number,
      state: edition.state,
      document,
      successor,
      ...(release && {
        release: {
          snapshot: release.snapshot,
          note: release.note,
          reason: release.reason,
          releasedBy: release.releasedBy,
          ...(release.elsewhere && release.elsewhere.origin !== from && { origin: release.elsewhere.origin }),
          releasedAt: release.releasedAt.toISOString(),
          countsFrom: release.countsFrom,
          scenes: release.scenes,
        },
      }),
    };
  });
  const { description, category, tags } = listed;
  return { row, about: { description, category, tags }, editions };
}
