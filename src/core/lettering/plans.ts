import type { FitUse } from './fit-use';
import { type FitStep, type Lettering, lowerHeights } from './style';

/** A plan for long text that allows more than another one, and what is new in it. */
export interface WiderPlan {
  plan: FitStep[];
  allows: FitUse[];
}

/** How far lettering is squeezed before it is wrapped or made smaller: below it letters lose their form. */
const SQUEEZES = [0.9, 0.8, 0.7, 0.6];
const MOST_LINES = 4;

/**
 * Plans that allow more than `plan`, the least change first: more lines, or letters squeezed, or a lower standard height, each by
 * itself and only as far as its place in the list says; then two of them together, then all three. `least` is the lowest height in
 * use, mm.
 */
export function wideningPlans(
  plan: readonly FitStep[],
  { height }: Pick<Lettering, 'height'>,
  least: number,
): WiderPlan[] {
  const squeeze = plan.find((step) => step.kind === 'squeeze')?.least ?? 1;
  const lines = plan.find((step) => step.kind === 'wrap')?.lines ?? 1;
  const lowest = plan.find((step) => step.kind === 'step down')?.least ?? height;
  const wraps: FitUse[] = [];
  for (let n = Math.max(2, lines + 1); n <= MOST_LINES; n++) wraps.push({ kind: 'wrapped', lines: n });
  const squeezes = SQUEEZES.filter((to) => to < squeeze).map((to): FitUse => ({ kind: 'squeezed', to }));
  const lower = lowerHeights(Math.min(height, lowest), least).map((to): FitUse => ({
    kind: 'stepped down',
    height: to,
  }));
  const pairs = (a: readonly FitUse[], b: readonly FitUse[]) => a.flatMap((one) => b.map((other) => [one, other]));
  const together = [
    ...[...wraps, ...squeezes, ...lower].map((use) => [use]),
    ...pairs(wraps, squeezes),
    ...pairs(squeezes, lower),
    ...pairs(wraps, lower),
    ...pairs(wraps, squeezes).flatMap((pair) => lower.map((use) => [...pair, use])),
  ];
  return together.map((allows) => ({ plan: allows.reduce(allowing, [...plan]), allows }));
}

/** A plan that allows one thing more: in the place of the step of its kind, else before stepping down, which comes last. */
function allowing(plan: FitStep[], use: FitUse): FitStep[] {
  const step = stepFor(use);
  const index = plan.findIndex(({ kind }) => kind === step.kind);
  if (index >= 0) return plan.map((one, i) => (i === index ? step : one));
  const down = step.kind === 'step down' ? -1 : plan.findIndex(({ kind }) => kind === 'step down');
  return down < 0 ? [...plan, step] : plan.toSpliced(down, 0, step);
}

function stepFor(use: FitUse): FitStep {
  switch (use.kind) {
    case 'squeezed':
      return { kind: 'squeeze', least: use.to };
    case 'wrapped':
      return { kind: 'wrap', lines: use.lines };
    case 'stepped down':
      return { kind: 'step down', least: use.height };
  }
}
