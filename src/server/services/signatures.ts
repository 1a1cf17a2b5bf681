import type { DrawingView } from '../../contract/drawings';
import {
  REVISION_ROW,
  type Signature,
  currentSignatures,
  signables,
  signedNames,
  whyNotSigned,
  withSignature,
  withoutSigned,
} from '../../core/drawing/signing';
import { mayDo } from '../../core/office/account';
import { readValue } from '../../core/property/reading-value';
import type { Actor } from '../actor';
import { changed } from './changing-drawings';
import { drawingAtHand } from './drawing-sources';
import { ServiceError } from './service-error';
import { contentOf } from './signatures-standing';
import { signing } from './signing';

/**
 * Signs a drawing as oneself, of what it prints now; or writes down, as an administrator, who signed it on paper.
 * @param of the key of a question, or REVISION_ROW
 * @throws ServiceError 403 for whoever is not asked to, 422 for what nobody signs, 409 when the drawing has moved on
 */
export function signDrawing(
  actor: Actor,
  id: string,
  {
    version,
    of,
    onPaper,
    signedOn,
  }: { version: number; of: string; onPaper?: string | undefined; signedOn?: string | undefined },
): Promise<DrawingView> {
  const name = onPaper ?? actor.name;
  return changed(actor, id, {
    version,
    occasion: 'signature',
    change: async (db, row) => {
      const at = await drawingAtHand(db, row);
      const documents = at.editions.map(({ document }) => document);
      const signable = signables(documents, row).find((one) => one.of === of);
      if (!signable) throw new ServiceError(422, `Nobody is asked to sign “${of}” on this drawing.`);
      const { today } = at.facts;
      if (signedOn !== undefined && onPaper === undefined)
        throw new ServiceError(422, 'Whoever signs here signs today. Only a signature on paper has a day of its own.');
      if (signedOn !== undefined && signedOn > today)
        throw new ServiceError(422, `Nobody has signed on ${signedOn} yet: today is ${today}.`);
      const signer = { name, role: actor.role, isMaker: row.madeBy === actor.account };
      const { byOthers } = await signing(db);
      const why = whyNotSigned(documents, row, of, signer, { byOthers, onPaper: onPaper !== undefined });
      if (why !== undefined) throw new ServiceError(403, why);
      const read = signable.asked && readValue(signable.asked, name);
      if (read && !read.ok) throw new ServiceError(422, read.reason);
      const signature: Signature = {
        of,
        ...(of === REVISION_ROW && { revision: row.revisions.at(-1)!.revision }),
        name,
        account: actor.account,
        at: new Date().toISOString(),
        content: await contentOf(db, row, at),
        ...(onPaper !== undefined && { recordedBy: actor.name, signedOn: signedOn ?? today }),
      };
      const words =
        onPaper === undefined ? `Signed: ${signable.name}` : `Recorded a paper signature of ${name}: ${signable.name}`;
      return { next: withSignature(row, documents, signature, signedOn ?? today), at, words };
    },
  });
}

/** Withdraws a signature: one's own, or any as an administrator; a name that is only typed, by whoever draws. */
export function withdrawSignature(
  actor: Actor,
  id: string,
  { version, of }: { version: number; of: string },
): Promise<DrawingView> {
  return changed(actor, id, {
    version,
    occasion: 'signature',
    change: async (db, row) => {
      const at = await drawingAtHand(db, row);
      const documents = at.editions.map(({ document }) => document);
      const signed = signedNames(documents, row).find((one) => one.of === of);
      if (!signed) throw new ServiceError(422, 'Nobody has signed that.');
      const { signature } = signed;
      if (signature && signature.account !== actor.account && !mayDo(actor.role, 'administrator'))
        throw new ServiceError(403, `${signed.by} signed that, and withdraws it, or a standards administrator does.`);
      // An approval has approved the newest revision's row by the same act.
      const together = signature ? currentSignatures(row).filter(({ at: when }) => when === signature.at) : [signed];
      return {
        next: withoutSigned(row, together),
        at,
        words: `Withdrew the signature of ${signed.by}: ${signed.name}`,
      };
    },
  });
}
