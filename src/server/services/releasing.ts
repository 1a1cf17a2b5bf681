import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import type { ReleaseProposal, releaseEdition as ReleaseEdition } from '../../contract/editions';
import { clearedForRelease, proposedNote } from '../../core/edition/clearing';
import { reviewFindings, sceneHashes } from '../../core/edition/review';
import { type Frozen, frozenFacts, readSnapshot, snapshotOf } from '../../core/edition/snapshot';
import { canonicalHash } from '../../core/format/canonical';
import { differences } from '../../core/format/comparing/differences';
import type { FormatDocument } from '../../core/format/document';
import { documentFonts } from '../../core/format/fonts-used';
import { standardBook } from '../../core/rules/standard-book';
import type { PropertyDefinition } from '../../core/property/definition';
import { modelSources } from '../../core/specimen/models';
import type { Actor } from '../actor';
import { type Database, database, transaction } from '../database';
import { hasChanged, noteChange } from '../repositories/audit';
import { allDefaults, keepDefault, keepDefaultFrom } from '../repositories/format-defaults';
import {
  type EditionRow,
  type FormatRow,
  editionInForce,
  findEdition,
  findFormat,
  lockEdition,
  newestFrozen,
  replaceDocument,
  setState,
} from '../repositories/formats';
import { countTrials, deleteTrials } from '../repositories/drawings';
import { findProfile, findRevision } from '../repositories/profiles';
import { type ReleaseRow, insertRelease } from '../repositories/releases';
import { keepSnapshot } from '../repositories/snapshots';
import { closureOf, showpieces } from '../repositories/specimens';
import { bookAtHand } from './books-at-hand';
import { keepUses } from './property-uses';
import { editionAtHand, editionView, proofFacts } from './format-views';
import { fontHashes, frozenOf } from './frozen';
import { dictionaryAtHand } from './models-at-hand';
import { type Chained, chain, ofFormat } from './chain';
import { ServiceError, conflict } from './service-error';
import { checkChange } from './sharing';
import { sheetResources } from './sheet-resources';
import { signing } from './signing';
import { officeToday } from './today';

/** What an edition would freeze if it were released now: the profile by its newest released revision, the office as it is. */
async function toFreeze(
  db: Database,
  format: FormatRow,
  document: FormatDocument,
  properties: readonly PropertyDefinition[],
): Promise<Pick<Frozen, 'document' | 'profile' | 'shownWith' | 'scale'> & { properties: PropertyDefinition[] }> {
  const { drawing, project, organisation, revisions, today } = await proofFacts(db, format);
  const profile = (await findProfile(db, format.profileId))!;
  const revision = await findRevision(db, format.profileId);
  const settings = revision?.document ?? profile.document;
  return {
    document,
    properties: [...properties],
    profile: {
      id: profile.id,
      name: profile.name,
      revision: revision?.number ?? 0,
      document: settings,
      rules: (await bookAtHand(db, settings.rules)) ?? standardBook(settings.standard),
    },
    shownWith: { drawing, project, organisation, revisions, today },
    scale: format.settings.scale,
  };
}

/** Everything that a release is decided by, read at one moment. */
async function reviewed(db: Database, edition: EditionRow) {
  const format = (await findFormat(db, edition.formatId))!;
  const dictionary = await dictionaryAtHand(db);
  const given = await toFreeze(db, format, edition.document, dictionary.properties);
  const facts = frozenFacts(given);
  const { resources } = await sheetResources(db, [edition.document], facts, dictionary.properties);
  const ids = await showpieces(db);
  const closure = await closureOf(db, ids);
  const specimens = ids.flatMap((id) => closure.find((one) => one.id === id) ?? []);
  const models = modelSources({ ...dictionary, specimens: closure });
  const about = { document: edition.document, facts, scale: given.scale, specimens, models };
  const findings = reviewFindings(about, resources);
  const { document, cleared } = clearedForRelease(edition.document, findings);
  return { format, dictionary, given: { ...given, document }, facts, resources, findings, document, cleared };
}

/** Why an account may not release an edition; undefined when it may. */
async function whyNotReleased(db: Database, actor: Actor, edition: EditionRow): Promise<string | undefined> {
  if (!(await signing(db)).releasedByOthers) return undefined;
  const subject = `format ${edition.formatId}, edition ${edition.number}`;
  return (await hasChanged(db, actor, subject))
    ? 'You have worked on this edition, and the office has editions released by another administrator.'
    : undefined;
}

/** What an open edition would be released as. @throws ServiceError 404; 409 when it is not open */
export async function proposeRelease(actor: Actor, id: string): Promise<ReleaseProposal> {
  const edition = await openEdition(database, await findEdition(database, id));
  const { format, given, facts, findings, cleared, dictionary } = await reviewed(database, edition);
  const before = await newestFrozen(database, format.id);
  const base = before && ((await frozenOf(database, before))?.document ?? before.document);
  const names = new Map(dictionary.properties.map((property) => [property.id, property.name]));
  const changes = base
    ? differences(base, given.document, base, (one) => names.get(one)).map(({ words }) => words)
    : [];
  const profile = (await findProfile(database, format.profileId))!;
  const defaults = await allDefaults(database, await officeToday(database));
  return {
    format: { ...(await editionAtHand(database, id)), facts },
    findings: findings.filter(({ accepted }) => accepted === undefined),
    cleared: cleared.map(({ reason }) => reason),
    ...(before && { before: { id: before.id, number: before.number } }),
    note: base ? proposedNote(changes) : 'First edition',
    profile: {
      name: profile.name,
      revision: given.profile.revision,
      changed: canonicalHash(profile.document) !== canonicalHash(given.profile.document),
    },
    trials: await countTrials(database, id),
    defaults: defaults
      .filter((one) => one.formatId === format.id && !one.sizeName && !one.projectId && !one.siteId)
      .map(({ kind }) => kind),
    today: await officeToday(database),
    refused: await whyNotReleased(database, actor, edition),
  };
}

async function openEdition(db: Database, edition: EditionRow | undefined): Promise<EditionRow> {
  if (!edition) throw new ServiceError(404, 'This edition is no longer there.');
  if (edition.state === 'open') return edition;
  const format = (await findFormat(db, edition.formatId))!;
  throw conflict(`Edition ${edition.number} of “${format.name}” is ${edition.state} already.`, editionView(edition));
}

/**
 * Releases an open edition as it was reviewed at a version: all that it composes from is frozen with it, in one transaction.
 * @throws ServiceError 409 when it is not open or of that version any more; 422 while a finding blocks it and no reason is given
 */
export async function releaseEdition(
  actor: Actor,
  id: string,
  { version, note, reason, countsFrom, defaults }: z.output<(typeof ReleaseEdition)['body']>,
): Promise<{ number: number; snapshot: string }> {
  return transaction(async (db) => {
    const edition = await openEdition(db, await lockEdition(db, id));
    const { formatId, number } = edition;
    await checkChange(db, actor, formatId, edition.document.name);
    await checkReleasing(db, actor, edition);
    if (edition.version !== version)
      throw conflict(
        `Somebody changed edition ${number} of “${edition.document.name}” since you looked at it. Review it again.`,
        editionView(edition),
      );
    const { given, findings, document, dictionary } = await reviewed(db, edition);
    const blocking = findings.filter((one) => one.weight === 'blocks release' && one.accepted === undefined);
    if (blocking.length > 0 && reason === undefined)
      throw new ServiceError(
        422,
        `${blocking.length === 1 ? 'One finding blocks' : `${blocking.length} findings block`} the release. Settle or accept them, or say why it is released all the same.`,
      );
    if (document !== edition.document) await replaceDocument(db, id, version, document, canonicalHash(document), actor);
    const snapshot = await freeze(db, edition.id, given, {
      note,
      reason: blocking.length > 0 ? reason! : null,
      releasedBy: actor.name,
      countsFrom,
    });
    await keepUses(db, id, document, dictionary.properties);
    await deleteTrials(db, id);
    const today = await officeToday(db);
    for (const kind of defaults) {
      const one = { kind, sizeName: '', projectId: '', siteId: '', formatId };
      const isThere = (await editionInForce(db, formatId, today)) !== undefined;
      if (isThere) await keepDefault(db, one);
      else await keepDefaultFrom(db, one, { today, countsFrom });
    }
    await noteChange(db, actor, {
      subject: `format ${formatId}, edition ${number}`,
      sitting: randomUUID(),
      words: [`Released edition ${number}: ${note}`],
    });
    return { number, snapshot };
  });
}

/** @throws ServiceError 403 for whoever does not release an edition: where others do, whoever has changed it */
export async function checkReleasing(db: Database, actor: Actor, edition: EditionRow): Promise<void> {
  const why = await whyNotReleased(db, actor, edition);
  if (why !== undefined) throw new ServiceError(403, why);
}

type Given = Awaited<ReturnType<typeof toFreeze>>;

/**
 * Freezes an edition, inside a transaction: its snapshot, the evidence of its sheets, the record of its release, its state.
 * @returns the hash of the snapshot
 */
async function freeze(
  db: Database,
  id: string,
  given: Given,
  release: Pick<ReleaseRow, 'note' | 'reason' | 'releasedBy' | 'countsFrom'> & { releasedAt?: Date },
): Promise<string> {
  const snapshot = snapshotOf(given, await fontHashes(db, documentFonts(given.document)));
  if (!snapshot.ok) throw new ServiceError(422, snapshot.reason);
  const read = readSnapshot(snapshot.text, snapshot.hash);
  if (!read.ok) throw new Error(read.reason);
  await keepSnapshot(db, snapshot);
  const scenes = await scenesOf(db, read.frozen);
  await recordRelease(db, (await findEdition(db, id))!.formatId, {
    editionId: id,
    snapshot: snapshot.hash,
    scenes,
    ...release,
  });
  await setState(db, id, 'released');
  return snapshot.hash;
}

/** Records a release, in its table and in the chain of its format. */
export async function recordRelease(
  db: Database,
  formatId: string,
  release: Parameters<typeof insertRelease>[1],
): Promise<void> {
  await insertRelease(db, release);
  await chain(db, ofFormat(formatId), releasedEntry(release));
}

/** What is chained of a release. */
export const releasedEntry = ({
  editionId,
  snapshot,
  scenes,
  countsFrom,
}: Pick<ReleaseRow, 'editionId' | 'snapshot' | 'scenes' | 'countsFrom'>): Chained => ({
  kind: 'released',
  edition: editionId,
  snapshot,
  scenes: canonicalHash(scenes),
  countsFrom,
});

/** The hashes of the sheets of a frozen edition, composed from its snapshot alone. */
export async function scenesOf(db: Database, frozen: Frozen): Promise<Record<string, string>> {
  const facts = frozenFacts(frozen);
  const { resources } = await sheetResources(db, [frozen.document], facts, frozen.properties);
  return sceneHashes({ document: frozen.document, facts, scale: frozen.scale }, { ...resources, seen: new Map() });
}

/** Freezes an edition as it stands, looked at by nobody: of a demo, and one that a migration released because drawings hang on it. */
export async function freezeAsItStands(
  db: Database,
  id: string,
  release: Pick<ReleaseRow, 'note' | 'releasedBy' | 'countsFrom'> & { releasedAt?: Date },
): Promise<void> {
  const edition = (await findEdition(db, id))!;
  const format = (await findFormat(db, edition.formatId))!;
  const { properties } = await dictionaryAtHand(db);
  await freeze(db, id, await toFreeze(db, format, edition.document, properties), { ...release, reason: null });
}
