import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import { type LookedTable, blockPlace } from '../looked-at';

/** Parts that a parts list cannot tell or name, and assemblies that have none. */
export const partsList: Check<LookedTable> = {
  codes: ['no parts list', 'component without a part number', 'part number shared'],
  look({ block, parts }) {
    if (!parts) return [];
    const { trouble, withoutNumber, shared = [] } = parts;
    const place = blockPlace(block);
    const findings: Finding[] = [];
    if (trouble) findings.push(noticed('no parts list', { trouble }, place));
    if (withoutNumber.length > 0)
      findings.push(noticed('component without a part number', { components: withoutNumber }, place));
    for (const { number, by } of shared) findings.push(noticed('part number shared', { number, by }, place));
    return findings;
  },
};
