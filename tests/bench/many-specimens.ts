import type { Specimen } from '../../src/core/specimen/specimen';
import { demoSpecimen } from '../core/demo';

/** Parts like the pawl, each with a number and a title of its own and without variants. */
export function manySpecimens(count: number): Specimen[] {
  const pawl = demoSpecimen('pawl');
  return Array.from({ length: count }, (_, i) => {
    const number = String(i + 1).padStart(5, '0');
    return {
      ...pawl,
      id: `part-${number}`,
      name: `Part ${number}`,
      values: { ...pawl.values, 'Part number': `KB-${number}`, Title: `PAWL OF KIND ${number}` },
      variants: [],
    };
  });
}
