import { trimNumber } from '../geometry/length';
import { BOUNDS, MOST } from './bounds';
import type { Block, Cell, FormatDocument } from './document';
import { everyLength } from './length-value';
import { sheetGeometry } from './sheet';

/** The closed list of what can be wrong with a document that has the right shape. */
export type DefectKind =
  | 'gap'
  | 'overlap'
  | 'cell outside'
  | 'unknown reference'
  | 'repeated id'
  | 'docking circle'
  | 'too many'
  | 'out of bounds'
  | 'no sheet';

export interface Defect {
  kind: DefectKind;
  words: string;
}

/** Which cell covers each field of a block's grid, by row and column; a hole is undefined. */
export function cellGrid(block: Pick<Block, 'columns' | 'rows' | 'cells'>): (string | undefined)[][] {
  const grid: (string | undefined)[][] = block.rows.map(() => block.columns.map(() => undefined));
  for (const cell of block.cells) {
    for (let row = cell.row; row < cell.row + cell.rowSpan; row++) {
      for (let column = cell.column; column < cell.column + cell.columnSpan; column++) {
        const line = grid[row];
        if (line && column < line.length) line[column] = cell.id;
      }
    }
  }
  return grid;
}

const isOnGrid = (cell: Cell, { columns, rows }: Block): boolean =>
  cell.column >= 0 &&
  cell.row >= 0 &&
  cell.columnSpan >= 1 &&
  cell.rowSpan >= 1 &&
  cell.column + cell.columnSpan <= columns.length &&
  cell.row + cell.rowSpan <= rows.length;

/** The invariant of every block: its cells tile its tracks exactly, no gap, no overlap. */
export function tilingDefects(block: Block): Defect[] {
  const defects: Defect[] = [];
  const covered = block.rows.map(() => block.columns.map(() => 0));
  for (const cell of block.cells) {
    if (!isOnGrid(cell, block)) {
      const words = `In block “${block.name}”, cell ${cell.id} reaches beyond the grid.`;
      defects.push({ kind: 'cell outside', words });
      continue;
    }
    for (let row = cell.row; row < cell.row + cell.rowSpan; row++) {
      for (let column = cell.column; column < cell.column + cell.columnSpan; column++) covered[row]![column]! += 1;
    }
  }
  covered.forEach((line, row) =>
    line.forEach((count, column) => {
      if (count === 1) return;
      const kind = count === 0 ? 'gap' : 'overlap';
      const what = count === 0 ? 'no cell covers' : `${count} cells lie on`;
      defects.push({ kind, words: `In block “${block.name}”, ${what} column ${column + 1}, row ${row + 1}.` });
    }),
  );
  return defects;
}

/** Everything about a document that its shape alone does not guarantee; empty for a sound one. */
export function documentDefects(document: FormatDocument): Defect[] {
  return [
    ...document.blocks.flatMap(ownDefects),
    ...tooMany(document),
    ...repeatedIds(document),
    ...unknownReferences(document),
    ...dockingCircles(document),
    ...sheetDefects(document),
  ];
}

/** Gives what a function gave before for the same object: parts of documents are shared by those that come after. */
function kept<K extends object, V>(make: (key: K) => V): (key: K) => V {
  const known = new WeakMap<K, V>();
  return (key) => {
    let value = known.get(key);
    if (value === undefined) known.set(key, (value = make(key)));
    return value;
  };
}

/** What is wrong within one block, whatever stands around it. */
const ownDefects = kept((block: Block): Defect[] => [
  ...tilingDefects(block),
  ...trackDefects(block, 'column'),
  ...trackDefects(block, 'row'),
  ...repeatedIn(
    `columns of “${block.name}”`,
    block.columns.map(({ id }) => id),
  ),
  ...repeatedIn(
    `rows of “${block.name}”`,
    block.rows.map(({ id }) => id),
  ),
]);

/** Columns or rows that are, on some size, beyond what one may be. */
function trackDefects(block: Block, axis: 'column' | 'row'): Defect[] {
  const [least, most] = BOUNDS.track;
  return (axis === 'column' ? block.columns : block.rows).flatMap((track, i): Defect[] => {
    const wrong = 'share' in track ? undefined : everyLength(track.size).find((mm) => !(mm >= least && mm <= most));
    if (wrong === undefined) return [];
    const words = `${axis === 'column' ? 'Column' : 'Row'} ${i + 1} of “${block.name}” would be ${trimNumber(wrong, 3)} mm on a size: a ${axis} takes ${least} to ${most} mm.`;
    return [{ kind: 'out of bounds', words }];
  });
}

function tooMany({ blocks }: FormatDocument): Defect[] {
  const cells = blocks.reduce((sum, block) => sum + block.cells.length, 0);
  const over = (count: number, most: number, what: string): Defect[] =>
    count > most
      ? [{ kind: 'too many', words: `The format would have ${count} ${what}; it takes ${most} at most.` }]
      : [];
  return [
    ...over(cells, MOST.cells, 'cells'),
    ...over(blocks.length, MOST.blocks, 'blocks'),
    ...blocks.flatMap(({ name, columns, rows, lines }) => [
      ...over(columns.length, MOST.tracks, `columns in “${name}”`),
      ...over(rows.length, MOST.tracks, `rows in “${name}”`),
      ...over(lines.edges.length, MOST.ownLines, `lines of their own in “${name}”`),
    ]),
  ];
}

function repeatedIn(what: string, ids: readonly string[]): Defect[] {
  if (new Set(ids).size === ids.length) return [];
  const repeated = new Set(ids.filter((id, i) => ids.indexOf(id) !== i));
  return [...repeated].map((id) => ({ kind: 'repeated id', words: `Two ${what} have the id ${id}.` }));
}

const idsOf = (list: readonly { id: string }[]) => list.map(({ id }) => id);

const repeatedIds = (document: FormatDocument): Defect[] => [
  ...repeatedIn('sizes', idsOf(document.sizes)),
  ...repeatedIn('blocks', idsOf(document.blocks)),
  ...repeatedIn('inks', idsOf(document.inks)),
  ...repeatedIn('lettering styles', idsOf(document.letterings)),
  ...repeatedIn(
    'asked values',
    document.asked.map(({ key }) => key),
  ),
  ...repeatedIn(
    'cells',
    document.blocks.flatMap(({ cells }) => idsOf(cells)),
  ),
];

/** The inks that anything in a part of a document is drawn in. */
const inksIn = kept((part: object): ReadonlySet<string> => {
  const used = new Set<string>();
  JSON.stringify(part, (key, value: unknown) => {
    if (key === 'ink' && typeof value === 'string') used.add(value);
    return value;
  });
  return used;
});

/** The lettering styles and asked values that a cell uses. */
const usedBy = kept((cell: Cell) => ({
  styles: cell.caption ? [cell.lettering, cell.caption.lettering] : [cell.lettering],
  asked: cell.contents.flatMap((content) =>
    'parts' in content ? content.parts.flatMap((part) => (part.kind === 'asked' ? [part.asked] : [])) : [],
  ),
}));

function unknownReferences(document: FormatDocument): Defect[] {
  const defects: Defect[] = [];
  const unknown = (words: string) => defects.push({ kind: 'unknown reference', words });
  if (!document.sizes.some((size) => size.id === document.mainSize)) {
    unknown(`The main size ${document.mainSize} is not in the family.`);
  }
  const styles = new Set(idsOf(document.letterings));
  const blocks = new Set(idsOf(document.blocks));
  const asked = new Set(document.asked.map((value) => value.key));
  const inks = new Set(idsOf(document.inks));
  const checkStyle = (id: string, where: () => string) => {
    if (!styles.has(id)) unknown(`${where()} uses the lettering style ${id}, which the format does not have.`);
  };
  const checkInks = (part: object) => {
    for (const ink of inksIn(part)) if (!inks.has(ink)) unknown(`The ink ${ink} is used but not defined.`);
  };
  checkStyle(document.zones.lettering, () => 'The zones');
  checkStyle(document.marks.designation.lettering, () => 'The size designation');
  for (const part of [document.frame, document.zones, document.marks, document.letterings]) checkInks(part);
  for (const block of document.blocks) {
    for (const { block: other } of block.dock.to) {
      if (!blocks.has(other)) unknown(`Block “${block.name}” is docked to ${other}, which the format does not have.`);
    }
    checkInks(block.lines);
    for (const cell of block.cells) {
      const where = () => `Cell ${cell.id} of block “${block.name}”`;
      const used = usedBy(cell);
      for (const id of used.styles) checkStyle(id, where);
      for (const key of used.asked) if (!asked.has(key)) unknown(`${where()} asks for ${key}, which is not defined.`);
      checkInks(cell);
    }
  }
  return defects;
}

/** Blocks docked, over however many others, to themselves. */
function dockingCircles(document: FormatDocument): Defect[] {
  const byId = new Map(document.blocks.map((block) => [block.id, block]));
  const reaches = (from: Block, target: string, seen: Set<string>): boolean =>
    from.dock.to.some(({ block: id }) => {
      if (id === target) return true;
      const next = byId.get(id);
      if (!next || seen.has(id)) return false;
      seen.add(id);
      return reaches(next, target, seen);
    });
  return document.blocks
    .filter((block) => reaches(block, block.id, new Set()))
    .map((block) => ({ kind: 'docking circle', words: `Block “${block.name}” is docked, in the end, to itself.` }));
}

/** Sizes whose margins leave no drawing space, or whose zones cannot be counted. */
const sheetDefects = ({ sizes, ...document }: FormatDocument): Defect[] =>
  sizes.flatMap(({ id }): Defect[] => {
    const geometry = sheetGeometry({ sizes, ...document }, id);
    return geometry.ok ? [] : [{ kind: 'no sheet', words: geometry.reason }];
  });
