import type { FormatDocument, Part } from '../format/document';
import { TOLERANCE, trimNumber } from '../geometry/length';
import type { CellContext } from './cell-room';
import type { Finding } from './report';

/** Least heights in use: notes and values 2.5 mm, captions 1.8 (ISO 3098); inch sheets 3 and 2.5 mm (ASME Y14.2). */
export const leastHeights = (unit: FormatDocument['unit']): { value: number; caption: number } =>
  unit === 'in' ? { value: 3, caption: 2.5 } : { value: 2.5, caption: 1.8 };

/** What is noticed about a cell by itself, whatever it is filled with. `name` is what messages call it. */
export function checkCell(context: CellContext, name: string): Finding[] {
  return [...heightCheck(context, name), ...emptyCaption(context, name), ...fixedSheetData(context, name)];
}

function heightCheck({ cell, block, filling: { document } }: CellContext, name: string): Finding[] {
  const least = leastHeights(document.unit).value;
  const height = cell.override?.height ?? document.letterings.find(({ id }) => id === cell.lettering)!.height;
  if (height >= least - TOLERANCE || !cell.contents.some((content) => 'parts' in content)) return [];
  return [
    {
      code: 'under the least height',
      weight: 'warning',
      block,
      cell: cell.id,
      words: `${name}: lettered ${trimNumber(height, 2)} mm high; ${trimNumber(least, 2)} mm is the least for values.`,
    },
  ];
}

/** A caption with nothing behind it, unless it is marked as written by hand. */
function emptyCaption({ cell, block }: CellContext, name: string): Finding[] {
  const { caption } = cell;
  if (!caption?.text.trim() || caption.forThePen) return [];
  const empty = cell.contents.every((content) => 'parts' in content && content.parts.every(isEmptyPart));
  if (!empty) return [];
  return [
    {
      code: 'nothing behind a caption',
      weight: 'warning',
      block,
      cell: cell.id,
      words: `${name}: its caption has nothing behind it.`,
      repair: {
        words: 'It is for the pen',
        step: { op: 'set cell', block, cell: cell.id, change: { caption: { ...caption, forThePen: true } } },
      },
    },
  ];
}

const isEmptyPart = (part: Part) => part.kind === 'break' || (part.kind === 'fixed' && part.text.trim() === '');

/** Data of the sheet that is known, typed as fixed text: what it looks like, and the property that knows it. */
const SHEET_DATA = [
  { word: 'scale', property: 'scale', like: /^\d+(?:[.,]\d+)?\s*:\s*\d+(?:[.,]\d+)?$/ },
  { word: 'sheet size', property: 'sheet-size', like: /^(A[0-4]|[A-F])$/ },
  { word: 'sheet number', property: 'sheet-number', like: /^\d+\s*(?:\/|of)\s*\d+$/i },
];

function fixedSheetData({ cell, block, filling: { resources } }: CellContext, name: string): Finding[] {
  return cell.contents.flatMap((content, i): Finding[] => {
    if (!('parts' in content) || content.parts.some((part) => part.kind !== 'fixed')) return [];
    const text = content.parts
      .map((part) => (part.kind === 'fixed' ? part.text : ''))
      .join('')
      .trim();
    const known = SHEET_DATA.find(({ like }) => like.test(text));
    if (!known || !resources.properties.has(known.property)) return [];
    const linked: Part = { kind: 'linked', property: known.property };
    const parts: Part[] =
      known.property === 'sheet-number' && resources.properties.has('number-of-sheets')
        ? [linked, { kind: 'fixed', text: ' / ' }, { kind: 'linked', property: 'number-of-sheets' }]
        : [linked];
    return [
      {
        code: 'sheet data as fixed text',
        weight: 'warning',
        block,
        cell: cell.id,
        words: `${name}: the ${known.word} “${text}” is fixed text; it will not follow the sheet.`,
        repair: {
          words: 'Link it',
          step: {
            op: 'set cell',
            block,
            cell: cell.id,
            change: { contents: cell.contents.map((one, j) => (j === i ? { ...one, parts } : one)) },
          },
        },
      },
    ];
  });
}
