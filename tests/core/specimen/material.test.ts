import { ISOMETRIC_LINES } from '@/core/view/direction';
import { shapeMass } from '@/core/specimen/mass';
import { totalMass } from '@/core/specimen/mass';
import { modelFacts } from '@/core/specimen/model-facts';
import { measureShape } from '@/core/specimen/shape';
import type { Specimen } from '@/core/specimen/specimen';
import { demoModels, demoPackage, demoSpecimen, demoSpecimens } from '../demo';

const workshop = demoPackage('workshop-sheets');
const known = demoModels(workshop);

/** A box's corners and triangles, outward. */
const box = (x: number, y: number, z: number) => ({
  positions: [0, 0, 0, x, 0, 0, x, y, 0, 0, y, 0, 0, 0, z, x, 0, z, x, y, z, 0, y, z],
  triangles: [
    0, 2, 1, 0, 3, 2, 4, 5, 6, 4, 6, 7, 0, 1, 5, 0, 5, 4, 2, 3, 7, 2, 7, 6, 1, 2, 6, 1, 6, 5, 0, 4, 7, 0, 7, 3,
  ],
});

test('a box of 2 × 3 × 5 has its volume, area and sizes', () => {
  expect(measureShape([box(2, 3, 5)])).toEqual({
    volume: expect.closeTo(30),
    area: expect.closeTo(62),
    size: { x: 2, y: 3, z: 5 },
    // Half of a box's outline along each line of isometric views: a/√2 + b/√2, and (2 a + b + c)/√6.
    reach: ISOMETRIC_LINES.map(([x, y, z]) =>
      expect.closeTo((Math.abs(x) * 2 + Math.abs(y) * 3 + Math.abs(z) * 5) / 2, 3),
    ),
  });
});

test('a box without its lid, or turned inside out, holds nothing', () => {
  const { positions, triangles } = box(2, 3, 5);
  expect(measureShape([{ positions, triangles: triangles.slice(6) }])).toBeUndefined();
  expect(measureShape([{ positions, triangles: triangles.toReversed() }])).toBeUndefined();
});

const flange = demoSpecimen('drum-flange');
const without = (model: Specimen): Specimen => {
  const bare = (values: Specimen['values']) =>
    Object.fromEntries(Object.entries(values).filter(([name]) => name !== 'Mass'));
  return {
    ...model,
    values: bare(model.values),
    variants: model.variants.map((variant) => ({ ...variant, values: bare(variant.values) })),
  };
};

test('a shape weighs volume × density of what its variant is made of', () => {
  const dm3 = flange.shape!.volume / 1e6;
  const [galvanised, stainless] = flange.variants;
  expect(shapeMass(flange, galvanised, known)!.kg).toBeCloseTo(dm3 * 7.85, 5);
  expect(shapeMass(flange, stainless, known)!.kg).toBeCloseTo(dm3 * 8, 5);
});

test.each<[string, Specimen]>([
  ['no shape', { ...flange, shape: undefined }],
  ['a material without density', { ...flange, values: { Material: 'Unobtainium' } }],
  ['no material', { ...flange, values: {} }],
])('%s gives no mass', (_, model) => {
  expect(shapeMass(model, undefined, known)).toBeUndefined();
});

test('a model that says its mass is believed; one that does not has its shape’s, in totals too', () => {
  const models = demoSpecimens().map((one) => (one.id === 'drum-flange' ? without(one) : one));
  const sources = demoModels(workshop, { specimens: models });
  expect(modelFacts(flange, '316L', sources).model!.derived).toBeUndefined();
  const kg = shapeMass(flange, flange.variants[1], known)!.kg;
  expect(modelFacts(without(flange), '316L', sources).model!.derived).toEqual({ mass: { value: kg, unit: 'kg' } });
  const drum = models.find(({ id }) => id === 'drum-assembly')!;
  expect(totalMass(drum, '316L', sources).kg).toBeCloseTo(18.71 + 2 * kg + 7.41 + 4.12, 6);
});
