import type { Cell, FormatDocument } from '../format/document';
import type { Box } from '../geometry/box';
import { sameBox } from '../geometry/box';
import type { ComposedCell } from './cell-room';
import type { Filling } from './content-text';
import type { Primitive } from './scene';

interface Entry {
  box: Box;
  blockTurn: number;
  composed: ComposedCell;
}

/**
 * Remembers the cells of one sheet from one composition to the next, so that an edit composes only what it touches.
 * Documents share what did not change, so a cell that is the same object, in the same place, filled from the same, is the
 * same on paper. Belongs to one sheet (a size, a show, a model); compose() gives the same result with and without it.
 */
export class ComposeMemo {
  private entries = new WeakMap<Cell, Entry>();
  private around: unknown[] = [];
  private sheetPart: { of: unknown[]; blocks: readonly Box[]; primitives: Primitive[] } | undefined;

  /** Forgets everything when anything that every cell depends on has changed. */
  begin({ document, facts, resources, show, sheetValues }: Filling, sizeId: string): void {
    const around = [...looks(document), facts, resources, show, sizeId, ...Object.values(sheetValues)];
    const same = around.length === this.around.length && around.every((value, i) => value === this.around[i]);
    if (!same) this.entries = new WeakMap();
    this.around = around;
  }

  /** The sheet's own primitives as they were made before, or made now: they change with the sheet and with where blocks stand. */
  sheet(document: FormatDocument, sizeId: string, blocks: readonly Box[], make: () => Primitive[]): Primitive[] {
    const { sizes, margins, frame, zones, marks, inks, letterings } = document;
    const of = [sizeId, sizes, margins, frame, zones, marks, inks, letterings];
    const known = this.sheetPart;
    if (
      known?.of.every((value, i) => value === of[i]) &&
      known.blocks.length === blocks.length &&
      known.blocks.every((box, i) => sameBox(box, blocks[i]!))
    )
      return known.primitives;
    const primitives = make();
    this.sheetPart = { of, blocks, primitives };
    return primitives;
  }

  /** The cell as it was composed before, or composed now. */
  cell(cell: Cell, box: Box, blockTurn: number, make: () => ComposedCell): ComposedCell {
    const known = this.entries.get(cell);
    if (known && known.blockTurn === blockTurn && sameBox(known.box, box)) return known.composed;
    const composed = make();
    this.entries.set(cell, { box, blockTurn, composed });
    return composed;
  }
}

/** The parts of a document that any cell's look may depend on. */
const looks = ({ letterings, inks, asked, unit }: FormatDocument): unknown[] => [letterings, inks, asked, unit];
