import type { ModelSources } from './models';
import type { Specimen } from './specimen';

/** The parts of an assembly however deep, in the order of its components, each once. */
export function partsIn(assembly: Specimen, { specimens }: Pick<ModelSources, 'specimens'>): Specimen[] {
  const met = new Set([assembly.id]);
  const under = ({ components }: Specimen): Specimen[] =>
    components.flatMap(({ specimen }) => {
      const model = specimens.get(specimen);
      if (!model || met.has(specimen)) return [];
      met.add(specimen);
      return model.components.length === 0 ? [model] : under(model);
    });
  return under(assembly);
}
