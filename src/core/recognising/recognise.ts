import type { Drawn } from '../exchange/reading/drawn';
import type { PropertyDefinition } from '../property/definition';
import type { Box, Point } from '../geometry/box';
import { right, top } from '../geometry/box';
import { MOST } from '../format/bounds';
import { borderOf } from './border';
import { captionHeight, textsInCell, turnOf } from './cell-texts';
import { Dictionary } from './dictionary';
import { type Grid, boxOf, cropped, gridOf } from './faces';
import { type Meaning, meaningOf } from './meaning';
import { type Network, networksOf } from './networks';
import { projectionSymbol } from './projection-symbol';
import type { BlockFound, CellFound, ContentFound, Corrections, Recognition } from './recognition';
import { type BlockGrid, blockGrid } from './region-block';
import { regionsOf } from './splitting';
import { type Stroke, strokesOf, withoutFigures } from './strokes';
import { pointsOf } from './survey';
import { tableHeaded } from './table-words';
import { folded, growingTable, roleOf } from './tables';
import { type Measure, NO_TEXT, type SheetText, from, joined, placeOf, textsOf } from './texts';

/** What a drawing is recognised by. */
export interface Means {
  sheet: { width: number; height: number; name: string; standard?: string };
  /** The frame, if it is known already. */
  frame?: Box;
  /** Lines that are nearer to one another than this are one; gaps and overshoots below it are mended. mm. */
  tolerance: number;
  properties: readonly PropertyDefinition[];
  measure: Measure;
  corrections: Corrections;
}

/** The usual tolerance, mm. */
export const USUAL_TOLERANCE = 0.4;

/**
 * Recognises a sheet: its frame with zones and marks, its blocks with tracks and cells, captions and contents, tables, symbols and
 * pictures. Nothing is dropped: what is not understood is counted and kept.
 *
 * @param drawn figures in mm, the trimmed sheet's lower left corner at the origin
 */
export function recognise(drawn: readonly Drawn[], means: Means): Recognition {
  return new Recogniser(drawn, means).all();
}

class Recogniser {
  private readonly dictionary: Dictionary;
  private readonly taken: Set<number>;
  private readonly offSheet: number[] = [];

  constructor(
    private readonly drawn: readonly Drawn[],
    private readonly means: Means,
  ) {
    this.dictionary = new Dictionary(means.properties);
    const { width, height } = means.sheet;
    drawn.forEach((one, i) => {
      if (pointsOf(one).every(({ x, y }) => x < -1 || y < -1 || x > width + 1 || y > height + 1)) this.offSheet.push(i);
    });
    this.taken = new Set(this.offSheet);
  }

  all(): Recognition {
    const { drawn, means, taken } = this;
    const { tolerance, sheet } = means;
    const all = strokesOf(drawn, tolerance, taken);
    const border = borderOf(drawn, all, sheet, means.frame, tolerance);
    for (const source of border.sources) taken.add(source);
    const strokes = withoutFigures(all, border.sources, tolerance);
    const { networks } = networksOf(strokes, border.frame && border.space, tolerance);
    const texts = textsOf(drawn, means.measure, taken);
    const grids = this.grids(networks, texts);
    const blocks = grids
      .map((grid) => this.block(grid, texts))
      .filter((block) => !means.corrections.notBlocks.includes(block.id));
    for (const { sources, cells } of blocks) {
      for (const source of sources) taken.add(source);
      for (const { caption, content, drawn: own } of cells) {
        for (const source of caption?.sources ?? []) taken.add(source);
        for (const { text } of content) for (const source of text.sources) taken.add(source);
        for (const source of own?.sources ?? []) taken.add(source);
      }
    }
    // Rows of a table but its pattern are taken with it.
    for (const { table, box } of blocks)
      if (table)
        for (const text of texts) if (isIn(placeOf(text), box)) for (const source of text.sources) taken.add(source);
    const looseTexts = this.looseTexts(texts.filter(({ id }) => !taken.has(id)));
    for (const { lines } of looseTexts)
      for (const { sources } of lines) for (const source of sources) taken.add(source);
    const rest = drawn.flatMap((_, i) => (taken.has(i) ? [] : [i]));
    return { sheet, border, blocks, looseTexts, rest, offSheet: this.offSheet, mended: mendedIn(strokes, tolerance) };
  }

  /** The grids of all blocks: of the networks that enclose something, those within a cell of another one left out. */
  private grids(networks: readonly Network[], texts: readonly SheetText[]): Grid[] {
    const { tolerance } = this.means;
    const found = networks
      .flatMap((network) => {
        const grid = gridOf(network, tolerance);
        return grid ? [{ grid, network, box: around(grid) }] : [];
      })
      .sort((a, b) => b.box.width * b.box.height - a.box.width * a.box.height);
    const outer = found.filter(
      ({ box }, i) =>
        !found.slice(0, i).some(({ grid }) => grid.faces.some((face) => isWithin(box, boxOf(grid, face)))),
    );
    return outer.flatMap(({ grid, network }) => {
      const isHeading = this.headings(texts);
      const own = regionsOf(grid, isHeading).map((region) => cropped(grid, region));
      // A single rectangle is a block where it stands on the frame or holds a text; else something was drawn.
      return own.filter(
        (one) => one.faces.length > 1 || network.onFrame || texts.some((text) => isIn(placeOf(text), around(one))),
      );
    });
  }

  private headings(texts: readonly SheetText[]) {
    return (grid: Grid, row: number, { left, right: last }: { left: number; right: number }): boolean => {
      const ids = [...new Set(grid.face[row]!.slice(left, last))];
      const words = ids.map((id) => {
        const face = grid.faces[id];
        if (!face) return '';
        const box = boxOf(grid, face);
        return joined(texts.filter((text) => !text.attribute && isIn(placeOf(text), box)))
          .map(({ text }) => text)
          .join(' ');
      });
      return tableHeaded(words) !== undefined;
    };
  }

  private block(grid: Grid, all: readonly SheetText[]): BlockFound {
    const box = around(grid);
    const inside = all.filter((text) => isIn(placeOf(text), box));
    const turn = turnOf(inside);
    const own = blockGrid(grid, turn);
    const figures = this.figuresIn(box, own);
    const filled = own.cells.map((cell) => ({
      ...cell,
      texts: inside.filter((text) => isIn(placeOf(text), cell.box)),
    }));
    const usual = captionHeight(
      filled.map((cell) => ({ box: cell.box, texts: joined(cell.texts).sort((a, b) => from(a, b.start).up) })),
    );
    const cells = filled.map((cell) => this.cell(cell, own, usual, figures));
    const found = growingTable(own, cells);
    const id = Math.min(...own.sources, ...inside.map((text) => text.id));
    const table = found && !this.means.corrections.notTables.includes(id) ? found : undefined;
    const block = { ...own, cells };
    const kept = table ? folded(block, table, (cell, property) => this.linked(cell, property)) : block;
    const role = roleOf(kept.cells, table?.table);
    return {
      ...kept,
      id,
      role,
      name: this.nameOf(role, own, grid),
      ...(table && { table: table.table }),
      sure: table ? 0.85 : Math.min(0.95, 0.5 + 0.1 * cells.length),
    };
  }

  private cell(
    { field, box, texts }: { field: CellFound['field']; box: Box; texts: readonly SheetText[] },
    { turn }: BlockGrid,
    usual: number | undefined,
    figures: readonly { source: number; at: Point }[],
  ): CellFound {
    const { corrections } = this.means;
    const { caption, content } = textsInCell(box, texts, usual, this.dictionary, corrections.captions);
    const read = this.content(content, caption);
    const [first] = content;
    const own = first ? (((Math.round(first.turn) - turn) % 360) + 360) % 360 : 0;
    const sources = figures.filter(({ at }) => isIn(at, box)).map(({ source }) => source);
    const drawn = sources.length > 0 && content.length === 0 ? { ...this.drawnIn(sources), sources } : undefined;
    const meant = read.length > 0 ? read : caption && !drawn ? this.behindCaption(caption, box) : [];
    return {
      field,
      box,
      turn: own === 90 || own === 270 ? own : 0,
      ...(caption && { caption }),
      content: meant,
      ...(drawn && { drawn }),
      sure: Math.min(
        1,
        ...meant.map(({ meaning }) => meaning.sure),
        ...(drawn ? [drawn.kind === 'symbol' ? 0.95 : 0.6] : []),
      ),
    };
  }

  private content(texts: readonly SheetText[], caption: SheetText | undefined): ContentFound[] {
    let last: SheetText | undefined;
    const found: ContentFound[] = [];
    for (const text of texts) {
      const correction = text.sources
        .map((one) => this.means.corrections.meanings[one])
        .find((one) => one !== undefined);
      // The caption tells what the first text is; what follows speaks for itself.
      const meaning = meaningOf(text, found.length === 0 ? caption?.text : undefined, this.dictionary, correction);
      const isNewLine = last === undefined || Math.abs(from(last, text.start).up) > 0.4 * last.height;
      last = text;
      // A value that goes on in further lines is one place: its tags differ in their number alone.
      const before = found.at(-1);
      if (
        before?.text.attribute &&
        text.attribute &&
        isNewLine &&
        meaning.property !== undefined &&
        before.meaning.property === meaning.property &&
        meaning.parts.length === 1
      ) {
        before.text.sources.push(...text.sources);
        continue;
      }
      found.push({ text, meaning, isNewLine });
    }
    return found;
  }

  /** What a caption without anything behind it asks for. */
  private behindCaption(caption: SheetText, box: Box): ContentFound[] {
    const correction = this.means.corrections.meanings[caption.id];
    const property = this.dictionary.named(caption.text);
    const height = Math.max(caption.height, 2.5);
    const text: SheetText = {
      ...caption,
      text: '',
      sources: [],
      height,
      start: { x: box.x + 1, y: box.y + 1.2 },
      width: 0,
    };
    if (correction)
      return [
        {
          text,
          meaning: meaningOf({ ...text, id: caption.id }, caption.text, this.dictionary, correction),
          isNewLine: true,
        },
      ];
    if (!property) return [];
    const meaning: Meaning = {
      kind: 'linked',
      parts: [{ kind: 'linked', property: property.id }],
      property: property.id,
      sure: 0.7,
      by: 'its caption',
    };
    return [{ text, meaning, isNewLine: true }];
  }

  private linked(cell: CellFound, property: string): CellFound {
    const [first] = cell.content;
    if (first?.meaning.kind === 'linked' && first.text.attribute) return cell;
    if (!this.dictionary.get(property)) return cell;
    const { box } = cell;
    const text: SheetText = first?.text ?? {
      ...(cell.caption ?? NO_TEXT),
      text: '',
      sources: [],
      start: { x: box.x + 1, y: box.y + Math.max(0.5, (box.height - 2.5) / 2) },
      height: 2.5,
    };
    const meaning: Meaning = {
      kind: 'linked',
      parts: [{ kind: 'linked', property }],
      property,
      sure: 0.8,
      by: 'its caption',
    };
    const { caption: _, ...rest } = cell;
    return {
      ...rest,
      content: [
        { text: { ...text, sources: [...text.sources, ...(cell.caption?.sources ?? [])] }, meaning, isNewLine: true },
      ],
      sure: 0.8,
    };
  }

  /** Figures in a block that are none of its lines, with the middle of each. */
  private figuresIn(box: Box, { sources }: BlockGrid): { source: number; at: Point }[] {
    return this.drawn.flatMap((one, source) => {
      if (one.kind === 'text' || this.taken.has(source) || sources.has(source)) return [];
      const points = pointsOf(one);
      const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
      const at = { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: (Math.min(...ys) + Math.max(...ys)) / 2 };
      return isIn(at, box) ? [{ source, at }] : [];
    });
  }

  private drawnIn(sources: readonly number[]) {
    const figures = sources.map((source) => this.drawn[source]!);
    const symbol = projectionSymbol(figures);
    if (symbol) return { kind: 'symbol' as const, ...symbol };
    const isPlain = figures.every(({ kind }) => kind === 'line' || kind === 'arc');
    return {
      kind: isPlain && figures.length <= Math.min(60, MOST.shapes) ? ('figure' as const) : ('picture' as const),
    };
  }

  private nameOf(role: BlockFound['role'], { sources, cells }: BlockGrid, grid: Grid): string {
    // The drawing's own name of the block that most of its lines are in, where people gave it one.
    const counts = new Map<string, number>();
    for (const source of sources) {
      const name = this.drawn[source]!.within.at(-1);
      if (name !== undefined && !name.startsWith('*')) counts.set(name, (counts.get(name) ?? 0) + 1);
    }
    const [named] = [...counts].sort((a, b) => b[1] - a[1]);
    if (named && named[1] > sources.size / 2) return readable(named[0]);
    const usual = {
      title: 'Title block',
      revisions: 'Revisions',
      parts: 'Parts list',
      tolerances: 'Tolerances',
      notes: 'Notes',
      other: 'Block',
    };
    return role === 'other' && cells.length === 1
      ? 'Field'
      : usual[role === 'other' && grid.faces.length > 8 ? 'title' : role];
  }

  /** Texts outside of blocks, in groups of lines under one another. */
  private looseTexts(texts: readonly SheetText[]): Recognition['looseTexts'] {
    const lines = joined(texts);
    const groups: SheetText[][] = [];
    for (const line of lines) {
      const group = groups.find((one) => {
        const last = one.at(-1)!;
        const { by, up } = from(last, line.start);
        return (
          last.turn === line.turn &&
          Math.abs(last.height - line.height) < 0.1 * last.height &&
          Math.abs(by) < last.height &&
          up < -0.9 * last.height &&
          up > -2.4 * last.height
        );
      });
      if (group) group.push(line);
      else groups.push([line]);
    }
    return groups.map((group) => ({
      lines: group,
      meanings: group.map((line) =>
        meaningOf(line, undefined, this.dictionary, this.means.corrections.meanings[line.id]),
      ),
    }));
  }
}

function around({ xs, ys }: Grid): Box {
  return { x: xs[0]!, y: ys.at(-1)!, width: xs.at(-1)! - xs[0]!, height: ys[0]! - ys.at(-1)! };
}

const isIn = ({ x, y }: Point, box: Box): boolean => x >= box.x && x <= right(box) && y >= box.y && y <= top(box);

const isWithin = (inner: Box, outer: Box): boolean =>
  inner.x >= outer.x - 0.01 &&
  inner.y >= outer.y - 0.01 &&
  right(inner) <= right(outer) + 0.01 &&
  top(inner) <= top(outer) + 0.01;

/** TITLE_BLOCK is Title block. */
function readable(name: string): string {
  const words = name
    .replace(/[_\s]+/g, ' ')
    .trim()
    .slice(0, 120);
  return words === words.toUpperCase() ? words.charAt(0) + words.slice(1).toLowerCase() : words;
}

/** How many strokes were put together from lines that are not on one line or leave a gap. */
function mendedIn(strokes: readonly Stroke[], tolerance: number): number {
  return strokes.filter(({ pieces, at, from: start, to: end }) => {
    const sorted = pieces.toSorted((a, b) => a.from - b.from);
    let reach = start;
    const hasGap = sorted.some((piece) => {
      const gap = piece.from - reach;
      reach = Math.max(reach, piece.to);
      return gap > 1e-3;
    });
    return end - start > tolerance && (hasGap || pieces.some((piece) => Math.abs(piece.at - at) > 1e-3));
  }).length;
}
