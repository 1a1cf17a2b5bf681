import { documentFonts } from '../../core/format/fonts-used';
import { picturesShown } from '../../core/format/pictures-used';
import type { FormatDocument } from '../../core/format/document';
import type { SheetFiles } from '../../core/exchange/sheet-files';
import { seenWithPeople } from '../../core/office/person';
import type { ProfileDocument } from '../../core/profile/document';
import type { PropertyDefinition } from '../../core/property/definition';
import type { Facts } from '../../core/property/facts';
import { SUPPLIED } from '../../core/property/supplied';
import type { Value } from '../../core/property/value';
import { schemeNames } from '../../core/revision/scheme';
import type { Resources } from '../../core/scene/resources';
import type { Database } from '../database';
import { allRecords } from '../repositories/kept-of-models';
import { allPeople } from '../repositories/people';
import { findPictureFiles, findPictures } from '../repositories/pictures';
import { fontsFor } from './fonts';
import { revisionScheme } from './revision-scheme';

/** The values on record of every property, for the longest of them; of persons the office's people, of revisions the scheme's names. */
export async function seenAtHand(
  db: Database,
  properties: readonly PropertyDefinition[],
): Promise<Map<string, Value[]>> {
  const records = await allRecords(db);
  const people = (await allPeople(db)).map(({ person }) => person);
  const seen = new Map([...records].map(([property, { longest }]) => [property, longest.map(({ value }) => value)]));
  const all = new Map([...seenWithPeople(seen, properties, people)].map(([id, values]) => [id, [...values]]));
  return all.set(SUPPLIED.revision, schemeNames(await revisionScheme(db)));
}

/** What sheets of some formats are composed with, and the files that written sheets carry. */
export async function sheetResources(
  db: Database,
  documents: readonly FormatDocument[],
  facts: Pick<Facts, 'organisation' | 'project' | 'profile'>,
  properties: readonly PropertyDefinition[],
  /** By which views are drawn, where there are any. */
  profile?: ProfileDocument,
): Promise<{ resources: Resources; files: SheetFiles }> {
  const drafted = profile ? Object.values(profile.lettering).map(({ font }) => font) : [];
  const lettered = documents.flatMap((document) => documentFonts(document));
  const fonts = await fontsFor(db, [...new Set([...lettered, ...drafted])]);
  const hashes = [...new Set(documents.flatMap((document) => picturesShown(document, facts)))];
  const pictures = await findPictures(db, hashes);
  const rasters = await findPictureFiles(db, hashes);
  return {
    resources: {
      properties: new Map(properties.map((property) => [property.id, property])),
      fonts: fonts.tables,
      seen: await seenAtHand(db, properties),
      pictures,
    },
    files: { font: fonts.file, picture: (hash) => rasters.get(hash)! },
  };
}
