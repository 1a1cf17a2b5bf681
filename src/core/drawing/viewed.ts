import type { FormatDocument } from '../format/document';
import { SUPPLIED } from '../property/supplied';
import { valueText } from '../property/value';
import type { ModelSources } from '../specimen/models';
import { partsIn } from '../specimen/parts-in';
import { type ItemsByList, partsRules, partsTables } from '../specimen/parts-tables';
import type { Shape } from '../specimen/shape';
import type { Specimen } from '../specimen/specimen';
import { isUsuallyWhole } from '../view/left-whole';
import type { ViewedModel, ViewedShape } from '../view/to-draw';

/**
 * What of a model a view is made from; an assembly's components with the item numbers of the drawing's first parts list.
 *
 * @param whole the names of the parts that the view leaves whole
 */
export function viewedModel(
  model: Specimen,
  variant: string | undefined,
  { document, models }: { document: FormatDocument; models: ModelSources },
  items: ItemsByList,
  whole: readonly string[],
): ViewedModel {
  const { name, model: kind, shape, flat, components } = model;
  return {
    name,
    kind,
    ...(shape && { shape: viewedShape(shape) }),
    ...(flat && { flat: viewedShape(flat) }),
    ...(components.length > 0 && { components: componentsOf(model, variant, document, models, items) }),
    ...(whole.length > 0 && { whole: leftWhole(whole, model, models) }),
  };
}

/** Parts that a view leaves whole, with what files may call them; one that is no longer there by its name alone. */
function leftWhole(names: readonly string[], model: Specimen, models: ModelSources): NonNullable<ViewedModel['whole']> {
  const parts = new Map(partsIn(model, models).map((part) => [part.name, part]));
  return names.map((name) => {
    const part = parts.get(name);
    const called = part ? otherNames(part) : [];
    return { name, ...(called.length > 0 && { called }) };
  });
}

/** The names of the parts of an assembly, and of those that are usually not cut lengthwise, or of which the office says so. */
export function sectionedParts(model: Specimen, models: Pick<ModelSources, 'specimens'>) {
  const parts = partsIn(model, models);
  const namesOf = (some: readonly Specimen[]) => [...new Set(some.map(({ name }) => name))];
  const isWhole = ({ whole, name, shape }: Specimen) => whole ?? isUsuallyWhole(name, shape);
  return { all: namesOf(parts), usuallyWhole: namesOf(parts.filter(isWhole)) };
}

const viewedShape = ({ hash, product, size, reach }: Shape): ViewedShape => ({
  hash,
  ...(product !== undefined && { product }),
  size,
  ...(reach && { reach }),
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
