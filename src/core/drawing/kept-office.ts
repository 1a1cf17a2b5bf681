import { z } from 'zod';
import { Value, type Values } from '../property/value';

const Kept = z.record(z.string(), Value.nullable());

/**
 * What a drawing keeps of its site and of its project as it was before the office changed it for new drawings only, by property id; null
 * where there was no value.
 */
export const KeptOffice = z.strictObject({ organisation: Kept.optional(), project: Kept.optional() });
export type KeptOffice = z.infer<typeof KeptOffice>;

/** The values of a site or a project as a drawing prints them that keeps some. */
export function withKept(values: Values, kept: Readonly<Record<string, Values[string] | null>> = {}): Values {
  const result = { ...values };
  for (const [property, value] of Object.entries(kept)) {
    if (value === null) delete result[property];
    else result[property] = value;
  }
  return result;
}

/** The properties that a drawing keeps as they were. */
export const keptProperties = ({ organisation = {}, project = {} }: KeptOffice): string[] => [
  ...Object.keys(organisation),
  ...Object.keys(project),
];

/** What a drawing keeps once it has another site or another project: nothing of the one before. */
export function keptAfter(
  kept: KeptOffice,
  before: { siteId: string | null; projectId: string },
  after: { siteId: string | null; projectId: string },
): KeptOffice {
  const { organisation, project } = kept;
  return {
    ...(organisation && before.siteId === after.siteId && { organisation }),
    ...(project && before.projectId === after.projectId && { project }),
  };
}
