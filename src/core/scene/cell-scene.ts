import type { Cell, CellSymbol, Content, FigureShape, Picture, Place } from '../format/document';
import type { Length } from '../format/length-value';
import type { Box } from '../geometry/box';
import { lengthAt } from '../format/length-value';
import type { LaidCell } from '../format/layout';
import { cellName } from '../format/names';
import { applies, type Occasion } from '../format/occasion';
import { type Placing, addTurns, toSheet } from '../geometry/placing';
import { roundLength, trimNumber } from '../geometry/length';
import { type Fitted, fitText } from '../lettering/fitting';
import { measureLine, setLine } from '../lettering/setting';
import { type Lettering, inCase } from '../lettering/style';
import { type Filling, type Paragraph, contentText } from './content-text';
import { LEAST_DPI } from '../picture/picture';
import { resolveProperty } from '../property/resolving';
import { isCoarse, picturePrimitives } from './picture-scene';
import { projectionSymbol } from './projection-symbol';
import { generalToleranceSymbol, surfaceTextureSymbol } from './trade-symbols';
import type { CellReport, Finding } from './report';
import type { Primitive, TextPrimitive, TextSpan } from './scene';

/** Least distance between a caption and what stands under it, mm. */
const CAPTION_GAP = 0.4;

export interface ComposedCell {
  primitives: Primitive[];
  report: CellReport;
  findings: Finding[];
}

/** The room of a cell for text: its size as the text runs, and where that lies on the sheet. */
interface Room {
  placing: Placing;
  width: number;
  height: number;
  sizeId: string;
}

interface CellContext {
  cell: Cell;
  block: string;
  room: Room;
  filling: Filling;
}

/** Composes one cell: its caption and the first content that applies. */
export function composeCell(
  { cell, box }: LaidCell,
  block: { id: string; turn: 0 | 90 | 180 | 270 },
  filling: Filling,
  occasion: Occasion,
): ComposedCell {
  const turn = addTurns(block.turn, cell.turn);
  const turned = turn === 90 || turn === 270;
  const size = turned ? { width: box.height, height: box.width } : { width: box.width, height: box.height };
  const room = { placing: { at: { x: box.x, y: box.y }, turn, ...size }, ...size, sizeId: occasion.sizeId };
  const context: CellContext = { cell, block: block.id, room, filling };
  const name = cellName(cell, (id) => filling.resources.properties.get(id)?.name);
  const report: CellReport = {
    id: cell.id,
    block: block.id,
    name,
    box,
    caption: cell.caption?.text ?? '',
    text: '',
    runs: [],
    trace: [],
  };
  const composed: ComposedCell = { primitives: [], report, findings: [] };
  if (cell.caption?.text) composeCaption(context, composed);
  const content = cell.contents.find((candidate) => applies(candidate.when, occasion));
  if (content) composeContent(content, context, composed);
  return composed;
}

function composeContent(content: Content, context: CellContext, composed: ComposedCell): void {
  if ('parts' in content) composeText(content.parts, context, composed);
  else if ('picture' in content) composePicture(content.picture, context, composed);
  else if ('figure' in content) composed.primitives.push(...figureIn(content.figure, context));
  else composed.primitives.push(...symbolIn(content.symbol, context));
}

const findingOf =
  ({ cell, block }: CellContext, composed: ComposedCell) =>
  (code: string, weight: Finding['weight'], words: string) =>
    composed.findings.push({ code, weight, block, cell: cell.id, words: `${composed.report.name}: ${words}` });

function letteringOf(id: string, { document }: Filling, override?: Partial<Lettering>): Lettering {
  const style = document.letterings.find((candidate) => candidate.id === id)!;
  return override ? { ...style, ...override } : style;
}

function inkOf(id: string, { document }: Filling): string {
  return document.inks.find((ink) => ink.id === id)!.colour;
}

function composeCaption(context: CellContext, composed: ComposedCell): void {
  const { cell, room, filling } = context;
  const caption = cell.caption!;
  const lettering = letteringOf(caption.lettering, filling);
  const text = inCase(caption.text, lettering.case);
  const width = measureLine(text, lettering.font, lettering.height, filling.resources.fonts) * lettering.letterWidth;
  const insetX = lengthAt(caption.place.inset.x, room.sizeId);
  const available = room.width - 2 * insetX;
  if (width > available + 1e-6) {
    const [needed, has] = [trimNumber(width + 2 * insetX, 1), trimNumber(room.width, 1)];
    findingOf(context, composed)(
      'caption too long',
      'blocks release',
      `its caption “${text}” needs ${needed} mm, the cell has ${has} mm.`,
    );
  }
  const y = firstBaseLine(caption.place, room, {
    lines: 1,
    height: lettering.height,
    distance: 0,
    descent: 0,
    above: 0,
  });
  const start = acrossStart(caption.place, room, width);
  const line = { text, pieces: [] };
  composed.primitives.push(
    ...setRuns(
      line,
      0,
      text.length,
      lettering,
      lettering.height,
      lettering.letterWidth,
      start,
      y,
      'captions',
      context,
      composed,
    ),
  );
}

function composeText(
  parts: Extract<Content, { parts: unknown }>['parts'],
  context: CellContext,
  composed: ComposedCell,
): void {
  const { cell, room, filling } = context;
  const { fonts } = filling.resources;
  const lettering = letteringOf(cell.lettering, filling, cell.override);
  const content = contentText(parts, lettering, filling);
  composed.report.trace = content.traces;
  const finding = findingOf(context, composed);
  for (const { code, weight, words } of content.problems) finding(code, weight, lowerFirst(words));
  if (content.paragraphs.every((paragraph) => paragraph.text === '')) return;

  const above = roomForCaption(context);
  const insetX = lengthAt(cell.place.inset.x, room.sizeId);
  const insetY = lengthAt(cell.place.inset.y, room.sizeId);
  const fitted = fitText({
    paragraphs: content.paragraphs.map((paragraph) => paragraph.text),
    width: room.width - 2 * insetX,
    height: room.height - insetY - (above || insetY),
    lettering,
    plan: cell.fit,
    measure: (text, height) => measureLine(text, lettering.font, height, fonts),
  });
  const table = fonts.get(lettering.font);
  const distance = lettering.lineDistance * fitted.height;
  let y = firstBaseLine(cell.place, room, {
    lines: fitted.lines.length,
    height: fitted.height,
    distance,
    descent: table ? (table.descent / table.capHeight) * fitted.height : 0,
    above,
  });
  for (const line of fitted.lines) {
    const paragraph = content.paragraphs[line.paragraph]!;
    const text = paragraph.text.slice(line.from, line.to);
    const width = measureLine(text, lettering.font, fitted.height, fonts) * fitted.letterWidth;
    const runs = setRuns(
      paragraph,
      line.from,
      line.to,
      lettering,
      fitted.height,
      fitted.letterWidth,
      acrossStart(cell.place, room, width),
      y,
      'content',
      context,
      composed,
    );
    composed.primitives.push(...runs);
    composed.report.runs.push(
      ...runs.map(({ text, x, y, height, letterWidth, width }) => ({ text, x, y, height, letterWidth, width })),
    );
    y -= distance;
  }
  composed.report.text = fitted.lines
    .map((line) => content.paragraphs[line.paragraph]!.text.slice(line.from, line.to))
    .join('\n');
  composed.report.fit = {
    verdict: fitted.verdict,
    steps: fitted.steps,
    height: fitted.height,
    letterWidth: fitted.letterWidth,
    lines: fitted.lines.length,
    reserve: roundLength(fitted.reserve),
    reserveAcross: roundLength(fitted.reserveAcross),
  };
  if (filling.show !== 'names') reportFit(fitted, composed, finding);
}

function reportFit(fitted: Fitted, composed: ComposedCell, finding: ReturnType<typeof findingOf>): void {
  const text = shortened(composed.report.text.replaceAll('\n', ' '));
  if (fitted.verdict === 'overflows') {
    const excess =
      fitted.reserve < -1e-6
        ? `${trimNumber(-fitted.reserve, 1)} mm too long`
        : `${trimNumber(-fitted.reserveAcross, 1)} mm too high`;
    finding(
      'text overflows',
      'blocks release',
      `“${text}” is ${excess}${fitted.steps.length > 0 ? `, even ${fitted.steps.join(' and ')}` : ''}.`,
    );
  } else if (fitted.steps.length > 0) {
    finding(`text ${fitted.verdict}`, 'note', `“${text}” is ${fitted.steps.join(' and ')}.`);
  }
}

const shortened = (text: string) => (text.length > 32 ? `${text.slice(0, 31)}…` : text);
const lowerFirst = (text: string) => text[0]!.toLowerCase() + text.slice(1);

/** How much of the cell's height its caption takes at the top, insets and gap included; 0 when it is elsewhere. */
function roomForCaption({ cell, room, filling }: CellContext): number {
  const { caption } = cell;
  if (!caption?.text || caption.place.up !== 'top') return 0;
  return lengthAt(caption.place.inset.y, room.sizeId) + letteringOf(caption.lettering, filling).height + CAPTION_GAP;
}

interface Lines {
  lines: number;
  height: number;
  distance: number;
  descent: number;
  /** Height taken at the top of the cell, mm. */
  above: number;
}

/** The base line of the first line, above the cell's lower edge as the text runs. */
function firstBaseLine(place: Place, room: Room, { lines, height, distance, descent, above }: Lines): number {
  const inset = lengthAt(place.inset.y, room.sizeId);
  const spread = (lines - 1) * distance;
  switch (place.up) {
    case 'top':
      return room.height - Math.max(inset, above) - height;
    case 'middle':
      return (room.height - above) / 2 + (spread + height) / 2 - height;
    case 'base':
      return inset + spread;
    case 'bottom':
      return inset + descent + spread;
  }
}

/** Where a line of that width starts, from the cell's left edge as the text runs. */
function acrossStart(place: Place, room: Room, width: number): number {
  const inset = lengthAt(place.inset.x, room.sizeId);
  if (place.across === 'left') return inset;
  return place.across === 'right' ? room.width - inset - width : (room.width - width) / 2;
}

/** Sets a stretch of a paragraph as runs of one font each, on the sheet. */
function setRuns(
  paragraph: Paragraph,
  from: number,
  to: number,
  lettering: Lettering,
  height: number,
  letterWidth: number,
  x: number,
  y: number,
  role: 'captions' | 'content',
  context: CellContext,
  composed: ComposedCell,
): TextPrimitive[] {
  const { cell, block, room, filling } = context;
  const line = setLine(paragraph.text.slice(from, to), lettering.font, height, filling.resources.fonts);
  reportGlyphs(line.missing, line.fallbacks, context, composed);
  const measure = (text: string) => measureLine(text, lettering.font, height, filling.resources.fonts) * letterWidth;
  let position = from;
  let along = x;
  return line.runs.map((run) => {
    const start = toSheet(room.placing, { x: along, y });
    const end = position + run.length;
    const spans: TextSpan[] = [];
    let tag: string | undefined;
    for (const piece of paragraph.pieces) {
      const [a, b] = [Math.max(piece.from, position), Math.min(piece.to, end)];
      if (a >= b) continue;
      tag ??= piece.tag;
      spans.push({
        kind: piece.kind,
        offset: measure(paragraph.text.slice(position, a)),
        width: measure(paragraph.text.slice(a, b)),
      });
    }
    const width = run.width * letterWidth;
    along += width;
    position = end;
    return {
      kind: 'text',
      source: cell.id,
      block,
      layer: role === 'captions' ? 'captions' : tag === undefined ? 'fixed' : 'values',
      ink: inkOf(lettering.ink, filling),
      text: run.text,
      font: run.font,
      emSize: run.emSize,
      height,
      x: start.x,
      y: start.y,
      turn: room.placing.turn,
      letterWidth,
      slantDeg: lettering.slantDeg,
      width,
      ...(role === 'content' && { spans }),
      ...(tag !== undefined && { tag }),
    };
  });
}

function reportGlyphs(missing: string[], fallbacks: string[], context: CellContext, composed: ComposedCell): void {
  const finding = findingOf(context, composed);
  const list = (characters: string[]) => [...new Set(characters)].map((character) => `“${character}”`).join(' ');
  if (missing.length > 0)
    finding('glyph missing', 'blocks release', `no font has ${list(missing)}; a box is printed instead.`);
  const replaced = fallbacks.filter((character) => !missing.includes(character));
  if (replaced.length > 0) finding('glyph from another font', 'note', `${list(replaced)} comes from another font.`);
}

/** The room for what is no text: the cell less its insets and its caption, in the cell's own coordinates. */
function roomFor({ cell, block, room, filling }: CellContext): Box {
  const [x, y] = [lengthAt(cell.place.inset.x, room.sizeId), lengthAt(cell.place.inset.y, room.sizeId)];
  const above = roomForCaption({ cell, block, room, filling });
  return { x, y, width: Math.max(0, room.width - 2 * x), height: Math.max(0, room.height - y - (above || y)) };
}

function composePicture(picture: Picture, context: CellContext, composed: ComposedCell): void {
  const { cell, block, room, filling } = context;
  const finding = findingOf(context, composed);
  const hash = 'hash' in picture.from ? picture.from.hash : pictureOf(picture.from.property, context, composed);
  if (hash === undefined || filling.show === 'blank') return;
  const data = filling.resources.pictures.get(hash);
  if (!data) {
    finding('picture missing', 'blocks release', 'its picture is not in the office. Put it in again.');
    return;
  }
  const { primitives, dpi } = picturePrimitives(
    { hash, picture: data },
    picture.scale,
    roomFor(context),
    placeShares(cell.place),
    room.placing,
    { source: cell.id, block },
  );
  composed.primitives.push(...primitives);
  if (isCoarse(dpi))
    finding(
      'picture too coarse',
      'warning',
      `the picture prints at ${Math.round(dpi)} dots per inch; it needs ${LEAST_DPI}.`,
    );
}

/** The picture that a property names by its hash, noted in the trace. */
function pictureOf(id: string, { filling }: CellContext, composed: ComposedCell): string | undefined {
  const property = filling.resources.properties.get(id);
  if (!property) return undefined;
  const trace = resolveProperty(property, filling.facts, filling.sheetValues);
  composed.report.trace.push(trace);
  return typeof trace.value === 'string' ? trace.value : undefined;
}

/** Where a thing stands in its room: 0 left or at the bottom, 1 right or at the top. */
function placeShares({ across, up }: Place): { across: number; up: number } {
  return {
    across: across === 'left' ? 0 : across === 'right' ? 1 : 0.5,
    up: up === 'top' ? 1 : up === 'middle' ? 0.5 : 0,
  };
}

/** A figure's lines, arcs and rectangles, placed by number from the cell's lower left corner. */
function figureIn(shapes: readonly FigureShape[], { cell, block, room, filling }: CellContext): Primitive[] {
  const mm = (length: Length) => lengthAt(length, room.sizeId);
  const at = (x: number, y: number) => toSheet(room.placing, { x, y });
  return shapes
    .filter((shape) => !shape.line.hidden)
    .map((shape): Primitive => {
      const { width, type, ink } = shape.line;
      const common = { source: cell.id, block, layer: 'symbols' as const, ink: inkOf(ink, filling), width, type };
      if (shape.kind === 'line') {
        return {
          kind: 'line',
          from: at(mm(shape.from.x), mm(shape.from.y)),
          to: at(mm(shape.to.x), mm(shape.to.y)),
          ...common,
        };
      }
      if (shape.kind === 'arc') {
        const { turn } = room.placing;
        const centre = at(mm(shape.centre.x), mm(shape.centre.y));
        return {
          kind: 'arc',
          centre,
          radius: mm(shape.radius),
          fromDeg: shape.fromDeg + turn,
          toDeg: shape.toDeg + turn,
          ...common,
        };
      }
      const [x, y, w, h] = [mm(shape.at.x), mm(shape.at.y), mm(shape.width), mm(shape.height)];
      return { kind: 'outline', points: [at(x, y), at(x + w, y), at(x + w, y + h), at(x, y + h)], ...common };
    });
}

/** A symbol of the trade, drawn from lines to its standard's proportions. */
function symbolIn({ name, height }: CellSymbol, context: CellContext): Primitive[] {
  const { cell, block, room, filling } = context;
  const box = roomFor(context);
  const common = { source: cell.id, block, layer: 'symbols' as const, ink: filling.document.inks[0]!.colour };
  const h = height === undefined ? undefined : lengthAt(height, room.sizeId);
  const angle = filling.facts.profile?.values['Projection'] === 'third angle' ? 'third angle' : 'first angle';
  const shapes =
    name === 'projection'
      ? projectionSymbol(angle, box, h)
      : name === 'surface texture'
        ? surfaceTextureSymbol(box, h)
        : generalToleranceSymbol(box, h);
  return shapes.map((shape): Primitive => {
    const at = (p: { x: number; y: number }) => toSheet(room.placing, { x: box.x + p.x, y: box.y + p.y });
    return shape.kind === 'line'
      ? { ...shape, from: at(shape.from), to: at(shape.to), ...common }
      : shape.kind === 'arc'
        ? {
            ...shape,
            centre: at(shape.centre),
            fromDeg: shape.fromDeg + room.placing.turn,
            toDeg: shape.toDeg + room.placing.turn,
            ...common,
          }
        : { ...shape, points: shape.points.map(at), ...common };
  });
}
