import type { FormatDocument } from '../document';
import { lengthsInWords, valueAt } from '../length-value';
import type { Place } from './place';

type Setting = 'name' | 'unit' | 'mainSize' | 'margins' | 'frame' | 'zones' | 'marks';

const SETTINGS: Record<Setting, { words: string; text: (document: FormatDocument) => string }> = {
  name: { words: 'Name of the format', text: ({ name }) => name },
  unit: { words: 'Unit', text: ({ unit }) => unit },
  mainSize: {
    words: 'Size shown first',
    text: ({ sizes, mainSize }) => sizes.find(({ id }) => id === mainSize)?.name ?? mainSize,
  },
  margins: {
    words: 'Margins',
    text: ({ margins }) =>
      (['left', 'right', 'top', 'bottom'] as const)
        .map((side) => `${side} ${lengthsInWords(margins[side])}`)
        .join(', '),
  },
  frame: { words: 'Frame line', text: ({ frame }) => `${frame.width} mm, ${frame.type}` },
  zones: {
    words: 'Zones',
    text({ zones, mainSize }) {
      if (!zones.shown) return 'none';
      const rule = valueAt(zones.rule, mainSize);
      return rule.kind === 'count' ? `${rule.columns} × ${rule.rows}` : `every ${lengthsInWords(rule.pitch)} mm`;
    },
  },
  marks: {
    words: 'Marks',
    text: ({ marks }) =>
      (['centring', 'trimming', 'designation'] as const).filter((mark) => marks[mark].shown).join(', ') || 'none',
  },
};

/** The settings that hold for the whole format. */
export const settingPlaces = (): Place[] =>
  (Object.keys(SETTINGS) as Setting[]).map((key) => ({
    key,
    ...SETTINGS[key],
    of: (document) => document[key],
    taken: (document, from) => ({ ...document, [key]: from[key] }),
  }));
