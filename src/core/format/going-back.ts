import jsonPatch, { type Operation } from 'fast-json-patch';
import { produce } from 'immer';
import { z } from 'zod';
import type { FormatDocument } from './document';

/** How a document becomes the one before it: a JSON patch (RFC 6902). */
export const WayBack = z.array(
  z.object({ op: z.enum(['add', 'remove', 'replace']), path: z.string(), value: z.unknown().optional() }),
);
export type WayBack = z.infer<typeof WayBack>;

/** The way from a document back to the one that it was made from. */
export const wayBack = (document: FormatDocument, before: FormatDocument): WayBack =>
  jsonPatch.compare(document, before) as WayBack;

/** The document that another one was made from; what the two have in common they share. @throws for a way that does not start from it */
export const goneBack = (document: FormatDocument, back: WayBack): FormatDocument =>
  produce(document, (draft) => {
    jsonPatch.applyPatch(draft, back as Operation[], true);
  });
