import type { PropertyDefinition } from '@/core/property/definition';
import { STANDARD_SIZES } from '@/core/sheet/sizes';
import { seeded } from '../generated';

/** A cell as it was meant. */
export interface MeantCell {
  box: { x: number; y: number; width: number; height: number };
  caption: string;
  kind: 'linked' | 'asked' | 'fixed' | 'empty';
  property?: string;
  text: string;
}

interface DxfLine {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  weight: number;
}

interface DxfText {
  text: string;
  x: number;
  y: number;
  height: number;
  tag?: string;
}

/** A sheet with a title block as a drafting office may have drawn it, and what its cells were meant to be. */
export interface GeneratedSheet {
  size: string;
  lines: DxfLine[];
  texts: DxfText[];
  cells: MeantCell[];
}

/** What may be wrong with a drawing that nobody drew for us. */
export const FAULTS = [
  'overshoots and gaps',
  'double lines',
  'exploded texts',
  'off the origin, in inches',
  'shaky coordinates',
] as const;
export type Fault = (typeof FAULTS)[number];

const round = (value: number, step = 0.5) => Math.round(value / step) * step;

/** A title block of random tracks with joined cells: captions over attributes, samples, texts and nothing. */
export function generatedSheet(seed: number, properties: readonly PropertyDefinition[]): GeneratedSheet {
  const random = seeded(seed || 1).next;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const size = pick(STANDARD_SIZES.filter(({ id, standard }) => standard === 'iso' && id !== 'iso-a4-landscape'));
  const columns = Array.from({ length: 3 + Math.floor(random() * 5) }, () => round(15 + random() * 30));
  const most = size.width - size.margins.left - size.margins.right - 5;
  while (columns.reduce((a, b) => a + b, 0) > most) columns.pop();
  const rows = Array.from({ length: 2 + Math.floor(random() * 5) }, () => round(7.5 + random() * 7));
  const [width, height] = [columns, rows].map((list) => list.reduce((a, b) => a + b, 0)) as [number, number];
  const [left, bottom] = [size.width - size.margins.right - width, size.margins.bottom];
  const xs = [left];
  for (const one of columns) xs.push(xs.at(-1)! + one);
  const ys = [bottom + height];
  for (const one of rows) ys.push(ys.at(-1)! - one);
  const taken = rows.map(() => columns.map(() => false));
  const cells: MeantCell[] = [];
  const texts: DxfText[] = [];
  const known = properties.filter(
    ({ source, type }) => ['model', 'drawing', 'organisation'].includes(source) && type !== 'picture',
  );
  const used = new Set<string>();
  const lines: DxfLine[] = [];
  rows.forEach((_, row) =>
    columns.forEach((_, column) => {
      if (taken[row]![column]) return;
      const isFree = (r: number, c: number) => taken[r]?.[c] === false;
      const columnSpan = random() < 0.25 && isFree(row, column + 1) ? 2 : 1;
      const rowSpan =
        random() < 0.15 && isFree(row + 1, column) && (columnSpan === 1 || isFree(row + 1, column + 1)) ? 2 : 1;
      for (let r = row; r < row + rowSpan; r++) taken[r]!.fill(true, column, column + columnSpan);
      const box = {
        x: xs[column]!,
        y: ys[row + rowSpan]!,
        width: xs[column + columnSpan]! - xs[column]!,
        height: ys[row]! - ys[row + rowSpan]!,
      };
      const upper = box.y + box.height;
      if (row + rowSpan < rows.length)
        lines.push({ x1: box.x, y1: box.y, x2: box.x + box.width, y2: box.y, weight: 0.35 });
      if (column + columnSpan < columns.length)
        lines.push({ x1: box.x + box.width, y1: box.y, x2: box.x + box.width, y2: upper, weight: 0.35 });
      const property = pick(known);
      const kinds = ['attribute', 'sample', 'asked', 'fixed', 'empty', 'large fixed'] as const;
      let kind: (typeof kinds)[number] = pick(kinds);
      if (used.has(property.id) && (kind === 'attribute' || kind === 'sample')) kind = 'empty';
      const value = (text: string, tag?: string) =>
        texts.push({ text, x: box.x + 1.5, y: box.y + 1.5, height: 2.5, ...(tag !== undefined && { tag }) });
      const captioned = (text: string) => texts.push({ text, x: box.x + 0.8, y: upper - 2.6, height: 1.8 });
      if (kind === 'attribute' || kind === 'sample') {
        used.add(property.id);
        const caption = property.name.toUpperCase();
        captioned(caption);
        value(
          kind === 'attribute' ? 'KW 204' : 'Sample 12',
          kind === 'attribute' ? property.id.replaceAll('-', '_').toUpperCase() : undefined,
        );
        cells.push({
          box,
          caption,
          kind: 'linked',
          property: property.id,
          text: kind === 'attribute' ? 'KW 204' : 'Sample 12',
        });
      } else if (kind === 'asked') {
        captioned('BATCH CODE');
        value('B 17', 'BATCH_CODE');
        cells.push({ box, caption: 'BATCH CODE', kind: 'asked', text: 'B 17' });
      } else if (kind === 'fixed') {
        captioned('HANDLING');
        value('Do not scale');
        cells.push({ box, caption: 'HANDLING', kind: 'fixed', text: 'Do not scale' });
      } else if (kind === 'large fixed') {
        texts.push({ text: 'KELVARRA', x: box.x + 2, y: box.y + box.height / 2 - 1.75, height: 3.5 });
        cells.push({ box, caption: '', kind: 'fixed', text: 'KELVARRA' });
      } else cells.push({ box, caption: '', kind: 'empty', text: '' });
    }),
  );
  const frame = {
    x: size.margins.left,
    y: size.margins.bottom,
    right: size.width - size.margins.right,
    top: size.height - size.margins.top,
  };
  const outline = (x1: number, y1: number, x2: number, y2: number, weight: number) =>
    lines.push(
      { x1, y1, x2, y2: y1, weight },
      { x1: x2, y1, x2, y2, weight },
      { x1: x2, y1: y2, x2: x1, y2, weight },
      { x1, y1: y2, x2: x1, y2: y1, weight },
    );
  outline(frame.x, frame.y, frame.right, frame.top, 0.7);
  outline(left, bottom, left + width, bottom + height, 0.7);
  return { size: size.id, lines, texts, cells };
}

/** The sheet with a fault of one kind. */
export function withFault(
  sheet: GeneratedSheet,
  fault: Fault,
  seed: number,
): GeneratedSheet & { unit?: 'in'; at?: { x: number; y: number } } {
  const random = seeded(seed * 7 + 3).next;
  const jitter = (most: number) => (random() * 2 - 1) * most;
  switch (fault) {
    case 'overshoots and gaps':
      return {
        ...sheet,
        lines: sheet.lines.map((line) =>
          line.x1 === line.x2
            ? { ...line, y1: line.y1 + jitter(0.3), y2: line.y2 + jitter(0.3) }
            : { ...line, x1: line.x1 + jitter(0.3), x2: line.x2 + jitter(0.3) },
        ),
      };
    case 'double lines':
      return {
        ...sheet,
        lines: sheet.lines.flatMap((line) =>
          random() < 0.4
            ? [
                line,
                line.x1 === line.x2
                  ? { ...line, x1: line.x1 + 0.2, x2: line.x2 + 0.2 }
                  : { ...line, y1: line.y1 + 0.2, y2: line.y2 + 0.2 },
              ]
            : [line],
        ),
      };
    case 'exploded texts':
      return { ...sheet, texts: sheet.texts.flatMap((text) => (text.tag ? [text] : exploded(text))) };
    case 'off the origin, in inches':
      return { ...sheet, unit: 'in', at: { x: 1234.5, y: -678.25 } };
    case 'shaky coordinates':
      return {
        ...sheet,
        lines: sheet.lines.map(({ x1, y1, x2, y2, weight }) =>
          x1 === x2
            ? { x1: x1 + jitter(0.08), x2: x2 + jitter(0.08), y1, y2, weight }
            : { x1, x2, y1: y1 + jitter(0.08), y2: y2 + jitter(0.08), weight },
        ),
      };
  }
}

/** A text in its words, each where it stood: an advance is about two thirds of the height. */
function exploded(text: DxfText): DxfText[] {
  let x = text.x;
  return text.text.split(' ').map((word) => {
    const piece = { ...text, text: word, x };
    x += (word.length + 1) * 0.72 * text.height;
    return piece;
  });
}

/** The sheet as a DXF, as any program may write it. */
export function asDxf({
  lines,
  texts,
  unit,
  at = { x: 0, y: 0 },
}: GeneratedSheet & { unit?: 'in'; at?: { x: number; y: number } }): string {
  const by = unit === 'in' ? 1 / 25.4 : 1;
  const n = (value: number) => String(Math.round(value * by * 1e7) / 1e7);
  const x = (value: number) => n(value + at.x);
  const y = (value: number) => n(value + at.y);
  let handle = 0x100;
  const entity = (type: string, ...groups: (string | number)[]) => [
    '0',
    type,
    '5',
    (handle++).toString(16),
    '8',
    'SHEET',
    ...groups.map(String),
  ];
  const drawn = [
    ...lines.flatMap((one) =>
      entity('LINE', 370, Math.round(one.weight * 100), 10, x(one.x1), 20, y(one.y1), 11, x(one.x2), 21, y(one.y2)),
    ),
    ...texts
      .filter(({ tag }) => !tag)
      .flatMap((one) => entity('TEXT', 10, x(one.x), 20, y(one.y), 40, n(one.height), 1, one.text)),
    ...entity('INSERT', 66, 1, 2, 'TITLE', 10, x(0), 20, y(0)),
    ...texts
      .filter(({ tag }) => tag)
      .flatMap((one) =>
        entity(
          'ATTRIB',
          100,
          'AcDbText',
          10,
          x(one.x),
          20,
          y(one.y),
          40,
          n(one.height),
          1,
          one.text,
          100,
          'AcDbAttribute',
          2,
          one.tag!,
          70,
          0,
        ),
      ),
    ...entity('SEQEND'),
  ];
  const section = (name: string, groups: string[]) => ['0', 'SECTION', '2', name, ...groups, '0', 'ENDSEC'];
  return [
    ...section('HEADER', ['9', '$ACADVER', '1', 'AC1021', '9', '$INSUNITS', '70', unit === 'in' ? '1' : '4']),
    ...section('BLOCKS', ['0', 'BLOCK', '2', 'TITLE', '10', '0', '20', '0', '0', 'ENDBLK']),
    ...section('ENTITIES', drawn),
    '0',
    'EOF',
    '',
  ].join('\n');
}
