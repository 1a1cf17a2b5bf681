import type { EditionStep } from '../../contract/editions';
import type { FormatView } from '../../contract/formats';
import { canonicalHash } from '../../core/format/canonical';
import type { FormatDocument } from '../../core/format/document';
import { goneBack } from '../../core/format/going-back';
import { type Database, database } from '../database';
import { stepsBehind } from '../repositories/edition-steps';
import { type EditionRow, findEdition } from '../repositories/formats';
import { editionAtHand } from './format-views';
import { frozenOf } from './frozen';
import { ServiceError } from './service-error';

/** How many saves back a board can undo what was done elsewhere, and how many an earlier state is looked for. */
const MOST = { undone: 100, states: 5000 };

async function editionThere(db: Database, id: string): Promise<EditionRow> {
  const edition = await findEdition(db, id);
  if (!edition) throw new ServiceError(404, 'This edition is no longer there.');
  return edition;
}

/** The saves that made an edition what it is, the newest first, without a gap. */
async function unbroken(db: Database, edition: EditionRow, behind: number, most: number) {
  const steps = await stepsBehind(db, edition.id, behind, most);
  const gap = steps.findIndex(({ version }, i) => version !== edition.version - i);
  return gap < 0 ? steps : steps.slice(0, gap);
}

/** What was done to an edition, the newest first, each with the way back. @throws ServiceError 404 */
export async function editionSteps(id: string): Promise<EditionStep[]> {
  return unbroken(database, await editionThere(database, id), 0, MOST.undone);
}

/** The document of an edition as a save made it. @throws ServiceError 404 when there is no way back so far */
export async function documentAt(db: Database, edition: EditionRow, version: number): Promise<FormatDocument> {
  const now = (await frozenOf(db, edition))?.document ?? edition.document;
  if (version === edition.version) return now;
  const steps = await unbroken(db, edition, version, MOST.states);
  if (version < 1 || steps.at(-1)?.version !== version + 1)
    throw new ServiceError(404, `Version ${version} of this edition is not kept.`);
  return steps.reduce((document, { back }) => goneBack(document, back), now);
}

/** A format as an edition of it stood at a version. */
export async function editionAtVersion(id: string, version: number): Promise<FormatView> {
  const edition = await editionThere(database, id);
  const view = await editionAtHand(database, id);
  const document = await documentAt(database, edition, version);
  const past = version !== edition.version;
  const lockedFor = past ? 'It is an earlier state: open it as the next edition to go on from it.' : undefined;
  return {
    ...view,
    edition: { ...view.edition, document, version, hash: canonicalHash(document) },
    ...(lockedFor !== undefined && { lockedFor }),
  };
}
