import type { PropertyDefinition } from '../../property/definition';
import { valueText } from '../../property/value';
import type { Resources } from '../../scene/resources';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import { type LookedCell, cellPlace } from '../looked-at';

/** What fixed text is that should be a value, and how it looks within it. */
const WORDS = [
  { as: 'scale', like: /\bscale\b\s*[:=]?\s*\d+(?:[.,]\d+)?\s*:\s*\d+(?:[.,]\d+)?/i },
  { as: 'sheet size', like: /\b(?:size|format)\s*[:=]?\s*(?:A[0-4]|[A-F])\b/i },
  { as: 'sheet number', like: /\b(?:sheet|page)\s+\d+\s*(?:\/|of)\s*\d+\b/i },
  { as: 'date', like: /\b(?:19|20)\d\d-(?:0[1-9]|1[0-2])-(?:0[1-9]|[12]\d|3[01])\b/ },
  { as: 'date', like: /\b(?:0?[1-9]|[12]\d|3[01])[./](?:0?[1-9]|1[0-2]|[12]\d|3[01])[./](?:19|20)\d\d\b/ },
  {
    as: 'unit',
    like: /\b(?:dimensions?|lengths?|masses|mass|weights?)\b[^.]*\b(?:in|are)\s+(?:mm|millimet(?:er|re)s?|cm|m|inch(?:es)?|kg|lb)\b/i,
  },
] as const;

/** Texts that stand until somebody knows what is to be there. */
export const FILLERS = [
  /^\W*(?:x{2,}|-{2,}|\?{2,}|\.{3,}|_{2,}|0{3,})\W*$/i,
  /\b(?:x{3,}|lorem|ipsum|placeholder|tbd|tba|to be defined|dummy|sample text|fill in|insert here)\b|\?{3,}|<[^<>]+>/i,
];

const namesOf = new WeakMap<Resources['seen'], string[]>();

/** The full names of persons that are on record. */
function personsOf({ seen, properties }: Resources): string[] {
  let names = namesOf.get(seen);
  if (!names) {
    const isPerson = ({ type }: PropertyDefinition) => type === 'person';
    const all = [...properties.values()].filter(isPerson).flatMap(({ id }) => (seen.get(id) ?? []).map(valueText));
    names = [...new Set(all.map((name) => name.trim()))].filter((name) => /\S\s+\S/.test(name));
    namesOf.set(seen, names);
  }
  return names;
}

/** Fixed text in which a value stands that should follow the drawing: a scale, a date, somebody's name, or a filler that nobody replaced. */
export const fixedWords: Check<LookedCell> = {
  codes: ['value as fixed text'],
  look(at) {
    const { cell, filling } = at.context;
    return cell.contents.flatMap((content) =>
      'parts' in content
        ? content.parts.flatMap((part): Finding[] => {
            if (part.kind !== 'fixed') return [];
            const found = foundIn(part.text, filling.resources);
            return found ? [noticed('value as fixed text', found, cellPlace(at))] : [];
          })
        : [],
    );
  },
};

function foundIn(
  text: string,
  resources: Resources,
): { as: (typeof WORDS)[number]['as'] | 'filler' | 'name'; text: string } | undefined {
  for (const { as, like } of WORDS) {
    const match = like.exec(text);
    if (match) return { as, text: match[0].trim() };
  }
  for (const like of FILLERS) {
    const match = like.exec(text);
    if (match) return { as: 'filler', text: match[0].trim() };
  }
  const folded = text.toLowerCase();
  const name = personsOf(resources).find((one) => folded.includes(one.toLowerCase()));
  return name === undefined ? undefined : { as: 'name', text: name };
}
