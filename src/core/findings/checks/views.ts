import { type Box, boxAroundBoth, contains, inflated, overlaps } from '../../geometry/box';
import { limitsOf } from '../../rules/effective';
import { differingComponents } from '../../view/components';
import { BALLOON_ROOM, type PlacedView } from '../../view/placing';
import type { Projections } from '../../view/projected';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import { type LookedSheet, blockPlace } from '../looked-at';

/** The views of a sheet: whether they fit, lie clear of blocks and of one another, and can be seen at all. */
export const views: Check<LookedSheet> = {
  codes: [
    'views do not fit',
    'sheet mostly empty',
    'view off its area',
    'view on another',
    'part not left whole',
    'view not to be seen',
    'shape of another assembly',
  ],
  look({ views, space, laid, largestClear, rules, resources }) {
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
      ...emptiness(views.views, largestClear, limitsOf(rules, 'sheet mostly empty').share),
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
          ...notLeftWhole(one, resources.projections),
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

/** Says that a sheet is mostly empty: how much of the clear area the box about all its views takes, as a share of it. */
function emptiness(views: readonly PlacedView[], { width, height }: Box, wanted: number): Finding[] {
  const boxes = views.map(({ box, view }) => (view.balloons ? inflated(box, BALLOON_ROOM) : box));
  if (boxes.length === 0 || width * height === 0) return [];
  const all = boxes.reduce(boxAroundBoth);
  const percent = ((all.width * all.height) / (width * height)) * 100;
  return percent >= wanted
    ? []
    : [noticed('sheet mostly empty', { percent: Math.round(percent), wanted: Math.round(wanted) }, {})];
}

/** Says which parts a section was to leave whole that its shape does not name. */
function notLeftWhole({ view, name, model, key }: PlacedView, projections: Projections | undefined): Finding[] {
  const state = key === undefined ? undefined : projections?.get(key);
  if (view.of.kind !== 'section' || !state || state === 'waiting' || 'trouble' in state) return [];
  const found = new Set(state.projected.uncut);
  const parts = (model?.whole ?? [])
    .filter((part) => ![part.name, ...(part.called ?? [])].some((one) => found.has(one)))
    .map((part) => part.name);
  return parts.length === 0 ? [] : [noticed('part not left whole', { view: view.id, name, parts }, {})];
}
