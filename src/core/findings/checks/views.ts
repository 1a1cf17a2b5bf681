import { contains, overlaps } from '../../geometry/box';
import { differingComponents } from '../../view/components';
import type { PlacedView } from '../../view/placing';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import { type LookedSheet, blockPlace } from '../looked-at';

/** The views of a sheet: whether they fit, lie clear of blocks and of one another, and can be seen at all. */
export const views: Check<LookedSheet> = {
  codes: [
    'views do not fit',
    'view off its area',
    'view on another',
    'view not to be seen',
    'shape of another assembly',
  ],
  look({ views, space, laid, resources }) {
    if (!views) return [];
    const trouble = ({ key, lacks }: PlacedView): string | undefined => {
      if (lacks !== undefined) return lacks;
      const state = key === undefined ? undefined : resources.projections?.get(key);
      return state !== undefined && state !== 'waiting' && 'trouble' in state ? state.trouble : undefined;
    };
    const differing = new Map<string, Finding>();
    for (const { model, key, view } of views.views) {
      const state = key === undefined ? undefined : resources.projections?.get(key);
      if (!model?.components || view.of.kind === 'flat' || !state || state === 'waiting' || 'trouble' in state)
        continue;
      const { onlyInShape, onlyInList } = differingComponents(model.components, state.projected.parts ?? []);
      if (onlyInShape.length + onlyInList.length > 0)
        differing.set(
          model.name,
          noticed('shape of another assembly', { model: model.name, onlyInShape, onlyInList }, {}),
        );
    }
    return [
      ...differing.values(),
      ...(views.fits ? [] : [noticed('views do not fit', { scale: views.scale }, {})]),
      ...views.views.flatMap((one, i): Finding[] => {
        const { name, box } = one;
        const view = one.view.id;
        const why = trouble(one);
        const under = laid.find((block) => overlaps(block.box, box));
        const other = views.views.slice(i + 1).find((second) => overlaps(second.box, box));
        return [
          ...(why === undefined || one.view.specimen === null
            ? []
            : [noticed('view not to be seen', { view, name, trouble: why }, {})]),
          ...(under
            ? [noticed('view off its area', { view, name, on: under.block.name }, blockPlace(under.block))]
            : contains(space, box)
              ? []
              : [noticed('view off its area', { view, name }, {})]),
          ...(other ? [noticed('view on another', { view, name, other: other.name }, {})] : []),
        ];
      }),
    ];
  },
};
