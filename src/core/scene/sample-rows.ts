import type { Growth } from '../format/document';
import { valueAt } from '../format/length-value';
import type { TableRow } from '../property/facts';
import { SUPPLIED } from '../property/supplied';
import { OMITTED, schemePreview } from '../revision/scheme';
import type { Filling } from './content-text';
import type { SampleRows } from './resources';

/** How many sample rows stand in for a table's own; undefined when its own are shown. */
export function sampleCount(
  growth: Growth,
  { show }: Filling,
  sizeId: string,
  sample: SampleRows | undefined,
  own: number,
): number | undefined {
  if (growth.rows === 'tolerances' || growth.rows === 'notes') return undefined;
  if (sample === undefined) {
    if (show === 'blank') return 0;
    return show === 'names' || (show === 'longest' && own === 0) ? 1 : undefined;
  }
  const full = valueAt(growth.most, sizeId) * (growth.whenFull === 'second column' ? 2 : 1);
  return sample === 'full' ? full : sample === 'over-full' ? full + 3 : sample;
}

const LETTERS = schemePreview({ sequence: { kind: 'letters', omit: OMITTED.iso } }, 60);

/** One of a table's own rows again, with its next number; where it has none, one made from values seen. */
export function sampleRow(
  growth: Growth,
  own: readonly TableRow[],
  i: number,
  { facts, resources }: Filling,
): TableRow {
  const like = own.length > 0 ? own[i % own.length]! : undefined;
  if (growth.rows === 'revisions') {
    const revision = LETTERS[i % LETTERS.length]!;
    const made = {
      [SUPPLIED.revisionZones]: 'B2',
      [SUPPLIED.revisionDescription]: 'Sample of a change',
      [SUPPLIED.revisionDate]: facts.today,
      [SUPPLIED.revisedBy]: 'Ada Sample',
      [SUPPLIED.revisionApprovedBy]: 'Bo Sample',
      [SUPPLIED.changeNumber]: String(100 + i),
    };
    return {
      name: `sample revision ${revision}`,
      values: { ...(like?.values ?? made), [SUPPLIED.revision]: revision },
    };
  }
  const item = String(i + 1);
  if (like) return { ...like, name: `sample item ${item}`, values: { ...like.values, [SUPPLIED.item]: item } };
  const values = [...resources.properties.keys()].flatMap((id) => {
    const seen = resources.seen.get(id) ?? [];
    return seen.length > 0 ? [[id, seen[i % seen.length]!] as const] : [];
  });
  const model = { name: `Sample part ${item}`, kind: 'part', values: Object.fromEntries(values) } as const;
  return {
    name: `sample item ${item}`,
    model,
    values: { [SUPPLIED.item]: item, [SUPPLIED.quantity]: 1 },
  };
}
