import type { Part } from '../../format/document';
import { SUPPLIED } from '../../property/supplied';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import { type LookedCell, cellPlace } from '../looked-at';

/** Data of the sheet that is known: what it looks like as fixed text, by the property that knows it. */
const SHEET_DATA = [
  { datum: SUPPLIED.scale, like: /^\d+(?:[.,]\d+)?\s*:\s*\d+(?:[.,]\d+)?$/ },
  { datum: SUPPLIED.sheetSize, like: /^(A[0-4]|[A-F])$/ },
  { datum: SUPPLIED.sheetNumber, like: /^\d+\s*(?:\/|of)\s*\d+$/i },
] as const;

export const fixedSheetData: Check<LookedCell> = {
  codes: ['sheet data as fixed text'],
  look(at) {
    const { cell, block, filling } = at.context;
    const { properties } = filling.resources;
    return cell.contents.flatMap((content, i): Finding[] => {
      if (!('parts' in content) || content.parts.some((part) => part.kind !== 'fixed')) return [];
      const text = content.parts
        .map((part) => (part.kind === 'fixed' ? part.text : ''))
        .join('')
        .trim();
      const known = SHEET_DATA.find(({ like }) => like.test(text));
      if (!known || !properties.has(known.datum)) return [];
      const linked: Part = { kind: 'linked', property: known.datum };
      const parts: Part[] =
        known.datum === SUPPLIED.sheetNumber && properties.has(SUPPLIED.sheetCount)
          ? [linked, { kind: 'fixed', text: ' / ' }, { kind: 'linked', property: SUPPLIED.sheetCount }]
          : [linked];
      const contents = cell.contents.map((one, j) => (j === i ? { ...one, parts } : one));
      return [
        noticed('sheet data as fixed text', { datum: known.datum, text }, cellPlace(at), {
          kind: { kind: 'link' },
          steps: [{ op: 'set cell', block, cell: cell.id, change: { contents } }],
        }),
      ];
    });
  },
};
