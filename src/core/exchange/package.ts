import { z } from 'zod';
import type { FormatDocument } from '../format/document';
import { issueInWords, readDocument } from '../format/reading';
import { PictureData } from '../picture/picture';
import { PropertyDefinition } from '../property/definition';
import { Values } from '../property/value';
import { type Outcome, refuse } from '../refusal';
import { RevisionRow } from '../revision/rows';

const Named = z.object({ name: z.string().trim().min(1).max(120), values: Values });

/** What a format file holds beside the document, so that it composes alone. */
const Surroundings = z.object({
  kind: z.literal('zonograph/package'),
  version: z.literal(1),
  properties: z.array(PropertyDefinition).max(2000),
  organisation: Named,
  project: Named,
  profile: Named,
  /** A drawing's data to prove the format with, and the day and locale it is proved in. */
  sample: z.object({
    drawing: Named,
    today: z.iso.date(),
    decimalMark: z.enum([',', '.']),
    scale: z.string().max(20),
    revisions: z.array(RevisionRow).max(200).optional(),
  }),
  /** Fonts by id; shipped ones need no hash. */
  /** Pictures by hash. */
  pictures: z.record(z.string().regex(/^[0-9a-f]{64}$/), PictureData).optional(),
  fonts: z.array(z.object({ id: z.string(), hash: z.string().optional() })).max(40),
});

export type FormatPackage = z.infer<typeof Surroundings> & { format: FormatDocument };

/** Reads a format file (the JSON value of it): the package's own shape, then the document in it. */
export function readPackage(json: unknown): Outcome<{ package: FormatPackage }> {
  const kind = z.looseObject({ kind: z.literal('zonograph/package') }).safeParse(json);
  if (!kind.success) return refuse('This is not a Zonograph format file: it has no kind “zonograph/package”.');
  const surroundings = Surroundings.safeParse(json);
  if (!surroundings.success) return refuse(issueInWords(surroundings.error, 'The format file'));
  const document = readDocument((json as { format?: unknown }).format);
  if (!document.ok) return document;
  return { ok: true, package: { ...surroundings.data, format: document.document } };
}
