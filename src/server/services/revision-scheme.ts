import { randomUUID } from 'node:crypto';
import { issueInWords } from '../../core/format/issue-words';
import { OMITTED, RevisionScheme, schemePreview } from '../../core/revision/scheme';
import type { Actor } from '../actor';
import { type Database, database, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { findSetting, keepSetting } from '../repositories/office-settings';
import { ServiceError } from './service-error';

const ID = 'revision-scheme';

/** The scheme of an office that has chosen none: capital letters as ISO practice leaves some out. */
const USUAL: RevisionScheme = { sequence: { kind: 'letters', omit: OMITTED.iso } };

/** The scheme by which the revisions of drawings are named. */
export async function revisionScheme(db: Database = database): Promise<RevisionScheme> {
  return ((await findSetting(db, ID)) as RevisionScheme | undefined) ?? USUAL;
}

/** Replaces the scheme; revisions that were given keep their names, the next is named by the new one. */
export async function changeRevisionScheme(actor: Actor, json: unknown): Promise<RevisionScheme> {
  const parsed = RevisionScheme.safeParse(json);
  if (!parsed.success) throw new ServiceError(422, issueInWords(parsed.error, 'The scheme'));
  const scheme = parsed.data;
  await transaction(async (db) => {
    await keepSetting(db, ID, scheme);
    await noteChange(db, actor, {
      subject: 'revision scheme',
      sitting: randomUUID(),
      words: [`Revisions are named ${schemePreview(scheme, 4).join(', ')} …`],
    });
  });
  return scheme;
}
