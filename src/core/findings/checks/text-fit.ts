import { type FitTask, fitText } from '../../lettering/fitting';
import { wideningPlans } from '../../lettering/plans';
import type { CellContext } from '../../scene/cell-room';
import type { Check } from '../check';
import { type Repair, noticed } from '../finding';
import { type LookedText, cellPlace } from '../looked-at';
import { leastHeights } from './least-heights';

/** Text that does not fit, with the gentlest change of its plan that would let it; and text that fitting has altered. */
export const textFit: Check<LookedText> = {
  codes: ['text overflows', 'text squeezed', 'text wrapped', 'text stepped down'],
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
    return verdict === 'fits' ? [] : [noticed(`text ${verdict}`, { text, steps }, cellPlace(at))];
  },
};

function repair(task: FitTask, { cell, block, filling }: CellContext): Repair | undefined {
  const least = leastHeights(filling.document.unit).value;
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
