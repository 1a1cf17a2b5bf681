import { deepEqual } from 'fast-equals';
import { counted } from '../../counted';
import { trimNumber } from '../../geometry/length';
import type { Block, Cell, Dock, EdgeLine, FormatDocument, Line, Track } from '../document';
import { lengthAt, lengthsInWords } from '../length-value';
import { cellName, partsOf } from '../names';
import { conditionInWords } from '../occasion';
import { inOrderOf, withEntry } from './entries';
import { NOT_THERE, type Place, type PropertyName } from './place';

const idOfBlock = ({ id }: Block) => id;

/** The blocks of two documents: as a whole where one does not have it, else its grid, what it is, and its cells. */
export function blockPlaces(a: FormatDocument, b: FormatDocument, name: PropertyName): Place[] {
  const blocks = new Map([...b.blocks, ...a.blocks].map((block) => [block.id, block]));
  const inBoth = (id: string) => blockIn(a, id) !== undefined && blockIn(b, id) !== undefined;
  const common = (document: FormatDocument) => document.blocks.filter(({ id }) => inBoth(id));
  const order: Place = {
    key: 'blocks/order',
    words: 'Order of the blocks',
    of: (document) => common(document).map(idOfBlock),
    text: (document) =>
      common(document)
        .map((block) => block.name)
        .join(', '),
    taken: (document, from) => ({ ...document, blocks: inOrderOf(document.blocks, from.blocks, idOfBlock) }),
  };
  const places = [...blocks.values()].flatMap((block) =>
    inBoth(block.id)
      ? [
          ...gridPlaces(block, blockIn(a, block.id)!, blockIn(b, block.id)!),
          ...standingPlaces(block),
          ...cellPlaces(block, blockIn(a, block.id)!, blockIn(b, block.id)!, name),
        ]
      : [wholePlace(block)],
  );
  return [...places, order];
}

const blockIn = (document: FormatDocument, id: string) => document.blocks.find((block) => block.id === id);

/** The document with a block that is in it changed. */
const withBlock = (document: FormatDocument, id: string, change: (block: Block) => Block): FormatDocument => ({
  ...document,
  blocks: document.blocks.map((block) => (block.id === id ? change(block) : block)),
});

/** A block that one of two documents does not have. */
const wholePlace = (block: Block): Place => ({
  key: block.id,
  at: { block: block.id },
  words: `Block ${block.name}`,
  of: (document) => blockIn(document, block.id),
  text(document) {
    const found = blockIn(document, block.id);
    return found ? `${counted(found.cells.length, 'cell')}, ${gridText(found)}` : NOT_THERE;
  },
  taken(document, from) {
    const blocks = withEntry(document.blocks, from.blocks, block.id, idOfBlock);
    return { ...document, blocks: blockIn(from, block.id) ? blocks : blocks.map((one) => undockedFrom(one, block.id)) };
  },
});

const undockedFrom = (block: Block, gone: string): Block => ({
  ...block,
  dock: { ...block.dock, to: block.dock.to.filter((support) => support.block !== gone) },
});

const tracksText = (tracks: Block['columns']) =>
  tracks
    .map((track) => ('share' in track ? `share ${track.share}` : trimNumber(lengthAt(track.size, ''), 2)))
    .join(' + ');
const gridText = ({ columns, rows }: Block) => `${tracksText(columns)} wide, ${tracksText(rows)} high`;

/** Where a cell stands in its block, apart from what it carries. */
const standing = ({ id, column, row, columnSpan, rowSpan }: Cell) => ({ id, column, row, columnSpan, rowSpan });

function carried(cell: Cell): Omit<Cell, keyof ReturnType<typeof standing>> {
  const { id: _, column: _c, row: _r, columnSpan: _cs, rowSpan: _rs, ...rest } = cell;
  return rest;
}

/**
 * A grid by its tracks and lines where both versions of a block have the same ones with the same cells over them; else as a whole, since
 * what one of them has split or joined has no counterpart in the other.
 */
function gridPlaces(block: Block, a: Block, b: Block): Place[] {
  const structure = ({ columns, rows, cells }: Block) => [
    columns.map(idOfTrack),
    rows.map(idOfTrack),
    cells.map(standing),
  ];
  return deepEqual(structure(a), structure(b))
    ? [...trackPlaces(block), ...linePlaces(block, a, b), ...extentPlaces(block)]
    : [gridPlace(block)];
}

const idOfTrack = ({ id }: Track) => id;

const AXES = [
  { axis: 'columns', word: 'column' },
  { axis: 'rows', word: 'row' },
] as const;

const trackPlaces = (block: Block): Place[] =>
  AXES.flatMap(({ axis, word }) =>
    block[axis].map(({ id }, i): Place => {
      const find = (document: FormatDocument) => blockIn(document, block.id)?.[axis].find((track) => track.id === id);
      return {
        key: `${block.id}/${word}/${id}`,
        at: { block: block.id },
        words: `${block.name}: ${word} ${i + 1}`,
        of: find,
        text: (document) => trackText(find(document)!),
        taken: (document, from) =>
          withBlock(document, block.id, (into) => ({
            ...into,
            [axis]: into[axis].map((track) => (track.id === id ? find(from)! : track)),
          })),
      };
    }),
  );

const trackText = (track: Track) =>
  'share' in track
    ? `share ${track.share}${track.least === undefined ? '' : `, ${lengthsInWords(track.least)} mm at least`}`
    : `${lengthsInWords(track.size)} mm`;

const extentPlaces = (block: Block): Place[] =>
  (['width', 'height'] as const).map((side): Place => ({
    key: `${block.id}/${side}`,
    at: { block: block.id },
    words: `${block.name}: ${side}`,
    of: (document) => blockIn(document, block.id)?.[side],
    text(document) {
      const extent = blockIn(document, block.id)![side];
      if (extent === 'sum') return 'the sum of its tracks';
      return extent === 'stretch' ? 'stretched to the drawing space' : `${lengthsInWords(extent.total)} mm`;
    },
    taken: (document, from) =>
      withBlock(document, block.id, (into) => ({ ...into, [side]: blockIn(from, block.id)![side] })),
  }));

const idOfEdge = ({ axis, after, at }: EdgeLine) => `${axis}/${after ?? ''}/${at}`;
const lineText = ({ width, type, hidden }: Line) => (hidden ? 'hidden' : `${trimNumber(width, 3)} mm, ${type}`);

/** The outline, the lines inside, and every edge that has a line of its own in one of two versions of a block. */
function linePlaces(block: Block, a: Block, b: Block): Place[] {
  const usual = (['outline', 'inside'] as const).map((where): Place => ({
    key: `${block.id}/${where}`,
    at: { block: block.id },
    words: `${block.name}: ${where === 'outline' ? 'outline' : 'lines inside'}`,
    of: (document) => blockIn(document, block.id)?.lines[where],
    text: (document) => lineText(blockIn(document, block.id)!.lines[where]),
    taken: (document, from) =>
      withBlock(document, block.id, (into) => ({
        ...into,
        lines: { ...into.lines, [where]: blockIn(from, block.id)!.lines[where] },
      })),
  }));
  const edges = new Map([...b.lines.edges, ...a.lines.edges].map((edge) => [idOfEdge(edge), edge]));
  const own = [...edges].map(([id, { axis, after, at }]): Place => {
    const edgesIn = (document: FormatDocument) => blockIn(document, block.id)?.lines.edges ?? [];
    const find = (document: FormatDocument) => edgesIn(document).find((edge) => idOfEdge(edge) === id);
    return {
      key: `${block.id}/edge/${id}`,
      at: { block: block.id },
      words: `${block.name}: ${edgeWords(block, axis, after, at)}`,
      of: find,
      text(document) {
        const found = find(document);
        return found ? lineText(found.line) : 'as the others';
      },
      taken: (document, from) =>
        withBlock(document, block.id, (into) => ({
          ...into,
          lines: { ...into.lines, edges: withEntry(into.lines.edges, edgesIn(from), id, idOfEdge) },
        })),
    };
  });
  return [...usual, ...own];
}

/** An edge by where it is: *line right of column 2, at row 3*. */
function edgeWords({ columns, rows }: Block, axis: EdgeLine['axis'], after: string | null, at: string): string {
  const number = (tracks: readonly Track[], id: string | null) => tracks.findIndex((track) => track.id === id) + 1;
  if (axis === 'column')
    return `line ${after === null ? 'left of column 1' : `right of column ${number(columns, after)}`}, at row ${number(rows, at)}`;
  return `line ${after === null ? 'above row 1' : `below row ${number(rows, after)}`}, at column ${number(columns, at)}`;
}

/** A block's tracks, its lines, and the places of its cells; cells that come with it bring what they carry. */
const gridPlace = ({ id, name }: Block): Place => ({
  key: `${id}/grid`,
  at: { block: id },
  words: `${name}: columns, rows and lines`,
  of(document) {
    const found = blockIn(document, id);
    if (!found) return undefined;
    const { columns, rows, lines, width, height, cells } = found;
    return { columns, rows, lines, width, height, cells: cells.map(standing) };
  },
  text: (document) => gridText(blockIn(document, id)!),
  taken: (document, from) =>
    withBlock(document, id, (block) => {
      const { columns, rows, lines, width, height, cells } = blockIn(from, id)!;
      const there = new Map(block.cells.map((cell) => [cell.id, cell]));
      const stood = cells.map((cell) => ({ ...carried(there.get(cell.id) ?? cell), ...standing(cell) }));
      return { ...block, columns, rows, lines, width, height, cells: stood };
    }),
});

/** What a block is as a whole, each by itself. */
const STANDING: readonly {
  part: 'name' | 'role' | 'dock' | 'turn' | 'locked' | 'condition' | 'grow';
  words: string;
  text: (block: Block, document: FormatDocument) => string;
}[] = [
  { part: 'name', words: 'name', text: ({ name }) => name },
  { part: 'role', words: 'role', text: ({ role }) => role },
  { part: 'dock', words: 'dock', text: ({ dock }, document) => dockText(dock, document) },
  { part: 'turn', words: 'turn', text: ({ turn }) => (turn === 0 ? 'not turned' : `turned ${turn}°`) },
  { part: 'locked', words: 'lock', text: ({ locked }) => (locked ? 'locked' : 'not locked') },
  {
    part: 'condition',
    words: 'condition',
    text: ({ condition }, document) => conditionInWords(condition, document.sizes),
  },
  {
    part: 'grow',
    words: 'growth',
    text: ({ grow }) => (grow ? `${grow.rows} growing ${grow.direction}` : 'does not grow'),
  },
];

const standingPlaces = ({ id, name }: Block): Place[] =>
  STANDING.map(({ part, words, text }): Place => ({
    key: `${id}/block/${part}`,
    at: { block: id },
    words: `${name}: ${words}`,
    of: (document) => blockIn(document, id)?.[part],
    text: (document) => text(blockIn(document, id)!, document),
    taken: (document, from) =>
      withBlock(document, id, (block) => {
        const { [part]: _, ...others } = block;
        const taken = blockIn(from, id)![part];
        return { ...others, ...(taken !== undefined && { [part]: taken }) } as Block;
      }),
  }));

const dockText = ({ to, corner }: Dock, document: FormatDocument) =>
  [...to.map(({ block, side }) => `${side} ${blockIn(document, block)?.name ?? block}`), `${corner} corner`].join(
    ', else ',
  );

/** The cells that both versions of a block have; others come and go with its grid. */
function cellPlaces(block: Block, a: Block, b: Block, name: PropertyName): Place[] {
  const inB = new Set(b.cells.map(({ id }) => id));
  return a.cells.filter(({ id }) => inB.has(id)).map((cell) => cellPlace(block, cell, name));
}

function cellPlace({ id: block, name: blockName }: Block, { id, ...cell }: Cell, name: PropertyName): Place {
  const find = (document: FormatDocument) => blockIn(document, block)?.cells.find((one) => one.id === id);
  return {
    key: `${block}/${id}`,
    at: { block, cell: id },
    words: `${blockName}: ${cellName({ id, ...cell }, name)}`,
    of(document) {
      const found = find(document);
      return found && carried(found);
    },
    text(document) {
      const found = find(document);
      return found ? cellText(found, name) : NOT_THERE;
    },
    taken: (document, from) =>
      withBlock(document, block, (into) => ({
        ...into,
        cells: into.cells.map((one) => (one.id === id ? { ...find(from)!, ...standing(one) } : one)),
      })),
  };
}

/** What a cell carries, in a line: its caption and the parts of its content. */
function cellText(cell: Cell, name: PropertyName): string {
  const parts = partsOf(cell).map((part) =>
    part.kind === 'fixed'
      ? part.text
      : part.kind === 'linked'
        ? `[${name(part.property) ?? part.property}]`
        : part.kind === 'asked'
          ? `[${part.asked}]`
          : ' / ',
  );
  return [cell.caption?.text, parts.join('')].filter(Boolean).join(' · ') || 'empty';
}
