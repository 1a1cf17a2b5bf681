import type { EditionView, FormatView, OfficeFacts } from '../../contract/formats';
import type { Facts } from '../../core/property/facts';
import { frozenFacts } from '../../core/edition/snapshot';
import { profileFacts } from '../../core/profile/printed';
import { revisionTableRow } from '../../core/revision/rows';
import type { Database } from '../database';
import type { EditionRow, FormatRow } from '../repositories/formats';
import { findEdition, findFormat, newestEdition, newestFrozen } from '../repositories/formats';
import { findProfile } from '../repositories/profiles';
import { findPlaces, placesOf } from '../repositories/value-places';
import { bookAtHand } from './books-at-hand';
import { frozenOf, newerInOffice } from './frozen';
import { ServiceError } from './service-error';

export const editionView = ({ id, number, state, version, hash, document }: EditionRow): EditionView => ({
  id,
  number,
  state,
  version,
  hash,
  document,
});

/** The facts a format is proved with: its sample drawing, its project, its profile as it stands, and its day. */
export async function proofFacts(db: Database, format: FormatRow): Promise<OfficeFacts> {
  const places = await findPlaces(db, [format.sampleId, format.projectId]);
  const profile = await findProfile(db, format.profileId);
  const [organisation] = await placesOf(db, 'organisation');
  const named = (place: { name: string; values: Facts['overruled'] } | undefined) =>
    place && { name: place.name, values: place.values! };
  const { today, revisions } = format.settings;
  return {
    drawing: named(places.get(format.sampleId)),
    project: named(places.get(format.projectId)),
    organisation: named(organisation),
    ...(revisions && { revisions: revisions.map(revisionTableRow) }),
    today,
    ...profileFacts({ ...profile!, rules: await bookAtHand(db, profile!.document.rules) }),
  };
}

/** A format as an edition stands: an open one with the office as it is, a released one from its snapshot alone. */
async function view(db: Database, edition: EditionRow, hidden: readonly string[]): Promise<FormatView> {
  const format = (await findFormat(db, edition.formatId))!;
  const frozen = await frozenOf(db, edition);
  return {
    id: format.id,
    name: format.name,
    edition: editionView(frozen ? { ...edition, document: frozen.document } : edition),
    facts: frozen ? frozenFacts(frozen) : await proofFacts(db, format),
    scale: frozen?.scale ?? format.settings.scale,
    profileId: frozen?.profile.id ?? format.profileId,
    ...(frozen && { newer: await newerInOffice(db, edition, frozen, hidden) }),
  };
}

/**
 * A format with its newest edition; `forUse` with its newest released one, when it has one: what is open is its administrators' work.
 * @throws ServiceError 404
 */
export async function formatAtHand(
  db: Database,
  id: string,
  forUse = false,
  hidden: readonly string[] = [],
): Promise<FormatView> {
  const edition = (forUse ? await newestFrozen(db, id) : undefined) ?? (await newestEdition(db, id));
  if (!edition) throw new ServiceError(404, 'There is no such format on the shelf.');
  return view(db, edition, hidden);
}

/** A format as an edition of it stands. @throws ServiceError 404 */
export async function editionAtHand(db: Database, id: string, hidden: readonly string[] = []): Promise<FormatView> {
  const edition = await findEdition(db, id);
  if (!edition) throw new ServiceError(404, 'This edition is no longer there.');
  return view(db, edition, hidden);
}
