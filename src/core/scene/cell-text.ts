import type { Part } from '../format/document';
import { lengthAt } from '../format/length-value';
import { CHECKS, look } from '../findings/registry';
import { fitUseWords } from '../findings/words';
import { roundLength } from '../geometry/length';
import { toSheet } from '../geometry/placing';
import { type FitTask, fitText } from '../lettering/fitting';
import { lineInk, measureLine, setLine } from '../lettering/setting';
import { inkSides } from '../lettering/standing';
import { type Lettering, boldOf } from '../lettering/style';
import {
  type CellContext,
  type ComposedCell,
  cellContext,
  contentRoom,
  descentOf,
  inkOf,
  inkedOn,
  letteringOf,
} from './cell-room';
import { type ContentText, type Paragraph, contentText } from './content-text';
import type { LinePrimitive, TextPrimitive, TextSpan } from './scene';

export function composeCaption(context: CellContext, composed: ComposedCell): void {
  const { text, lettering, width, x, y, ink, odd, room } = context.caption!;
  const sides = inkSides(ink, room);
  const available = room.across.to - room.across.from;
  const line = { text, pieces: [] };
  const set = setRuns(
    { line, from: 0, to: text.length, lettering, height: lettering.height, role: 'captions' },
    { letterWidth: lettering.letterWidth, x, y, context },
  );
  composed.primitives.push(...set.runs);
  if (width + sides <= available)
    composed.inked.push({ text, of: 'captions', box: inkedOn(context.room, { x, y, width, ink }) });
  const { name } = composed.report;
  const at = { context, name, text, width: width + sides, available, glyphs: set, odd };
  composed.findings.push(...look(CHECKS.caption, at));
}

/** A cell's text with what it is fitted by: the room it has, the plan, the lettering. */
function textTask(parts: readonly Part[], context: CellContext) {
  const { cell, filling, room } = context;
  const { fonts } = filling.resources;
  const lettering = letteringOf(cell.lettering, filling, room.sizeId, cell.override);
  const content = contentText(parts, lettering, filling);
  const task: FitTask = {
    paragraphs: content.paragraphs.map((paragraph) => paragraph.text),
    room: contentRoom(context),
    standing: cell.place,
    lettering,
    plan: cell.fit,
    descent: descentOf(lettering, filling),
    measure: (text, height) => measureLine(text, lettering.font, height, fonts),
    ink: (text, height, letterWidth) => lineInk(text, lettering, height, letterWidth, fonts),
  };
  return { content, lettering, task };
}

const isNothing = ({ paragraphs }: ContentText) => paragraphs.every((paragraph) => paragraph.text === '');

/** The height that a cell's text takes when its lines may be as many as its plan allows, insets and caption included, mm. */
export function neededHeight(parts: readonly Part[], given: Omit<CellContext, 'caption'>): number {
  const enough = 1e6;
  const context = cellContext({ ...given, room: { ...given.room, height: enough } });
  const { content, task } = textTask(parts, context);
  return isNothing(content) ? 0 : enough - fitText(task).reserveAcross;
}

export function composeText(parts: readonly Part[], context: CellContext, composed: ComposedCell): void {
  const { content, lettering, task } = textTask(parts, context);
  composed.report.trace = content.traces;
  if (content.penLine) composed.primitives.push(penLine(context));
  const glyphs = { missing: [] as string[], fallbacks: [] as string[] };
  const fit = isNothing(content) ? undefined : fitText(task);
  if (fit) {
    for (const fitted of fit.lines) {
      const { paragraph, from, to, x, y } = fitted;
      const line = content.paragraphs[paragraph]!;
      if (fit.verdict !== 'overflows')
        composed.inked.push({
          text: line.text.slice(from, to),
          of: 'content',
          box: inkedOn(context.room, fitted),
        });
      const set = setRuns(
        { line, from, to, lettering, height: fit.height, role: 'content' },
        { letterWidth: fit.letterWidth, x, y, context },
      );
      composed.primitives.push(...set.runs);
      for (const { text, x, y, height, letterWidth, width } of set.runs)
        composed.report.runs.push({ text, x, y, height, letterWidth, width });
      glyphs.missing.push(...set.missing);
      glyphs.fallbacks.push(...set.fallbacks);
    }
    composed.report.text = fit.lines
      .map((line) => content.paragraphs[line.paragraph]!.text.slice(line.from, line.to))
      .join('\n');
    composed.report.fit = {
      verdict: fit.verdict,
      steps: fit.steps.map(fitUseWords),
      height: fit.height,
      letterWidth: fit.letterWidth,
      lines: fit.lines.length,
      reserve: roundLength(fit.reserve),
      reserveAcross: roundLength(fit.reserveAcross),
    };
  }
  const { name, text } = composed.report;
  const at = { context, name, content, task, glyphs, odd: content.odd, ...(fit && { fitted: { fit, text } }) };
  composed.findings.push(...look(CHECKS.text, at));
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
    ink: inkOf(letteringOf(cell.lettering, filling, room.sizeId, cell.override).ink, filling),
    width: PEN_LINE,
    type: 'continuous',
    from: toSheet(room.placing, { x: inset, y }),
    to: toSheet(room.placing, { x: room.width - inset, y }),
  };
}

/** A stretch of a paragraph to be set, in which lettering and height (mm). */
interface Setting {
  line: Paragraph;
  from: number;
  to: number;
  lettering: Lettering;
  height: number;
  role: 'captions' | 'content';
}

/** Where a stretch starts in its cell as the text runs, mm. */
interface At {
  letterWidth: number;
  x: number;
  y: number;
  context: CellContext;
}

/** The runs of a stretch, one font each, on the sheet, and the characters that its lettering's font lacks. */
interface SetStretch {
  runs: TextPrimitive[];
  missing: readonly string[];
  fallbacks: readonly string[];
}

function setRuns({ line: paragraph, from, to, lettering, height, role }: Setting, at: At): SetStretch {
  const { letterWidth, context } = at;
  const { cell, block, room, filling } = context;
  const { fonts } = filling.resources;
  const line = setLine(paragraph.text.slice(from, to), lettering.font, height, fonts);
  const bold = boldOf(lettering, height);
  const lean = Math.tan((lettering.slantDeg * Math.PI) / 180);
  const ink = inkOf(lettering.ink, filling);
  let position = from;
  let along = at.x;
  const runs = line.runs.map((run): TextPrimitive => {
    const { across, up } = run.offset;
    const start = toSheet(room.placing, { x: along + across * letterWidth + up * lean, y: at.y + up });
    const end = position + run.length;
    const { spans, tag } = spansOf(
      paragraph,
      position,
      end,
      (text) => measureLine(text, lettering.font, height, fonts) * letterWidth,
    );
    const width = run.width * letterWidth;
    along += width;
    position = end;
    return {
      kind: 'text',
      source: cell.id,
      block,
      layer: role === 'captions' ? 'captions' : tag === undefined ? 'fixed' : 'values',
      ink,
      text: run.text,
      font: run.font,
      emSize: run.emSize,
      height,
      x: start.x,
      y: start.y,
      turn: room.placing.turn,
      letterWidth,
      slantDeg: lettering.slantDeg,
      ...bold,
      width,
      ...(role === 'content' && { spans }),
      ...(tag !== undefined && { tag }),
    };
  });
  return { runs, missing: line.missing, fallbacks: line.fallbacks };
}

/** The stretches by part of a run from `position` to `end`, and the tag of the first that has one. */
function spansOf(
  { text, pieces }: Paragraph,
  position: number,
  end: number,
  measure: (text: string) => number,
): { spans: TextSpan[]; tag: string | undefined } {
  const spans: TextSpan[] = [];
  let tag: string | undefined;
  for (const piece of pieces) {
    const [a, b] = [Math.max(piece.from, position), Math.min(piece.to, end)];
    if (a >= b) continue;
    tag ??= piece.tag;
    spans.push({ kind: piece.kind, offset: measure(text.slice(position, a)), width: measure(text.slice(a, b)) });
  }
  return { spans, tag };
}
