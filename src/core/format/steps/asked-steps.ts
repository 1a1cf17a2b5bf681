import { z } from 'zod';
import { Acceptance } from '../acceptance';
import { AskedValue } from '../document';
import type { Operation } from './operation';

export const SetAsked = z.object({ op: z.literal('set asked'), asked: z.array(AskedValue).max(200) });
export type SetAsked = z.infer<typeof SetAsked>;

/** Sets the asked values and their order. Refused while a cell still asks for one that would go. */
export const setAsked: Operation<SetAsked> = {
  apply: (document, { asked }) => ({ ok: true, document: { ...document, asked } }),
  words(before, { asked }) {
    const known = new Set(before.asked.map(({ key }) => key));
    const added = asked.find(({ key }) => !known.has(key));
    if (added) return `Ask for ${added.name}`;
    const gone = before.asked.find(({ key }) => !asked.some((one) => one.key === key));
    if (gone) return `No longer ask for ${gone.name}`;
    const changed = asked.find((one) => !before.asked.includes(one));
    return changed ? `Asked value ${changed.name}` : 'Order of the asked values';
  },
};

export const SetAccepted = z.object({ op: z.literal('set accepted'), accepted: z.array(Acceptance).max(500) });
export type SetAccepted = z.infer<typeof SetAccepted>;

/** Sets which findings the office accepts, each with its reason. */
export const setAccepted: Operation<SetAccepted> = {
  apply: (document, { accepted }) => ({ ok: true, document: { ...document, accepted } }),
  words: (before, { accepted }) =>
    accepted.length > (before.accepted?.length ?? 0) ? 'Accept a finding' : 'No longer accept a finding',
};
