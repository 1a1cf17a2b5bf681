import type { FormatDocument } from '../format/document';
import { lengthAt, valueAt } from '../format/length-value';
import type { Box, Point } from '../geometry/box';
import { boxAround, right, top } from '../geometry/box';
import type { GlyphTables } from '../lettering/glyph-table';
import { setLine } from '../lettering/setting';
import { boldOf, inCase } from '../lettering/style';
import { centringMarks, trimmingMarks } from '../sheet/marks';
import type { Zones } from '../sheet/zones';
import { letteringOf } from './cell-room';
import type { Primitive } from './scene';

interface Sheet {
  document: FormatDocument;
  sizeId: string;
  trimmed: { width: number; height: number };
  space: Box;
  zones: Zones;
  fonts: GlyphTables;
  /** Where blocks stand: a centring mark that would run into one ends at the frame. */
  blocks: readonly Box[];
}

// Spreads stand last in these object literals: first, they make the engine rebuild the object with every further key.

/** The primitives of the sheet itself: trimming marks, zones, frame, centring marks, size designation. */
export function sheetPrimitives(sheet: Sheet): Primitive[] {
  return [...trimming(sheet), ...zoneBand(sheet), ...frame(sheet), ...centring(sheet), ...designation(sheet)];
}

const ink = (document: FormatDocument, id: string) => document.inks.find((candidate) => candidate.id === id)!.colour;

const corners = (box: Box): Point[] => [
  { x: box.x, y: box.y },
  { x: right(box), y: box.y },
  { x: right(box), y: top(box) },
  { x: box.x, y: top(box) },
];

function frame({ document, space }: Sheet): Primitive[] {
  const { width, type, ink: inkId, hidden } = document.frame;
  if (hidden) return [];
  return [
    {
      kind: 'outline',
      source: 'frame',
      layer: 'frame',
      ink: ink(document, inkId),
      width,
      type,
      points: corners(space),
    },
  ];
}

function trimming({ document, sizeId, trimmed }: Sheet): Primitive[] {
  const marks = document.marks.trimming;
  if (!marks.shown) return [];
  return trimmingMarks(trimmed, lengthAt(marks.length, sizeId), lengthAt(marks.width, sizeId)).map((points) => ({
    kind: 'fill',
    source: 'trimming',
    layer: 'marks',
    ink: ink(document, marks.ink),
    points,
  }));
}

function centring({ document, sizeId, trimmed, space, blocks }: Sheet): Primitive[] {
  const { shown, inside, line } = document.marks.centring;
  if (!shown || line.hidden) return [];
  const band = lengthAt(document.zones.band, sizeId);
  const reach = lengthAt(inside, sizeId);
  const short = centringMarks(trimmed, space, band, 0);
  return centringMarks(trimmed, space, band, reach).map(({ from, to }, i) => ({
    kind: 'line',
    source: 'centring',
    layer: 'marks',
    ink: ink(document, line.ink),
    width: line.width,
    type: line.type,
    from,
    to: blocks.some((block) => crosses(block, short[i]!.to, to)) ? short[i]!.to : to,
  }));
}

/** True when an upright or level line runs through the inside of a box. */
function crosses(box: Box, from: Point, to: Point): boolean {
  const line = boxAround(from, to);
  return line.x < right(box) && right(line) > box.x && line.y < top(box) && top(line) > box.y;
}

function zoneBand(sheet: Sheet): Primitive[] {
  const { document, sizeId, space, zones } = sheet;
  const settings = document.zones;
  if (!settings.shown) return [];
  const band = lengthAt(settings.band, sizeId);
  const edges = valueAt(settings.edges, sizeId);
  const outer: Box = {
    x: space.x - band,
    y: space.y - band,
    width: space.width + 2 * band,
    height: space.height + 2 * band,
  };
  const result: Primitive[] = [];
  const common = { source: 'zones', layer: 'zones' as const };
  const { border, ticks } = settings;
  if (!border.hidden) {
    result.push({
      kind: 'outline',
      ink: ink(document, border.ink),
      width: border.width,
      type: border.type,
      points: corners(outer),
      ...common,
    });
  }
  const tick = (from: Point, to: Point) => {
    if (!ticks.hidden)
      result.push({
        kind: 'line',
        ink: ink(document, ticks.ink),
        width: ticks.width,
        type: ticks.type,
        from,
        to,
        ...common,
      });
  };
  const label = (text: string, x: number, y: number) =>
    result.push(...centredText(sheet, settings.lettering, text, x, y, common));
  zones.columns.forEach((zone, i) => {
    const middle = (zone.from + zone.to) / 2;
    if (edges.top) {
      if (i > 0) tick({ x: zone.from, y: top(space) }, { x: zone.from, y: top(outer) });
      label(zone.label, middle, top(space) + band / 2);
    }
    if (edges.bottom) {
      if (i > 0) tick({ x: zone.from, y: outer.y }, { x: zone.from, y: space.y });
      label(zone.label, middle, space.y - band / 2);
    }
  });
  zones.rows.forEach((zone, i) => {
    const middle = (zone.from + zone.to) / 2;
    if (edges.left) {
      if (i > 0) tick({ x: outer.x, y: zone.from }, { x: space.x, y: zone.from });
      label(zone.label, space.x - band / 2, middle);
    }
    if (edges.right) {
      if (i > 0) tick({ x: right(space), y: zone.from }, { x: right(outer), y: zone.from });
      label(zone.label, right(space) + band / 2, middle);
    }
  });
  return result;
}

/** The designation of the size stands in the border at the lower right corner (ISO 5457, 4.1). */
function designation(sheet: Sheet): Primitive[] {
  const { document, sizeId, space } = sheet;
  const { shown, lettering } = document.marks.designation;
  if (!shown) return [];
  const name = document.sizes.find((size) => size.id === sizeId)!.name;
  const band = lengthAt(document.zones.band, sizeId);
  const [first, ...others] = centredText(sheet, lettering, name, 0, space.y - band / 2, {
    source: 'designation',
    layer: 'marks',
  });
  if (first?.kind !== 'text') return [];
  const runs = [first, ...others].filter((primitive) => primitive.kind === 'text');
  const shift = right(space) - runs.reduce((end, run) => Math.max(end, run.x + run.width), 0);
  return runs.map((run) => ({ ...run, x: run.x + shift }));
}

function centredText(
  { document, sizeId, fonts }: Pick<Sheet, 'document' | 'sizeId' | 'fonts'>,
  letteringId: string,
  text: string,
  x: number,
  y: number,
  common: { source: string; layer: 'zones' | 'marks' },
): Primitive[] {
  const style = letteringOf(letteringId, { document }, sizeId);
  const line = setLine(inCase(text, style.case), style.font, style.height, fonts);
  let along = x - (line.width * style.letterWidth) / 2;
  return line.runs.map((run) => {
    const width = run.width * style.letterWidth;
    const start = along + run.offset.across * style.letterWidth;
    along += width;
    return {
      kind: 'text',
      ink: ink(document, style.ink),
      text: run.text,
      font: run.font,
      emSize: run.emSize,
      height: style.height,
      x: start,
      y: y - style.height / 2 + run.offset.up,
      turn: 0,
      letterWidth: style.letterWidth,
      slantDeg: style.slantDeg,
      width,
      ...boldOf(style, style.height),
      ...common,
    };
  });
}
