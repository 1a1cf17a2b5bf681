import { modelHash } from '@/core/drawing/drawing';
import { modelFacts } from '@/core/specimen/model-facts';
import { type Specimen, readSpecimen, variantOf, withFormer } from '@/core/specimen/specimen';
import { demoModels, demoPackage, demoSpecimen, demoSpecimens } from '../demo';

const workshop = demoPackage('workshop-sheets');
const pawl = demoSpecimen('pawl');
const winch = demoSpecimen('recovery-winch');

const factsOf = (specimen: Specimen, variant?: string) => {
  const others = demoSpecimens().filter(({ id }) => id !== specimen.id);
  return modelFacts(specimen, variant, demoModels(workshop, { specimens: [...others, specimen] }));
};
const without = (name: string, values: Specimen['values']) =>
  Object.fromEntries(Object.entries(values).filter(([key]) => key !== name));

test('an assembly that says no mass has its total; one that says one keeps it', () => {
  const bare = { ...winch, values: without('Mass', winch.values), variants: [] };
  const { derived } = factsOf(bare).model!;
  expect(derived!.mass).toEqual(derived!['total-mass']);
  expect(factsOf(winch).model!.derived).not.toHaveProperty('mass');
});

test('two names of one property that say something else are told, the one that is taken first', () => {
  const of = (values: Specimen['values']) => factsOf({ ...pawl, values: { ...pawl.values, ...values } }).model!;
  expect(of({ 'P/N': 'KW-9999' }).disagreeing).toEqual([
    {
      property: 'part-number',
      by: 'Part number',
      says: pawl.values['Part number'],
      otherBy: 'P/N',
      otherSays: 'KW-9999',
    },
  ]);
  expect(of({ 'P/N': `${pawl.values['Part number'] as string} ` }).disagreeing).toBeUndefined();
});

test.each([
  ['KW-2207', 'KW-2208.step', 'KW-2208'],
  ['KW-2207', 'drawings KW-2208 issue B.step', 'KW-2208'],
  ['KW-2207', 'kw-2207.stp', undefined],
  ['KW-2207', 'pawl.step', undefined],
  ['PAWL', 'LEVER.step', undefined],
])('a part %s in the file %s', (number, file, other) => {
  const specimen = { ...pawl, values: { ...pawl.values, 'Part number': number }, shape: { ...pawl.shape!, file } };
  expect(factsOf(specimen).model!.disagreeing?.map(({ otherSays }) => otherSays)).toEqual(other && [other]);
});

test('what is only looked at does not make a finished drawing’s model another one', () => {
  const { model } = factsOf(pawl);
  const { shapeMass: _, ...before } = model!;
  expect(modelHash({ model: before })).toBe(modelHash({ model: model! }));
});

describe('a variant that was removed', () => {
  const without = withFormer(pawl, { ...pawl, variants: pawl.variants.slice(0, 1) });

  test('is remembered with its last values, which its drawings go on to print', () => {
    const facts = (one: typeof pawl) =>
      modelFacts(one, '316L', demoModels(workshop, { specimens: [one], materials: [] }));
    expect(without.former).toEqual({ names: [], variants: [pawl.variants[1]] });
    expect(facts(without).variant).toEqual(facts(pawl).variant);
    expect(variantOf(without, '316L')).toBeUndefined();
  });

  test('is another one’s as soon as the model has one of that name again', () => {
    const back = withFormer(without, { ...without, variants: pawl.variants });
    expect(back).toEqual(pawl);
  });

  test('is forgotten after two hundred others', () => {
    let model = pawl;
    for (let i = 0; i < 210; i++) {
      const variants = [{ name: `V${i}`, values: {} }];
      model = withFormer(withFormer(model, { ...model, variants }), { ...model, variants: [] });
      model = withFormer({ ...model, variants }, { ...model, variants: [] });
    }
    expect(model.former!.variants).toHaveLength(200);
    expect(readSpecimen(model).ok).toBe(true);
  });
});
