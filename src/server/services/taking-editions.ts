import { randomUUID } from 'node:crypto';
import type { OfficePackage, PackageContents } from '../../core/exchange/office-package';
import { readSnapshot } from '../../core/edition/snapshot';
import { canonicalHash } from '../../core/format/canonical';
import type { FormatDocument } from '../../core/format/document';
import { wayBack } from '../../core/format/going-back';
import { storedDocument } from '../../core/format/reading';
import type { PropertyDefinition } from '../../core/property/definition';
import type { Actor } from '../actor';
import type { Database } from '../database';
import { noteChange } from '../repositories/audit';
import { deleteTrials } from '../repositories/drawings';
import { keepStep } from '../repositories/edition-steps';
import {
  editionsOfFormat,
  insertEdition,
  lockEdition,
  replaceDocument,
  setState,
  findEdition,
} from '../repositories/formats';
import { keepSnapshot } from '../repositories/snapshots';
import { chain, ofFormat } from './chain';
import { checkReleasing, recordRelease, scenesOf } from './releasing';
import { ServiceError } from './service-error';
import { keepUses } from './property-uses';

type PackagedFormat = PackageContents['formats'][number];
type PackagedEdition = PackagedFormat['editions'][number];

/**
 * Whether a format of a package goes on from ours: it has all that we have released, frozen just so, and the edition that we have open.
 * Only then can it take the place of ours, without losing what drawings stand on.
 */
export function goesOnFrom(ours: PackagedFormat, theirs: PackagedFormat): boolean {
  const known = new Map(theirs.editions.map((edition) => [edition.id, edition]));
  return ours.editions.every(({ id, state, release }) => {
    const same = known.get(id);
    return same && (state === 'open' || same.release?.snapshot === release?.snapshot);
  });
}

/** Takes editions of a package into formats of the office. */
export class TakingEditions {
  constructor(
    private readonly db: Database,
    private readonly actor: Actor,
    private readonly whole: { snapshots: OfficePackage['snapshots']; from: string },
    private readonly definitions: readonly PropertyDefinition[],
  ) {}

  /** Puts an edition in; under another id and another name of its format where that comes beside ours. */
  async add(formatId: string, edition: PackagedEdition, besides?: Pick<FormatDocument, 'id' | 'name'>): Promise<void> {
    const { number, state } = edition;
    const read = this.read(edition);
    const document = besides && state === 'open' ? { ...read, ...besides } : read;
    const id = besides ? randomUUID() : edition.id;
    await insertEdition(
      this.db,
      { id, formatId, number, state, document, hash: canonicalHash(document), version: 1, successor: null },
      this.actor,
    );
    await keepUses(this.db, id, document, this.definitions);
    await this.keepRelease(id, edition);
  }

  /** Brings our format to where a package has it: newer editions are added, and the one we have open becomes theirs, which can be undone while it stays open. */
  async goOn(format: PackagedFormat): Promise<void> {
    const ours = new Map((await editionsOfFormat(this.db, format.id)).map((edition) => [edition.id, edition]));
    // The open one first: one after the other may have its number.
    for (const edition of format.editions) if (ours.get(edition.id)?.state === 'open') await this.replaceOpen(edition);
    for (const edition of format.editions) if (!ours.has(edition.id)) await this.add(format.id, edition);
    const subject = `format ${format.id}`;
    await noteChange(this.db, this.actor, {
      subject,
      sitting: randomUUID(),
      words: ['Brought to where a package has it'],
    });
  }

  private async replaceOpen(edition: PackagedEdition): Promise<void> {
    const { id, state, number } = edition;
    const own = (await lockEdition(this.db, id))!;
    const document = { ...this.read(edition), name: own.document.name };
    const hash = canonicalHash(document);
    if (hash !== own.hash) {
      const [sitting, words] = [randomUUID(), [`Became as a package has edition ${number}`]];
      await replaceDocument(this.db, id, own.version, document, hash, this.actor);
      const back = wayBack(document, own.document);
      await keepStep(this.db, this.actor, { editionId: id, version: own.version + 1, sitting, words, back });
      await keepUses(this.db, id, document, this.definitions);
      await noteChange(this.db, this.actor, { subject: `format ${own.formatId}, edition ${number}`, sitting, words });
    }
    if (state === 'open') return;
    await checkReleasing(this.db, this.actor, own);
    await deleteTrials(this.db, id);
    await this.keepRelease(id, edition);
    await setState(this.db, id, state);
  }

  private async keepRelease(editionId: string, { release, state }: PackagedEdition): Promise<void> {
    if (!release) return;
    const { formatId } = (await findEdition(this.db, editionId))!;
    const text = this.whole.snapshots.get(release.snapshot)!;
    await this.checkScenes(text, release);
    await keepSnapshot(this.db, { hash: release.snapshot, text });
    const { origin = this.whole.from, ...record } = release;
    await recordRelease(this.db, formatId, {
      ...record,
      editionId,
      releasedAt: new Date(release.releasedAt),
      elsewhere: { origin, takenInBy: this.actor.name },
    });
    if (state === 'withdrawn') await chain(this.db, ofFormat(formatId), { kind: 'withdrawn', edition: editionId });
  }

  /** @throws ServiceError 422 when the sheets of what was frozen are not those that the release names */
  private async checkScenes(
    text: string,
    { snapshot, scenes }: NonNullable<PackagedEdition['release']>,
  ): Promise<void> {
    const read = readSnapshot(text, snapshot);
    if (!read.ok) throw new ServiceError(422, `A release of the package cannot be taken in: ${read.reason}.`);
    const composed = await scenesOf(this.db, read.frozen);
    const { name, sizes } = read.frozen.document;
    const other = sizes.find(({ id }) => composed[id] !== scenes[id]);
    if (other || Object.keys(scenes).length !== sizes.length)
      throw new ServiceError(
        422,
        `A release of “${name}” prints otherwise than it says${other ? `, on ${other.name}` : ''}. Nothing was taken in.`,
      );
  }

  private read({ document }: PackagedEdition): FormatDocument {
    return storedDocument(document, this.definitions);
  }
}
