import { deepEqual } from 'fast-equals';
import { type Values, valueText } from '../property/value';
import type { Specimen } from './specimen';

/** What is different about a model now, one sentence a value, variant or component. */
export function modelChanges(before: Specimen, after: Specimen): string[] {
  const changes = valueChanges(before.values, after.values, '');
  for (const variant of after.variants) {
    const old = before.variants.find((one) => one.name === variant.name);
    if (!old) changes.push(`Variant ${variant.name} is new.`);
    else changes.push(...valueChanges(old.values, variant.values, ` in ${variant.name}`));
  }
  for (const { name } of before.variants) {
    if (!after.variants.some((one) => one.name === name)) changes.push(`Variant ${name} is gone.`);
  }
  const quantities = (specimen: Specimen) => {
    const sums = new Map<string, number>();
    for (const { specimen: id, quantity } of specimen.components) sums.set(id, (sums.get(id) ?? 0) + quantity);
    return sums;
  };
  const [old, now] = [quantities(before), quantities(after)];
  for (const [id, quantity] of now) {
    const had = old.get(id);
    if (had === undefined) changes.push(`Component ${id} is new, ${quantity} of it.`);
    else if (had !== quantity) changes.push(`Component ${id}: ${had} → ${quantity}.`);
  }
  for (const id of old.keys()) if (!now.has(id)) changes.push(`Component ${id} is gone.`);
  if (after.shape && before.shape?.hash !== after.shape.hash) changes.push('Its shape has changed.');
  if (after.flat && before.flat?.hash !== after.flat.hash) changes.push('Its flat shape has changed.');
  if (after.whole !== before.whole) changes.push(CUTS[String(after.whole) as keyof typeof CUTS]);
  if (!deepEqual(after.apart, before.apart)) changes.push('Its parts are pulled apart in another way.');
  return changes;
}

/** What sections do with a part, as is said of it. */
const CUTS = {
  true: 'Sections leave it whole.',
  false: 'Sections cut it.',
  undefined: 'Sections cut it or leave it whole by its name and form.',
};

function valueChanges(before: Values, after: Values, where: string): string[] {
  const text = (values: Values, name: string) => (values[name] === undefined ? '–' : valueText(values[name]));
  return [...new Set([...Object.keys(before), ...Object.keys(after)])]
    .filter((name) => text(before, name) !== text(after, name))
    .map((name) => `${name}${where}: ${text(before, name)} → ${text(after, name)}.`);
}
