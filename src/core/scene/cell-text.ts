import type { Part, Place } from '../format/document';
import { lengthAt } from '../format/length-value';
import { roundLength, trimNumber } from '../geometry/length';
import { toSheet } from '../geometry/placing';
import { type FitTask, type Fitted, fitText } from '../lettering/fitting';
import { wideningPlans } from '../lettering/plans';
import { measureLine, setLine } from '../lettering/setting';
import { type Lettering, boldOf, inCase } from '../lettering/style';
import {
  type CellContext,
  type ComposedCell,
  type Room,
  findingOf,
  inkOf,
  letteringOf,
  roomForCaption,
} from './cell-room';
import { type ContentText, type Paragraph, contentText } from './content-text';
import type { Finding } from './report';
import type { LinePrimitive, TextPrimitive, TextSpan } from './scene';

export function composeCaption(context: CellContext, composed: ComposedCell): void {
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

/** A cell's text with what it is fitted by: the room it has, the plan, the lettering. */
function textTask(parts: readonly Part[], context: CellContext) {
  const { cell, room, filling } = context;
  const lettering = letteringOf(cell.lettering, filling, cell.override);
  const content = contentText(parts, lettering, filling);
  const above = roomForCaption(context);
  const insetX = lengthAt(cell.place.inset.x, room.sizeId);
  const insetY = lengthAt(cell.place.inset.y, room.sizeId);
  const task: FitTask = {
    paragraphs: content.paragraphs.map((paragraph) => paragraph.text),
    width: room.width - 2 * insetX,
    height: room.height - insetY - (above || insetY),
    lettering,
    plan: cell.fit,
    measure: (text, height) => measureLine(text, lettering.font, height, filling.resources.fonts),
  };
  return { content, lettering, task, above, insetY };
}

const isNothing = ({ paragraphs }: ContentText) => paragraphs.every((paragraph) => paragraph.text === '');

/** The height that a cell's text takes when its lines may be as many as its plan allows, insets and caption included, mm. */
export function neededHeight(parts: readonly Part[], context: CellContext): number {
  const { content, lettering, task, above, insetY } = textTask(parts, {
    ...context,
    room: { ...context.room, height: 1e6 },
  });
  if (isNothing(content)) return 0;
  const { lines, height } = fitText(task);
  return insetY + (above || insetY) + height + (lines.length - 1) * lettering.lineDistance * height;
}

export function composeText(parts: readonly Part[], context: CellContext, composed: ComposedCell): void {
  const { cell, room, filling } = context;
  const { fonts } = filling.resources;
  const { content, lettering, task, above } = textTask(parts, context);
  reportFont(lettering.font, context, composed);
  composed.report.trace = content.traces;
  const finding = findingOf(context, composed);
  for (const { code, weight, words } of content.problems) finding(code, weight, lowerFirst(words));
  if (content.penLine) composed.primitives.push(penLine(context));
  if (isNothing(content)) return;

  const fitted = fitText(task);
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
  if (filling.show !== 'names') reportFit(fitted, composed, finding, () => fitRepair(task, context));
}

/** Width of a line to write on by hand: the narrowest of the usual series, mm (ISO 128-2). */
const PEN_LINE = 0.18;

/** The line to write on by hand, on the base line of the cell's text and as wide as its room. */
function penLine({ cell, block, room, filling }: CellContext): LinePrimitive {
  const inset = lengthAt(cell.place.inset.x, room.sizeId);
  const y = Math.max(lengthAt(cell.place.inset.y, room.sizeId), 0.5);
  return {
    kind: 'line',
    source: cell.id,
    block,
    layer: 'symbols',
    ink: inkOf(letteringOf(cell.lettering, filling, cell.override).ink, filling),
    width: PEN_LINE,
    type: 'continuous',
    from: toSheet(room.placing, { x: inset, y }),
    to: toSheet(room.placing, { x: room.width - inset, y }),
  };
}

function reportFit(
  fitted: Fitted,
  composed: ComposedCell,
  finding: ReturnType<typeof findingOf>,
  repair: () => Finding['repair'],
): void {
  const text = shortened(composed.report.text.replace(/([-/])\n/g, '$1').replaceAll('\n', ' '));
  if (fitted.verdict === 'overflows') {
    const excess =
      fitted.reserve < -1e-6
        ? `${trimNumber(-fitted.reserve, 1)} mm too long`
        : `${trimNumber(-fitted.reserveAcross, 1)} mm too high`;
    finding(
      'text overflows',
      'blocks release',
      `“${text}” is ${excess}${fitted.steps.length > 0 ? `, even ${fitted.steps.join(' and ')}` : ''}.`,
      repair(),
    );
  } else if (fitted.steps.length > 0) {
    finding(`text ${fitted.verdict}`, 'note', `“${text}” is ${fitted.steps.join(' and ')}.`);
  }
}

/** The gentlest change of the cell's plan that makes its text fit; undefined when none does. */
function fitRepair(task: FitTask, { cell, block, filling }: CellContext): Finding['repair'] {
  const least = filling.document.unit === 'in' ? 3 : 2.5;
  const better = wideningPlans(task.plan, task.lettering, least).find(
    ({ plan }) => fitText({ ...task, plan }).verdict !== 'overflows',
  );
  return (
    better && { words: better.words, step: { op: 'set cell', block, cell: cell.id, change: { fit: better.plan } } }
  );
}

const shortened = (text: string) => (text.length > 32 ? `${text.slice(0, 31)}…` : text);
const lowerFirst = (text: string) => text[0]!.toLowerCase() + text.slice(1);

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
      ...boldOf(lettering, height),
      width,
      ...(role === 'content' && { spans }),
      ...(tag !== undefined && { tag }),
    };
  });
}

/** Says once a cell that the font its lettering names is not at hand. */
function reportFont(font: string, context: CellContext, composed: ComposedCell): void {
  if (context.filling.resources.fonts.has(font)) return;
  const words = 'the font of its lettering is not in the office; Osifont stands in for it.';
  findingOf(context, composed)('font missing', 'blocks release', words);
}

function reportGlyphs(missing: string[], fallbacks: string[], context: CellContext, composed: ComposedCell): void {
  const finding = findingOf(context, composed);
  const list = (characters: string[]) => [...new Set(characters)].map((character) => `“${character}”`).join(' ');
  if (missing.length > 0)
    finding('glyph missing', 'blocks release', `no font has ${list(missing)}; a box is printed instead.`);
  const replaced = fallbacks.filter((character) => !missing.includes(character));
  if (replaced.length > 0) finding('glyph from another font', 'note', `${list(replaced)} comes from another font.`);
}
