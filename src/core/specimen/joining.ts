import { deepEqual } from 'fast-equals';
import type { Values } from '../property/value';
import type { Specimen } from './specimen';

/** What two sides make of a model, as far as each is about its description. */
type Model = Pick<Specimen, 'name' | 'model' | 'values' | 'variants' | 'components' | 'whole' | 'apart'>;

/** A model of which nothing is known yet: all that a side says of it is news. */
export const NOTHING_KNOWN: Model = { name: '', model: 'part', values: {}, variants: [], components: [] };

/**
 * What one side changed of a model since `base`, brought onto the model as the other side has it: value by value, so that what
 * each changed alone stays.
 *
 * @param mine the side whose changes are brought; it prevails where both changed the same
 * @returns the model, and the names of what both changed to something else
 */
export function joinSpecimens(base: Model, mine: Model, theirs: Specimen): { specimen: Specimen; clashes: string[] } {
  const clashes: string[] = [];
  const pick = <T>(b: T, m: T, t: T, name: string): T => {
    if (deepEqual(m, b)) return t;
    if (!deepEqual(t, b) && !deepEqual(t, m)) clashes.push(name);
    return m;
  };
  const values = (b: Values, m: Values, t: Values, where: string): Values => {
    const joined: Values = {};
    for (const name of new Set([...Object.keys(t), ...Object.keys(m)])) {
      const value = pick(b[name], m[name], t[name], `${name}${where}`);
      if (value !== undefined) joined[name] = value;
    }
    return joined;
  };
  const variantOf = (model: Model, name: string) => model.variants.find((one) => one.name === name);
  const names = new Set([...theirs.variants, ...mine.variants].map(({ name }) => name));
  const variants = [...names].flatMap((name) => {
    const [b, m, t] = [variantOf(base, name), variantOf(mine, name), variantOf(theirs, name)];
    if (m && t) return [{ ...t, values: values(b?.values ?? {}, m.values, t.values, ` of ${name}`) }];
    const left = pick(b, m, t, `variant ${name}`);
    return left ? [left] : [];
  });
  const { whole: _, apart: __, ...others } = theirs;
  const whole = pick(base.whole, mine.whole, theirs.whole, 'whether sections leave it whole');
  const apart = pick(base.apart, mine.apart, theirs.apart, 'how it is pulled apart');
  const specimen: Specimen = {
    ...others,
    ...(whole !== undefined && { whole }),
    ...(apart && { apart }),
    name: pick(base.name, mine.name, theirs.name, 'the name'),
    model: pick(base.model, mine.model, theirs.model, 'part or assembly'),
    values: values(base.values, mine.values, theirs.values, ''),
    variants,
    components: pick(base.components, mine.components, theirs.components, 'the components'),
  };
  // A model with components is an assembly, whoever put them in.
  return { specimen: specimen.components.length > 0 ? { ...specimen, model: 'assembly' } : specimen, clashes };
}
