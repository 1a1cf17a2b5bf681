import type { Block, FormatDocument } from './document';

/** The closed list of what can be wrong with a document that has the right shape. */
export type DefectKind = 'gap' | 'overlap' | 'cell outside' | 'unknown reference' | 'repeated id' | 'docking circle';

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

/** The invariant of every block: its cells tile its tracks exactly, no gap, no overlap. */
export function tilingDefects(block: Block): Defect[] {
  const defects: Defect[] = [];
  const covered = block.rows.map(() => block.columns.map(() => 0));
  for (const cell of block.cells) {
    if (cell.column + cell.columnSpan > block.columns.length || cell.row + cell.rowSpan > block.rows.length) {
      defects.push({
        kind: 'cell outside',
        words: `In block “${block.name}”, cell ${cell.id} reaches beyond the grid.`,
      });
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
  const defects = document.blocks.flatMap(tilingDefects);
  const repeated = (what: string, ids: string[]) => {
    for (const id of new Set(ids.filter((id, i) => ids.indexOf(id) !== i))) {
      defects.push({ kind: 'repeated id', words: `Two ${what} have the id ${id}.` });
    }
  };
  repeated(
    'sizes',
    document.sizes.map((size) => size.id),
  );
  repeated(
    'blocks',
    document.blocks.map((block) => block.id),
  );
  repeated(
    'inks',
    document.inks.map((ink) => ink.id),
  );
  repeated(
    'lettering styles',
    document.letterings.map((style) => style.id),
  );
  repeated(
    'asked values',
    document.asked.map((asked) => asked.key),
  );
  const cellIds = document.blocks.flatMap((block) => block.cells.map((cell) => cell.id));
  if (new Set(cellIds).size !== cellIds.length) repeated('cells', cellIds);

  const unknown = (words: string) => defects.push({ kind: 'unknown reference', words });
  if (!document.sizes.some((size) => size.id === document.mainSize)) {
    unknown(`The main size ${document.mainSize} is not in the family.`);
  }
  const styles = new Set(document.letterings.map((style) => style.id));
  const blocks = new Set(document.blocks.map((block) => block.id));
  const asked = new Set(document.asked.map((value) => value.key));
  const checkStyle = (id: string, where: string) => {
    if (!styles.has(id)) unknown(`${where} uses the lettering style ${id}, which the format does not have.`);
  };
  checkStyle(document.zones.lettering, 'The zones');
  checkStyle(document.marks.designation.lettering, 'The size designation');
  for (const block of document.blocks) {
    for (const { block: other } of block.dock.to) {
      if (!blocks.has(other)) unknown(`Block “${block.name}” is docked to ${other}, which the format does not have.`);
    }
    for (const cell of block.cells) {
      const where = `Cell ${cell.id} of block “${block.name}”`;
      checkStyle(cell.lettering, where);
      if (cell.caption) checkStyle(cell.caption.lettering, where);
      for (const content of cell.contents) {
        if (!('parts' in content)) continue;
        for (const part of content.parts) {
          if (part.kind === 'asked' && !asked.has(part.asked))
            unknown(`${where} asks for ${part.asked}, which is not defined.`);
        }
      }
    }
  }
  const inks = new Set(document.inks.map((ink) => ink.id));
  for (const ink of inksUsed(document)) if (!inks.has(ink)) unknown(`The ink ${ink} is used but not defined.`);
  return [...defects, ...dockingCircles(document)];
}

function inksUsed(document: FormatDocument): Set<string> {
  const used = new Set<string>();
  JSON.stringify(document, (key, value: unknown) => {
    if (key === 'ink' && typeof value === 'string') used.add(value);
    return value;
  });
  return used;
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
