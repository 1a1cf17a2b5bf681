import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** An order of asking that is not the order on the sheet: on the first sheet of the main size, within the block that is asked first. */
export const askedOrder: Check<LookedSheet> = {
  codes: ['asked out of order'],
  look({ document, sizeId, first: isFirst, cells }) {
    const { asked } = document;
    if (asked.length === 0 || !isFirst || sizeId !== document.mainSize) return [];
    const places = new Map<string, { x: number; y: number; block: string }>();
    for (const report of cells) {
      for (const { property } of report.trace) {
        if (!places.has(property))
          places.set(property, { x: report.box.x, y: report.box.y + report.box.height, block: report.block });
      }
    }
    const placed = asked.filter(({ key }) => places.has(key));
    const block = placed[0] && places.get(placed[0].key)!.block;
    const here = placed.filter(({ key }) => places.get(key)!.block === block);
    const reading = here.toSorted((a, b) => {
      const [p, q] = [places.get(a.key)!, places.get(b.key)!];
      return Math.abs(p.y - q.y) > 1 ? q.y - p.y : p.x - q.x;
    });
    const wrong = here.find((one, i) => reading[i] !== one);
    if (!wrong) return [];
    const slots = asked.flatMap((one, i) => (here.includes(one) ? [i] : []));
    const next = [...asked];
    reading.forEach((one, i) => (next[slots[i]!] = one));
    return [
      noticed(
        'asked out of order',
        { key: wrong.key, name: wrong.name },
        {},
        {
          kind: { kind: 'ask in order' },
          steps: [{ op: 'set asked', asked: next }],
        },
      ),
    ];
  },
};
