import type { FitUse } from './fit-use';
import { type FitStep, type Lettering, lowerHeights } from './style';

/** A plan for long text that allows more than another one, and what is new in it. */
export interface WiderPlan {
  plan: FitStep[];
  allows: FitUse;
}

/** How far lettering is squeezed before it is wrapped or made smaller: below it letters lose their form. */
const LEAST_SQUEEZE = 0.6;
const MOST_LINES = 3;

/**
 * Plans that allow more than `plan`, the gentlest first: squeezing, then more lines, then lower standard heights down to
 * `least` mm. Each keeps what the ones before it allow.
 */
export function wideningPlans(
  plan: readonly FitStep[],
  { height }: Pick<Lettering, 'height'>,
  least: number,
): WiderPlan[] {
  const plans: WiderPlan[] = [];
  let current = [...plan];
  const allow = (step: FitStep, allows: FitUse) => {
    const index = current.findIndex(({ kind }) => kind === step.kind);
    current = index >= 0 ? current.map((one, i) => (i === index ? step : one)) : [...current, step];
    plans.push({ plan: current, allows });
  };
  const squeeze = plan.find((step) => step.kind === 'squeeze')?.least ?? 1;
  for (const factor of [0.8, 0.7, LEAST_SQUEEZE]) {
    if (factor < squeeze) allow({ kind: 'squeeze', least: factor }, { kind: 'squeezed', to: factor });
  }
  const lines = plan.find((step) => step.kind === 'wrap')?.lines ?? 1;
  for (let n = Math.max(2, lines + 1); n <= MOST_LINES; n++)
    allow({ kind: 'wrap', lines: n }, { kind: 'wrapped', lines: n });
  const lowest = plan.find((step) => step.kind === 'step down')?.least ?? height;
  for (const lower of lowerHeights(Math.min(height, lowest), least))
    allow({ kind: 'step down', least: lower }, { kind: 'stepped down', height: lower });
  return plans;
}
