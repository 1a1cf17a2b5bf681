import { roundLength } from '../geometry/length';
import type { FitUse } from './fit-use';
import type { LineInk } from './setting';
import {
  type Standing,
  type TextRoom,
  baseLineDistance,
  firstBaseLine,
  inkSides,
  lineStart,
  reserveAcross,
} from './standing';
import { type FitStep, type Lettering, lowerHeights } from './style';
import { type Stretch, evenLines, fillLines } from './wrapping';

export interface FitTask {
  /** The text, one entry a line that was broken on purpose. */
  paragraphs: readonly string[];
  room: TextRoom;
  standing: Standing;
  lettering: Lettering;
  plan: readonly FitStep[];
  /** Depth of a descender of the lettering's font as a share of the nominal height. */
  descent: number;
  /** Width of a text in mm at letter width 1 and the given nominal height. */
  measure: (text: string, height: number) => number;
  /** How far the ink of a text reaches at a nominal height (mm) and letter width. */
  ink: (text: string, height: number, letterWidth: number) => LineInk;
}

/** A line as it is set: which stretch of which paragraph, where it starts in the cell, and how far it reaches, mm. */
export interface FittedLine extends Stretch {
  /** Which of the task's paragraphs this line is a stretch of. */
  paragraph: number;
  x: number;
  y: number;
  /** By its advances. */
  width: number;
  ink: LineInk;
}

export type FitVerdict = 'fits' | 'squeezed' | 'wrapped' | 'stepped down' | 'overflows';

export interface Fitted {
  lines: FittedLine[];
  /** Nominal height used, mm. */
  height: number;
  letterWidth: number;
  /** What the plan had to do, in order; empty when the text simply fits. */
  steps: FitUse[];
  verdict: FitVerdict;
  /** Room left (positive) or missing (negative) along the line, mm, of the line that has least. */
  reserve: number;
  /** Room left or missing across the lines, mm, of their capitals or of their ink. */
  reserveAcross: number;
}

/** Rounding of sums of widths, mm. */
const ROUNDING = 1e-6;

interface Allowed {
  least: number;
  lines: number;
  height: number;
}

/**
 * Fits a text into its room by the cell's plan. Steps are taken in order and each keeps what the earlier ones allowed:
 * *squeeze* multiplies the lettering's letter width down to its least, *wrap* adds lines, *step down* goes to the next
 * lower standard height and starts again from full letter width. When the plan is used up the text is laid out with all
 * that was allowed and the verdict is *overflows*, with the excess as a negative reserve.
 */
export function fitText(task: FitTask): Fitted {
  const start: Allowed = { least: 1, lines: task.paragraphs.length, height: task.lettering.height };
  let fitted = attempt(task, start);
  if (fitted.verdict !== 'overflows') return fitted;
  for (const allowed of attemptsAfter(start, task.plan)) {
    fitted = attempt(task, allowed);
    if (fitted.verdict !== 'overflows') return fitted;
  }
  return fitted;
}

/** What is allowed at each point of the plan, in order, after what is allowed without it. */
function attemptsAfter(start: Allowed, plan: readonly FitStep[]): Allowed[] {
  const allowed = { ...start };
  let stages: Allowed[] = [{ ...start }];
  const attempts: Allowed[] = [];
  const push = (next: Allowed) => {
    stages = [...stages, next];
    attempts.push(next);
  };
  for (const step of plan) {
    if (step.kind === 'squeeze') {
      allowed.least = Math.min(allowed.least, step.least);
      push({ ...allowed });
    } else if (step.kind === 'wrap') {
      while (allowed.lines < step.lines) {
        allowed.lines += 1;
        push({ ...allowed });
      }
    } else {
      const earlier = stages;
      for (const height of lowerHeights(start.height, step.least)) {
        allowed.height = height;
        attempts.push(...earlier.map((stage) => ({ ...stage, height })));
      }
      stages = [{ ...allowed }];
    }
  }
  return attempts;
}

/** A stretch of a paragraph that stands on a line of its own. */
interface Laid extends Stretch {
  paragraph: number;
}

/** Lines at a letter width: how wide each is, how far its ink reaches, and the room that is left of the worst of them, mm. */
interface Measured {
  letterWidth: number;
  widths: number[];
  inks: LineInk[];
  reserve: number;
}

function attempt(task: FitTask, allowed: Allowed): Fitted {
  const { room, lettering } = task;
  const roomy = room.across.to - room.across.from;
  let lines = layLines(task, allowed, roomy);
  let measured = squeezed(task, allowed, lines);
  // Lines are filled by their advances; ink that reaches out further needs narrower ones.
  if (measured.reserve < -ROUNDING && lines.length > 1 && sidesOf(task, measured) > 0) {
    const narrower = layLines(task, allowed, roomy - sidesOf(task, measured));
    const again = squeezed(task, allowed, narrower);
    if (again.reserve > measured.reserve) [lines, measured] = [narrower, again];
  }
  return stood(task, allowed, lines, measured, lettering.letterWidth);
}

/** The most that ink takes of the room of a line beyond its advances, mm. */
const sidesOf = ({ room }: FitTask, { inks }: Measured): number => Math.max(...inks.map((ink) => inkSides(ink, room)));

/** Lines as wide as they are, or squeezed by as much as they need and is allowed. */
function squeezed(task: FitTask, { least, height }: Allowed, lines: readonly Laid[]): Measured {
  const { paragraphs, room, lettering } = task;
  const roomy = room.across.to - room.across.from;
  const texts = lines.map((line) => paragraphs[line.paragraph]!.slice(line.from, line.to));
  const unsqueezed = texts.map((text) => task.measure(text, height) * lettering.letterWidth);
  let factor = 1;
  for (;;) {
    const letterWidth = lettering.letterWidth * factor;
    const measured: Measured = { letterWidth, widths: [], inks: [], reserve: Infinity };
    // What the worst line would have to be squeezed to.
    let needed = 1;
    for (let i = 0; i < texts.length; i++) {
      const width = unsqueezed[i]! * factor;
      const ink = task.ink(texts[i]!, height, letterWidth);
      const sides = inkSides(ink, room);
      measured.widths.push(width);
      measured.inks.push(ink);
      if (roomy - width - sides >= measured.reserve) continue;
      measured.reserve = roomy - width - sides;
      needed = width > 0 ? (roomy - sides) / unsqueezed[i]! : 0;
    }
    if (measured.reserve >= -ROUNDING || factor <= least) return measured;
    // Rounded down to a thousandth, so that what is printed fits and what is said is what is printed.
    factor = Math.max(least, Math.min(Math.floor(needed * 1000), Math.round(factor * 1000) - 1) / 1000);
  }
}

/** Measured lines where they stand, and what became of them. */
function stood(task: FitTask, { height }: Allowed, laid: readonly Laid[], measured: Measured, full: number): Fitted {
  const { room, standing, lettering } = task;
  const { letterWidth, widths, inks, reserve } = measured;
  const distance = baseLineDistance(inks, height, lettering.lineDistance * height);
  const set = { inks, height, distance, descent: task.descent * height };
  const first = firstBaseLine(standing, set, room);
  const across = reserveAcross(set, room);
  const factor = letterWidth / full;
  const steps: FitUse[] = [];
  if (height < lettering.height) steps.push({ kind: 'stepped down', height });
  if (laid.length > task.paragraphs.length) steps.push({ kind: 'wrapped', lines: laid.length });
  if (factor < 1) steps.push({ kind: 'squeezed', to: roundLength(factor) });
  const fits = reserve >= -ROUNDING && across >= -ROUNDING;
  return {
    lines: laid.map(({ paragraph, from, to }, i) => ({
      paragraph,
      from,
      to,
      x: lineStart(standing, widths[i]!, inks[i]!, room),
      y: first - i * distance,
      width: widths[i]!,
      ink: inks[i]!,
    })),
    height,
    letterWidth,
    steps,
    reserve,
    reserveAcross: across,
    verdict: fits ? (steps[0]?.kind ?? 'fits') : 'overflows',
  };
}

/** Lays the paragraphs in at most the lines allowed: as written when they fit, else filled, else as even as can be. */
function layLines({ paragraphs, lettering, measure }: FitTask, { lines, height }: Allowed, room: number): Laid[] {
  const width = room / lettering.letterWidth;
  const widthOf = (text: string) => measure(text, height);
  const whole = paragraphs.map((text, paragraph) => ({ paragraph, from: 0, to: text.length }));
  let spare = lines - paragraphs.length;
  if (spare <= 0) return whole;
  return whole.flatMap((line) => {
    const text = paragraphs[line.paragraph]!;
    if (widthOf(text) <= width) return [line];
    const filled = fillLines(text, width, widthOf);
    const fillFits = filled.length <= spare + 1 && filled.every((s) => widthOf(text.slice(s.from, s.to)) <= width);
    const stretches = fillFits ? filled : evenLines(text, spare + 1, widthOf);
    spare -= stretches.length - 1;
    return stretches.map((stretch) => ({ paragraph: line.paragraph, ...stretch }));
  });
}
