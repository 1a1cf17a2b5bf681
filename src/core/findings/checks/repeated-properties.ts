import { askedInOne } from '../../format/asked';
import type { Cell } from '../../format/document';
import { matchedName } from '../../property/names';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** One property that stands alone, in one unit, under captions that say different things. */
export const repeatedProperties: Check<LookedSheet> = {
  codes: ['one property under two captions'],
  look({ document, resources, laid }) {
    const findings: Finding[] = [];
    for (const { block } of laid) {
      /** The cells that print each property alone, one for each caption. */
      const byProperty = new Map<string, { property: string; captions: Map<string, Cell> }>();
      for (const cell of block.cells) {
        const sole = soleProperty(cell);
        if (!sole) continue;
        // Kilograms under one caption and pounds under another are two things to know.
        const own = resources.properties.get(sole.property);
        const unit = sole.unit ?? (own?.display?.kind === 'number' ? own.display.unit : undefined) ?? own?.unit ?? '';
        const key = `${sole.property} in ${unit}`;
        const { captions } = byProperty.get(key) ?? { captions: new Map<string, Cell>() };
        if (!captions.has(sole.caption)) captions.set(sole.caption, cell);
        byProperty.set(key, { property: sole.property, captions });
      }
      for (const { property, captions } of byProperty.values()) {
        const [first, second, ...more] = captions.values();
        if (!first || !second) continue;
        const name =
          resources.properties.get(property)?.name ??
          document.asked.find(({ key }) => key === property)?.name ??
          property;
        const params = {
          property,
          name,
          first: first.caption!.text.trim(),
          second: second.caption!.text.trim(),
          more: more.length,
        };
        findings.push(noticed('one property under two captions', params, { block: block.id, cell: second.id }));
      }
    }
    return findings;
  },
};

interface Sole {
  property: string;
  caption: string;
  /** The unit that it is shown in, where the cell says so. */
  unit: string | undefined;
}

/** The unit that a cell shows its value in. */
function unitShown({ contents: [content] }: Cell): string | undefined {
  const linked = content && 'parts' in content ? content.parts.find((part) => part.kind === 'linked') : undefined;
  return linked?.display?.kind === 'number' ? linked.display.unit : undefined;
}

const soleProperties = new WeakMap<Cell, Sole | false>();

/** The one property that stands under a cell's caption, with the caption as it reads without its marks; kept as long as the cell is. */
export function soleProperty(cell: Cell): Sole | false {
  let found = soleProperties.get(cell);
  if (found === undefined) {
    const caption = matchedName(cell.caption?.text ?? '');
    const [property, ...others] = cell.contents[0] ? askedInOne(cell.contents[0]) : [];
    found = caption !== '' &&
      property !== undefined &&
      others.length === 0 && { property, caption, unit: unitShown(cell) };
    soleProperties.set(cell, found);
  }
  return found;
}
