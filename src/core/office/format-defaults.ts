import { z } from 'zod';
import { ModelKind } from '../property/facts';

/** Which format new drawings of a kind of model are offered first; an empty text stands for every size, project or site. */
export const FormatDefault = z.object({
  kind: ModelKind,
  sizeName: z.string().max(60),
  projectId: z.string().max(80),
  siteId: z.string().max(80),
  formatId: z.string().max(80),
});
export type FormatDefault = z.infer<typeof FormatDefault>;

/** What a new drawing is known to be, as far as it is known. */
export interface Occasion {
  kind: FormatDefault['kind'];
  sizeName?: string | undefined;
  projectId?: string | undefined;
  siteId?: string | undefined;
}

/** How narrow a default is: one of a site before one of a project, that before one of a size, that before the usual one. */
const narrowness = ({ sizeName, projectId, siteId }: FormatDefault): number =>
  (siteId ? 4 : 0) + (projectId ? 2 : 0) + (sizeName ? 1 : 0);

/** The narrowest of the defaults that holds for a new drawing; undefined when the office has none for it. */
export function defaultFor(defaults: readonly FormatDefault[], occasion: Occasion): FormatDefault | undefined {
  return defaults
    .filter(
      ({ kind, sizeName, projectId, siteId }) =>
        kind === occasion.kind &&
        (sizeName === '' || sizeName === occasion.sizeName) &&
        (projectId === '' || projectId === occasion.projectId) &&
        (siteId === '' || siteId === occasion.siteId),
    )
    .toSorted((a, b) => narrowness(b) - narrowness(a))[0];
}
