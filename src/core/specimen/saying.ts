import type { ModelNames } from '../property/model-names';
import { type Values, valueText } from '../property/value';
import type { Specimen } from './specimen';

/**
 * A specimen that says another text for a property wherever it and its variants say the one there was, under whatever names they have it;
 * undefined when none of them says it.
 */
export function saying(
  specimen: Specimen,
  { property, was, value }: { property: string; was: string; value: string },
  names: ModelNames,
): Specimen | undefined {
  let found = false;
  const changed = (values: Values): Values =>
    Object.fromEntries(
      Object.entries(values).map(([name, old]) => {
        if (valueText(old).trim() !== was.trim() || !names.propertiesOf(name).includes(property)) return [name, old];
        found = true;
        return [name, value];
      }),
    );
  const values = changed(specimen.values);
  const variants = specimen.variants.map((variant) => ({ ...variant, values: changed(variant.values) }));
  return found ? { ...specimen, values, variants } : undefined;
}
