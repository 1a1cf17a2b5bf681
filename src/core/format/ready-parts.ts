import type { FitStep } from '../lettering/style';
import type { Block, Cell, Growth, Part, Place, Track } from './document';

/** What a ready part needs from its format: a line width pair, and lettering styles by the roles of a title block. */
export interface PartStyle {
  ink: string;
  wide: number;
  narrow: number;
  caption: string;
  value: string;
  title: string;
  /** Height of an ordinary row, mm. */
  row: number;
}

type Content = string | Part[] | { symbol: 'projection' };
/** A cell of a sketch: caption, content, and how many fields it covers. A content that is a text names a property. */
interface Sketch {
  caption?: string;
  holds?: Content;
  columns?: number;
  rows?: number;
  large?: boolean;
  name?: string;
  across?: Place['across'];
  /** Its text may wrap onto so many lines. */
  lines?: number;
}

/** A block sketched row by row; each row lists the cells that begin in it, from the left. */
export interface PartSketch {
  name: string;
  role: Block['role'];
  /** Widths in mm; a negative one shares what is left of `total`. */
  widths: number[];
  total?: number;
  /** Heights as multiples of an ordinary row. */
  heights: number[];
  rows: Sketch[][];
  grow?: Omit<Growth, 'least' | 'most'> & { least: number; most: number };
  /** Where it is docked when there is no title block, or when it does not stand on one. */
  corner?: Block['dock']['corner'];
  onTitleBlock?: boolean;
  condition?: Block['condition'];
}

const link = (property: string): Part => ({ kind: 'linked', property });
/** A link that prints nothing where there is no value. */
const ifThere = (property: string): Part => ({
  kind: 'linked',
  property,
  missing: { print: 'nothing', report: false },
});
const fixed = (text: string): Part => ({ kind: 'fixed', text });
/** A cell of a table's heading. */
const heads = (text: string, across: Place['across'] = 'left'): Sketch => ({ holds: [fixed(text)], across });
const SHEET_OF: Part[] = [link('sheet-number'), fixed(' / '), link('number-of-sheets')];

/** The ready parts: blocks that a title block is put together from, and whole arrangements. */
export const READY_PARTS = {
  owner: {
    name: 'Owner',
    role: 'title',
    widths: [60],
    heights: [2],
    rows: [[{ name: 'Owner', holds: [link('legal-owner'), { kind: 'break' }, link('address')] }]],
  },
  signatures: {
    name: 'Signatures',
    role: 'title',
    widths: [45, 25],
    heights: [1, 1, 1],
    rows: [
      [
        { caption: 'CREATED BY', holds: 'created-by' },
        { caption: 'DATE OF ISSUE', holds: 'date-of-issue' },
      ],
      [
        { caption: 'CHECKED BY', holds: 'checked-by' },
        { caption: 'STATUS', holds: 'document-status' },
      ],
      [
        { caption: 'APPROVED BY', holds: 'approved-by' },
        { caption: 'DEPARTMENT', holds: 'department' },
      ],
    ],
  },
  identification: {
    name: 'Identification',
    role: 'title',
    widths: [70, 40, 15, 15],
    heights: [1.4],
    rows: [
      [
        { caption: 'TITLE', holds: 'title', large: true },
        { caption: 'DRAWING NUMBER', holds: 'drawing-number', large: true },
        { caption: 'REV.', holds: 'revision' },
        { caption: 'SHEET', holds: SHEET_OF },
      ],
    ],
  },
  material: {
    name: 'Material and mass',
    role: 'title',
    widths: [40, 45, 30],
    heights: [1],
    rows: [
      [
        { caption: 'MATERIAL', holds: 'material' },
        { caption: 'FINISH', holds: 'finish' },
        { caption: 'MASS', holds: 'mass' },
      ],
    ],
  },
  tolerances: {
    name: 'Tolerances and notes',
    role: 'tolerances',
    widths: [70],
    heights: [0.8, 0.8, 0.8],
    rows: [
      [{ caption: 'GENERAL TOLERANCES', holds: 'general-tolerance' }],
      [{ caption: 'UNITS', holds: 'units-note' }],
      [{ caption: 'EDGES', holds: 'edges-note' }],
    ],
  },
  distribution: {
    name: 'Distribution',
    role: 'other',
    widths: [30, 30, 30],
    heights: [0.7, 0.7],
    rows: [
      [
        { caption: 'PROJECT', holds: 'project' },
        { caption: 'CUSTOMER', holds: 'customer', columns: 2 },
      ],
      [{ caption: 'TO' }, { caption: 'COPIES' }, { caption: 'DATE' }],
    ],
  },
  full: {
    name: 'Title block',
    role: 'title',
    widths: [35, -1, 30, 20, 22, 15, 15],
    total: 180,
    heights: [1, 1, 1, 1.4, 1],
    rows: [
      [
        { name: 'Owner', holds: [link('legal-owner'), { kind: 'break' }, link('address')], columns: 2, rows: 3 },
        { caption: 'CREATED BY', holds: 'created-by', columns: 2 },
        { caption: 'DATE OF ISSUE', holds: 'date-of-issue' },
        { caption: 'DOCUMENT TYPE', holds: 'document-type', columns: 2 },
      ],
      [
        { caption: 'CHECKED BY', holds: 'checked-by', columns: 2 },
        { caption: 'STATUS', holds: 'document-status', columns: 2 },
        { caption: 'LANG.', holds: 'language' },
      ],
      [
        { caption: 'APPROVED BY', holds: 'approved-by', columns: 2 },
        { caption: 'DEPARTMENT', holds: 'department', columns: 3 },
      ],
      [
        { caption: 'TITLE', holds: 'title', large: true, columns: 3 },
        { caption: 'DRAWING NUMBER', holds: 'drawing-number', large: true, columns: 4 },
      ],
      [
        { caption: 'MATERIAL', holds: 'material' },
        { caption: 'FINISH', holds: 'finish' },
        { caption: 'MASS', holds: 'mass' },
        { caption: 'SCALE', holds: 'scale' },
        { name: 'Projection', holds: { symbol: 'projection' } },
        { caption: 'REV.', holds: 'revision' },
        { caption: 'SHEET', holds: SHEET_OF },
      ],
    ],
  },
  compact: {
    name: 'Compact title block',
    role: 'title',
    widths: [50, -1, 25, 20, 15, 15],
    total: 180,
    heights: [1, 1, 1.2],
    rows: [
      [
        { name: 'Owner', holds: 'legal-owner', columns: 2 },
        { caption: 'DATE OF ISSUE', holds: 'date-of-issue' },
        { caption: 'SCALE', holds: 'scale' },
        { name: 'Projection', holds: { symbol: 'projection' }, columns: 2 },
      ],
      [
        { caption: 'CREATED BY', holds: 'created-by' },
        { caption: 'APPROVED BY', holds: 'approved-by' },
        { caption: 'MASS', holds: 'mass' },
        { caption: 'DOCUMENT TYPE', holds: 'document-type', columns: 3 },
      ],
      [
        { caption: 'TITLE', holds: 'title', large: true, columns: 2 },
        { caption: 'DRAWING NUMBER', holds: 'drawing-number', columns: 2 },
        { caption: 'REV.', holds: 'revision' },
        { caption: 'SHEET', holds: SHEET_OF },
      ],
    ],
  },
  revisions: {
    name: 'Revisions',
    role: 'revisions',
    widths: [12, 15, 63, 25, 40],
    heights: [0.6, 0.6],
    rows: [
      [heads('REV.', 'centre'), heads('ZONE', 'centre'), heads('CHANGE'), heads('DATE'), heads('APPROVED')],
      [
        { holds: 'revision', across: 'centre' },
        { holds: [ifThere('revision-zones')], across: 'centre' },
        { holds: 'revision-description', lines: 3 },
        { holds: 'revision-date' },
        { holds: [ifThere('revision-approved-by')] },
      ],
    ],
    grow: { rows: 'revisions', direction: 'down', least: 0, most: 8, whenFull: 'newest only' },
    corner: 'upper right',
    condition: { sheets: 'first' },
  },
  parts: {
    name: 'Parts list',
    role: 'parts',
    widths: [12, 12, 36, 62, 38, 20],
    heights: [0.6, 0.6],
    rows: [
      [
        { holds: 'item', across: 'centre' },
        { holds: 'quantity', across: 'right' },
        { holds: 'part-number' },
        { holds: [{ kind: 'linked', property: 'title', orElse: ['description'] }], lines: 2 },
        { holds: 'material', lines: 2 },
        { holds: 'row-mass', across: 'right' },
      ],
      [
        heads('ITEM', 'centre'),
        heads('QTY', 'right'),
        heads('PART NUMBER'),
        heads('DESCRIPTION'),
        heads('MATERIAL'),
        heads('MASS', 'right'),
      ],
    ],
    grow: {
      rows: 'parts',
      direction: 'up',
      least: 0,
      most: 20,
      whenFull: 'following sheet',
      parts: { kind: 'components', orderBy: 'part-number' },
    },
    onTitleBlock: true,
    condition: { kinds: 'assembly' },
  },
  'tolerance table': {
    name: 'General tolerances',
    role: 'tolerances',
    widths: [34, 26],
    heights: [0.5, 0.5],
    rows: [
      [heads('SIZE'), heads('TOLERANCE')],
      [{ holds: 'size-range' }, { holds: 'tolerance' }],
    ],
    grow: {
      rows: 'tolerances',
      direction: 'down',
      least: 0,
      most: 30,
      whenFull: 'second column',
      tolerances: ['linear', 'places'],
    },
    corner: 'upper left',
  },
  notes: {
    name: 'Notes',
    role: 'notes',
    widths: [10, 90],
    heights: [0.6, 0.6],
    rows: [
      [{ ...heads('NOTES'), columns: 2 }],
      [
        { holds: 'note-number', across: 'right' },
        { holds: 'note', lines: 4 },
      ],
    ],
    grow: {
      rows: 'notes',
      direction: 'down',
      least: 0,
      most: 20,
      whenFull: 'following sheet',
      notes: ['units-note', 'edges-note'],
    },
    corner: 'upper left',
    condition: { sheets: 'first' },
  },
} satisfies Record<string, PartSketch>;
export type ReadyPart = keyof typeof READY_PARTS;

const SQUEEZE: FitStep[] = [{ kind: 'squeeze', least: 0.65 }];
/** Wraps before it squeezes hard: rows of a table grow. */
const wrapping = (lines: number): FitStep[] => [{ kind: 'squeeze', least: 0.85 }, { kind: 'wrap', lines }, ...SQUEEZE];
const SQUEEZE_AND_STEP: FitStep[] = [...SQUEEZE, { kind: 'step down', least: 2.5 }];

/**
 * Makes a block from a ready part, in the format's lettering and lines, docked in its corner, which is the lower right one where it
 * names none; a parts list stands on the title blocks among `blocks`.
 */
export function readyBlock(
  part: ReadyPart,
  style: PartStyle,
  newId: () => string,
  blocks: readonly Pick<Block, 'id' | 'role'>[] = [],
): Block {
  const sketch: PartSketch = READY_PARTS[part];
  const frame = frameOf(sketch.name, sketch.role, style, newId);
  const columns = sketch.widths.map((width): Track =>
    width < 0 ? { id: newId(), share: -width, least: 20 } : { id: newId(), size: width },
  );
  const rows = sketch.heights.map((height): Track => ({
    id: newId(),
    size: Math.round(height * style.row * 100) / 100,
  }));
  return {
    ...frame,
    dock: {
      ...frame.dock,
      ...(sketch.corner && { corner: sketch.corner }),
      ...(sketch.onTitleBlock && {
        to: blocks.filter(({ role }) => role === 'title').map(({ id }) => ({ block: id, side: 'above' as const })),
      }),
    },
    condition: sketch.condition ?? {},
    ...(sketch.grow && { grow: { ...sketch.grow, most: { base: sketch.grow.most } } }),
    columns,
    rows,
    cells: placed(sketch).map(({ cell, column, row }) =>
      cellFrom(cell, column, row, style, newId, sketch.grow !== undefined),
    ),
    width: sketch.total === undefined ? 'sum' : { total: sketch.total },
  };
}

/** An empty block of columns × rows of one size. */
export function emptyGrid(
  name: string,
  columns: number,
  rows: number,
  size: { width: number; height: number },
  style: PartStyle,
  newId: () => string,
): Block {
  const cells = Array.from({ length: columns * rows }, (_, i) =>
    cellFrom({}, i % columns, Math.floor(i / columns), style, newId),
  );
  return {
    ...frameOf(name, 'other', style, newId),
    columns: Array.from({ length: columns }, () => ({ id: newId(), size: size.width })),
    rows: Array.from({ length: rows }, () => ({ id: newId(), size: size.height })),
    cells,
    width: 'sum',
  };
}

function frameOf(name: string, role: Block['role'], { ink, wide, narrow }: PartStyle, newId: () => string) {
  return {
    id: newId(),
    name,
    role,
    lines: {
      outline: { width: wide, ink, type: 'continuous' as const },
      inside: { width: narrow, ink, type: 'continuous' as const },
      edges: [],
    },
    dock: { to: [], align: 'end' as const, corner: 'lower right' as const, offset: { x: 0, y: 0 } },
    height: 'sum' as const,
    turn: 0 as const,
    condition: {},
  };
}

/** Where the cells of a sketch stand: each in the first free field of its row. */
function placed(sketch: PartSketch): { cell: Sketch; column: number; row: number }[] {
  const taken = sketch.heights.map(() => sketch.widths.map(() => false));
  return sketch.rows.flatMap((cells, row) =>
    cells.map((cell) => {
      const column = taken[row]!.indexOf(false);
      for (let r = row; r < row + (cell.rows ?? 1); r++) taken[r]!.fill(true, column, column + (cell.columns ?? 1));
      return { cell, column, row };
    }),
  );
}

function cellFrom(
  sketch: Sketch,
  column: number,
  row: number,
  style: PartStyle,
  newId: () => string,
  inTable = false,
): Cell {
  const { caption, holds, name, large, lines } = sketch;
  const across = sketch.across ?? 'left';
  const symbol = typeof holds === 'object' && !Array.isArray(holds) ? holds.symbol : undefined;
  const parts = typeof holds === 'string' ? [link(holds)] : Array.isArray(holds) ? holds : undefined;
  return {
    id: newId(),
    column,
    row,
    columnSpan: sketch.columns ?? 1,
    rowSpan: sketch.rows ?? 1,
    ...(name && { name }),
    ...(caption && {
      caption: {
        text: caption,
        lettering: style.caption,
        place: { across: 'left', up: 'top', inset: { x: 0.8, y: 0.8 } },
      },
    }),
    contents: symbol ? [{ symbol: { name: symbol } }] : parts ? [{ parts }] : [],
    lettering: large ? style.title : style.value,
    place: caption
      ? { across, up: 'base', inset: { x: 1, y: 1.2 } }
      : { across: symbol ? 'centre' : across, up: 'middle', inset: { x: 1.5, y: inTable ? 1 : 1.5 } },
    turn: 0,
    fit: symbol ? [] : large ? SQUEEZE_AND_STEP : lines ? wrapping(lines) : SQUEEZE,
  };
}
