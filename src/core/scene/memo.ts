import type { Block, Cell, FormatDocument } from '../format/document';
import type { Box } from '../geometry/box';
import { sameBox } from '../geometry/box';
import type { GlyphTables } from '../lettering/glyph-table';
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

  private repeated = new WeakMap<Cell, Map<string, Entry & { shows: unknown }>>();
  private heights = new WeakMap<Block, WeakMap<object, number>>();

  /** Forgets everything when anything that every cell depends on has changed. */
  begin({ document, facts, resources, show, sheetValues }: Filling, sizeId: string): void {
    const ofRows = [...looks(document), facts, resources, show, sizeId];
    const around = [...ofRows, ...Object.values(sheetValues)];
    const same = (until: number) => around.slice(0, until).every((value, i) => value === this.around[i]);
    // What rows need is the same on every sheet of a set.
    if (!same(ofRows.length)) this.heights = new WeakMap();
    if (around.length !== this.around.length || !same(around.length)) {
      this.entries = new WeakMap();
      this.repeated = new WeakMap();
    }
    this.around = around;
  }

  /**
   * The sheet's own primitives as they were made before, or made now: they change with the sheet, with the fonts that letter its zones (one that
   * is not there yet has a stand-in) and with where blocks stand.
   */
  sheet(
    { document, sizeId, fonts }: { document: FormatDocument; sizeId: string; fonts: GlyphTables },
    blocks: readonly Box[],
    make: () => Primitive[],
  ): Primitive[] {
    const { sizes, margins, frame, zones, marks, inks, letterings } = document;
    const of = [sizeId, sizes, margins, frame, zones, marks, inks, letterings, fonts];
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

  /** A cell that repeats a pattern, as it was composed before for the same row, or composed now. */
  repetition(
    pattern: Cell,
    cell: Cell,
    shows: unknown,
    box: Box,
    blockTurn: number,
    make: () => ComposedCell,
  ): ComposedCell {
    let entries = this.repeated.get(pattern);
    if (!entries) this.repeated.set(pattern, (entries = new Map()));
    const known = entries.get(cell.id);
    if (known && known.shows === shows && known.blockTurn === blockTurn && sameBox(known.box, box))
      return known.composed;
    const composed = make();
    entries.set(cell.id, { box, blockTurn, composed, shows });
    return composed;
  }

  /** The height that a row of a block needs, measured once for each of its rows. */
  height(block: Block, row: object, measure: () => number): number {
    let heights = this.heights.get(block);
    if (!heights) this.heights.set(block, (heights = new WeakMap()));
    let height = heights.get(row);
    if (height === undefined) heights.set(row, (height = measure()));
    return height;
  }
}

/** The parts of a document that any cell's look may depend on. */
const looks = ({ letterings, inks, asked, unit }: FormatDocument): unknown[] => [letterings, inks, asked, unit];
