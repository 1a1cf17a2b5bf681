import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** Small letters in a title block, where the office writes capitals; the signs of units stay small. */
export const capitals: Check<LookedSheet> = {
  codes: ['small letters'],
  look({ laid, cells, resources }) {
    const titles = new Set(laid.filter(({ block }) => block.role === 'title').map(({ block }) => block.id));
    const byId = new Map(laid.flatMap(({ block }) => block.cells.map((cell) => [cell.id, cell] as const)));
    const units = new Set([...resources.properties.values()].map((property) => property.unit));
    return cells.flatMap((report): Finding[] => {
      const text = report.text.replace(/\b[a-z]{1,2}\b/g, (word) => (units.has(word) ? '' : word));
      if (!titles.has(report.block) || text === text.toUpperCase()) return [];
      const override = { ...byId.get(report.id)!.override, case: 'upper' as const };
      return [
        noticed(
          'small letters',
          { text: report.text },
          { block: report.block, cell: report.id, name: report.name },
          {
            kind: { kind: 'capitals' },
            steps: [{ op: 'set cell', block: report.block, cell: report.id, change: { override } }],
          },
        ),
      ];
    });
  },
};
