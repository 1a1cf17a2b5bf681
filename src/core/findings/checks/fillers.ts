import { valueText } from '../../property/value';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import type { LookedSheet } from '../looked-at';
import { FILLERS } from './fixed-words';

/** Values that are fillers: what a model, a drawing or the office says until somebody knows better. */
export const fillers: Check<LookedSheet> = {
  codes: ['filler as a value'],
  look({ cells }) {
    const found = new Map<string, Finding>();
    for (const { trace, block, id, name } of cells) {
      for (const { property, name: called, value, source, standIn } of trace) {
        // What the profile and the sheet give is written by the application: “.XX” is a range of sizes.
        if (source === 'profile' || source === 'sheet') continue;
        if (typeof value !== 'string' || standIn !== undefined || found.has(property)) continue;
        const text = valueText(value).trim();
        if (FILLERS.some((like) => like.test(text)))
          found.set(property, noticed('filler as a value', { name: called, value: text }, { block, cell: id, name }));
      }
    }
    return [...found.values()];
  },
};
