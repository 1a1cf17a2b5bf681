import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** Values that a model gives twice, and not the same: under two names of a property, or its number and its file's. */
export const disagreeingSources: Check<LookedSheet> = {
  codes: ['sources disagree'],
  look: ({ facts: { model }, resources: { properties } }) =>
    (model?.disagreeing ?? []).map((one) =>
      noticed(
        'sources disagree',
        { model: model!.name, name: properties.get(one.property)?.name ?? one.property, ...one },
        {},
      ),
    ),
};
