import { SUPPLIED } from '../../property/supplied';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';
import { textOf } from '../text-of';

/** A model whose revision is another than its drawing's. */
export const revisionAgreement: Check<LookedSheet> = {
  codes: ['revisions disagree'],
  look({ facts, resources }) {
    const model = textOf(SUPPLIED.modelRevision, facts, resources);
    const drawing = textOf(SUPPLIED.revision, facts, resources);
    if (model === undefined || drawing === undefined || model === drawing) return [];
    return [noticed('revisions disagree', { model, drawing }, {})];
  },
};
