import { roundLength } from '../geometry/length';
import type { FitUse } from './fit-use';
import { type FitStep, type Lettering, lowerHeights } from './style';
import { type Stretch, evenLines, fillLines } from './wrapping';

export interface FitTask {
  /** The text, one entry a line that was broken on purpose. */
  paragraphs: readonly string[];
  /** Room for the text in mm. */
  width: number;
  height: number;
  lettering: Lettering;
  plan: readonly FitStep[];
  /** Width of a text in mm at letter width 1 and the given nominal height. */
  measure: (text: string, height: number) => number;
}

export interface FittedLine extends Stretch {
  /** Which of the task's paragraphs this line is a stretch of. */
  paragraph: number;
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
  /** Room left (positive) or missing (negative) along the line, mm, of the widest line. */
  reserve: number;
  /** Room left or missing across the lines, mm. */
  reserveAcross: number;
}

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
  const attempts = attemptsOf(task.plan, start);
  let last: Fitted | undefined;
  for (const allowed of attempts) {
    const fitted = attempt(task, allowed);
    if (fitted.verdict !== 'overflows') return fitted;
    last = fitted;
  }
  return last!;
}

/** What is allowed at each point of the plan, in order. */
function attemptsOf(plan: readonly FitStep[], start: Allowed): Allowed[] {
  const allowed = { ...start };
  let stages: Allowed[] = [{ ...start }];
  const attempts = [...stages];
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

function attempt(task: FitTask, { least, lines: allowedLines, height }: Allowed): Fitted {
  const { paragraphs, lettering } = task;
  const measure = (text: string) => task.measure(text, height);
  const full = lettering.letterWidth;
  const lines = layLines(paragraphs, allowedLines, task.width / full, measure);
  const widest = Math.max(0, ...lines.map((line) => measure(paragraphs[line.paragraph]!.slice(line.from, line.to))));
  const needed = widest > 0 ? task.width / (widest * full) : 1;
  // Rounded down to a thousandth, so that what is printed fits and what is said is what is printed.
  const factor = needed >= 1 ? 1 : Math.max(least, Math.floor(needed * 1000) / 1000);
  const letterWidth = full * factor;
  const reserve = task.width - widest * letterWidth;
  const reserveAcross = task.height - (height + (lines.length - 1) * lettering.lineDistance * height);
  const steps: FitUse[] = [];
  if (height < lettering.height) steps.push({ kind: 'stepped down', height });
  if (lines.length > paragraphs.length) steps.push({ kind: 'wrapped', lines: lines.length });
  if (factor < 1) steps.push({ kind: 'squeezed', to: roundLength(factor) });
  const fits = reserve >= -1e-6 && reserveAcross >= -1e-6;
  return {
    lines,
    height,
    letterWidth,
    steps,
    reserve,
    reserveAcross,
    verdict: !fits
      ? 'overflows'
      : height < lettering.height
        ? 'stepped down'
        : lines.length > paragraphs.length
          ? 'wrapped'
          : factor < 1
            ? 'squeezed'
            : 'fits',
  };
}

/** Lays the paragraphs in at most `allowed` lines: as written when they fit, else filled, else as even as can be. */
function layLines(
  paragraphs: readonly string[],
  allowed: number,
  width: number,
  measure: (text: string) => number,
): FittedLine[] {
  const whole = paragraphs.map((text, paragraph) => ({ paragraph, from: 0, to: text.length }));
  let spare = allowed - paragraphs.length;
  if (spare <= 0) return whole;
  return whole.flatMap((line) => {
    const text = paragraphs[line.paragraph]!;
    if (measure(text) <= width) return [line];
    const filled = fillLines(text, width, measure);
    const fillFits = filled.length <= spare + 1 && filled.every((s) => measure(text.slice(s.from, s.to)) <= width);
    const stretches = fillFits ? filled : evenLines(text, spare + 1, measure);
    spare -= stretches.length - 1;
    return stretches.map((stretch) => ({ paragraph: line.paragraph, ...stretch }));
  });
}
