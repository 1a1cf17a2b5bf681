import { type FitTask, fitText } from '../../lettering/fitting';
import { TOLERANCE } from '../../geometry/length';
import { wideningPlans } from '../../lettering/plans';
import type { CellContext } from '../../scene/cell-room';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import type { Repair } from '../repair';
import { type LookedText, cellPlace } from '../looked-at';
import { leastIn } from './least-heights';

/** Text that does not fit, with the least change of its plan that would let it; and text that fitting has altered. */
export const textFit: Check<LookedText> = {
  codes: ['under the least height', 'text overflows', 'text squeezed', 'text wrapped', 'text stepped down'],
  look(at) {
    const { fitted, task, context } = at;
    if (!fitted || context.filling.show === 'names') return [];
    const { verdict, steps, reserve, reserveAcross } = fitted.fit;
    const text = fitted.text.replace(/([-/])\n/g, '$1').replaceAll('\n', ' ');
    if (verdict === 'overflows') {
      const long = reserve < -1e-6;
      const excess = long ? -reserve : -reserveAcross;
      const params = { text, excess, way: long ? 'long' : 'high', steps } as const;
      return [noticed('text overflows', params, cellPlace(at), repair(task, context))];
    }
    if (verdict === 'fits') return [];
    return [noticed(`text ${verdict}`, { text, steps }, cellPlace(at)), ...steppedTooFar(at, fitted.fit.height)];
  },
};

/** A text that fitting letters lower than values are. (That its own lettering is so low is another check's.) */
function steppedTooFar(at: LookedText, height: number): Finding[] {
  const { task, context } = at;
  const { document } = context.filling;
  const least = leastIn(context.filling).values;
  if (height >= least - TOLERANCE || task.lettering.height < least - TOLERANCE) return [];
  const style = document.letterings.find(({ id }) => id === context.cell.lettering)!;
  const params = { of: 'values', style: style.id, styleName: style.name, height, least } as const;
  return [noticed('under the least height', params, cellPlace(at))];
}

function repair(task: FitTask, { cell, block, filling }: CellContext): Repair | undefined {
  const least = leastIn(filling).values;
  const better = wideningPlans(task.plan, task.lettering, least).find(
    ({ plan }) => fitText({ ...task, plan }).verdict !== 'overflows',
  );
  return (
    better && {
      kind: { kind: 'widen the plan', allow: better.allows },
      steps: [{ op: 'set cell', block, cell: cell.id, change: { fit: better.plan } }],
    }
  );
}
