import { counted } from '../../counted';
import { trimNumber } from '../../geometry/length';
import type { Block, Cell, Dock, FormatDocument } from '../document';
import { lengthAt } from '../length-value';
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
          gridPlace(block),
          standingPlace(block),
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

/** A block's tracks, its lines, and the places of its cells; cells that come with it bring what they carry. */
const gridPlace = ({ id, name }: Block): Place => ({
  key: `${id}/grid`,
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

/** What a block is as a whole: its name and role, its dock and turn, its condition, how it grows. */
const standingPlace = ({ id, name }: Block): Place => ({
  key: `${id}/block`,
  words: `${name}: name, dock, condition and growth`,
  of(document) {
    const found = blockIn(document, id);
    if (!found) return undefined;
    const { columns: _, rows: _r, lines: _l, width: _w, height: _h, cells: _c, ...rest } = found;
    return rest;
  },
  text: (document) => wordsOf(blockIn(document, id)!, document),
  taken: (document, from) =>
    withBlock(document, id, ({ columns, rows, lines, width, height, cells }) => ({
      ...blockIn(from, id)!,
      columns,
      rows,
      lines,
      width,
      height,
      cells,
    })),
});

function wordsOf({ name, dock, turn, locked, condition, grow }: Block, document: FormatDocument): string {
  return [
    name,
    dockText(dock, document),
    turn && `turned ${turn}°`,
    conditionInWords(condition, document.sizes),
    grow && `${grow.rows} growing ${grow.direction}`,
    locked && 'locked',
  ]
    .filter(Boolean)
    .join('; ');
}

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
