import { convert } from '@/core/property/units';
import { componentCircle, totalMass } from '@/core/specimen/mass';
import type { Specimen } from '@/core/specimen/specimen';
import { demoModels, demoPackage, demoSpecimens } from '../demo';

const workshop = demoPackage('workshop-sheets');
const specimens = demoSpecimens();
const sourcesOf = (models: Specimen[]) => demoModels(workshop, { specimens: models, materials: [] });
const winch = specimens.find((one) => one.id === 'recovery-winch')!;

/**
 * The recovery winch by hand, kg: quantity and mass of every part, in both variants; the drum assembly's parts stand in for it.
 * The fairlead roller is bought by the pound: 2.75 lb and 2.8 lb.
 */
const TABLE: [part: string, quantity: number, galvanised: number, stainless: number][] = [
  ['drum barrel', 1, 18.42, 18.71],
  ['drum flange', 2, 9.06, 9.2],
  ['drive shaft', 1, 7.35, 7.41],
  ['pawl wheel', 1, 4.18, 4.12],
  ['side cheek', 2, 22.8, 23.16],
  ['pawl', 2, 0.64, 0.65],
  ['fairlead roller', 2, 2.75 * 0.45359237, 2.8 * 0.45359237],
  ['guard', 1, 3.27, 3.31],
];

test.each([
  ['galvanised', 2, 100.71476],
  ['316L', 3, 102.11012],
] as const)('the winch in %s weighs what its hand-made table says, in kg and in lb', (variant, column, rounded) => {
  const byHand = TABLE.reduce((sum, row) => sum + row[1] * row[column], 0);
  const { kg, without } = totalMass(winch, variant, sourcesOf(specimens));
  expect(without).toEqual([]);
  expect(kg).toBeCloseTo(byHand, 9);
  expect(kg).toBeCloseTo(rounded, 4);
  expect(convert(kg!, 'kg', 'lb')).toBeCloseTo(byHand / 0.45359237, 9);
});

test('a component without a mass is named, and the total is not known', () => {
  const models = specimens.map((one) => (one.id === 'pawl' ? { ...one, values: {}, variants: [] } : one));
  expect(totalMass(winch, 'galvanised', sourcesOf(models))).toEqual({ without: ['Pawl'] });
  const gone = specimens.filter((one) => one.id !== 'guard');
  expect(totalMass(winch, 'galvanised', sourcesOf(gone))).toEqual({ without: ['guard'] });
});

test('an assembly that holds itself is found, however deep, and has no total', () => {
  const models = specimens.map((one) =>
    one.id === 'drum-assembly' ? { ...one, components: [{ specimen: 'recovery-winch', quantity: 1 }] } : one,
  );
  const circle = ['Recovery winch', 'Drum assembly', 'Recovery winch'];
  expect(totalMass(winch, undefined, sourcesOf(models))).toEqual({ without: [], circle });
  expect(componentCircle(winch, new Map(models.map((one) => [one.id, one])))).toEqual(circle);
  expect(componentCircle(winch, new Map(specimens.map((one) => [one.id, one])))).toBeUndefined();
});
