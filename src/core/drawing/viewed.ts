import type { FormatDocument } from '../format/document';
import { SUPPLIED } from '../property/supplied';
import { valueText } from '../property/value';
import type { ModelSources } from '../specimen/models';
import { type ItemsByList, partsRules, partsTables } from '../specimen/parts-tables';
import type { Shape } from '../specimen/shape';
import type { Specimen } from '../specimen/specimen';
import type { ViewedModel, ViewedShape } from '../view/to-draw';

/** What of a model its views are made from; an assembly's components with the item numbers of the drawing's first parts list. */
export function viewedModel(
  model: Specimen,
  variant: string | undefined,
  { document, models }: { document: FormatDocument; models: ModelSources },
  items: ItemsByList,
): ViewedModel {
  const { name, model: kind, shape, flat, components } = model;
  return {
    name,
    kind,
    ...(shape && { shape: viewedShape(shape) }),
    ...(flat && { flat: viewedShape(flat) }),
    ...(components.length > 0 && { components: componentsOf(model, variant, document, models, items) }),
  };
}

const viewedShape = ({ hash, product, size }: Shape): ViewedShape => ({
  hash,
  ...(product !== undefined && { product }),
  size,
});

function componentsOf(
  model: Specimen,
  variant: string | undefined,
  document: FormatDocument,
  models: ModelSources,
  items: ItemsByList,
): NonNullable<ViewedModel['components']> {
  const [first = ['components', { kind: 'components' as const }] as const] = partsRules(document);
  const { parts } = partsTables(new Map([first]), { specimen: model, variant }, models, items);
  const rows = parts[first[0]]?.rows ?? [];
  return model.components.flatMap(({ specimen }) => {
    const component = models.specimens.get(specimen);
    if (!component) return [];
    const item = rows.find((row) => row.model?.name === component.name)?.values?.[SUPPLIED.item];
    const called = otherNames(component);
    return [
      {
        name: component.name,
        ...(called.length > 0 && { called }),
        ...(item !== undefined && { item: valueText(item) }),
        holds: heldBy(component, models, new Set([model.id])),
      },
    ];
  });
}

/** What files of shapes may call a model beside its name: as it was called before, and as the product of its own shape is. */
function otherNames({ name, former, shape }: Specimen): string[] {
  const others = [...(former?.names ?? []), ...(shape?.product === undefined ? [] : [shape.product])];
  return [...new Set(others)].filter((other) => other !== name);
}

/** The names of all that a component holds, however deep, and what else these are called. */
function heldBy({ components }: Specimen, models: ModelSources, above: ReadonlySet<string>): string[] {
  return components.flatMap(({ specimen }) => {
    const held = above.has(specimen) ? undefined : models.specimens.get(specimen);
    return held ? [held.name, ...otherNames(held), ...heldBy(held, models, new Set([...above, specimen]))] : [];
  });
}
