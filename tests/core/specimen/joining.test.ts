import fc from 'fast-check';
import { NOTHING_KNOWN, joinSpecimens } from '@/core/specimen/joining';
import { type Specimen, readSpecimen } from '@/core/specimen/specimen';

const base: Specimen = {
  kind: 'zonograph/specimen',
  version: 1,
  id: 'winch',
  name: 'Winch',
  model: 'assembly',
  values: { Title: 'WINCH', Finish: 'Bare' },
  variants: [{ name: '316L', values: { Finish: 'Pickled' } }],
  components: [{ specimen: 'pawl', quantity: 2 }],
};
const but = (change: Partial<Specimen>): Specimen => ({ ...base, ...change });
const join = (mine: Partial<Specimen>, theirs: Partial<Specimen>) => joinSpecimens(base, but(mine), but(theirs));

test('values that each side gave, changed or took away alone are all as that side has them', () => {
  const joined = join(
    { values: { Title: 'HAND WINCH', Finish: 'Bare', KLASSE: 'W3' } },
    { values: { Title: 'WINCH' } },
  );
  expect(joined).toEqual({ specimen: but({ values: { Title: 'HAND WINCH', KLASSE: 'W3' } }), clashes: [] });
});

test('variants and components likewise', () => {
  const galvanised = { name: 'galvanised', values: { Finish: 'Zinc' } };
  const mine = { variants: [{ name: '316L', values: { Finish: 'Pickled', Mass: 3 } }, galvanised] };
  const theirs = { variants: [{ name: '316L', values: { Finish: 'Blasted' } }], components: [] };
  expect(join(mine, theirs)).toEqual({
    specimen: but({ variants: [{ name: '316L', values: { Finish: 'Blasted', Mass: 3 } }, galvanised], components: [] }),
    clashes: [],
  });
  expect(join({ variants: [] }, {}).specimen.variants).toEqual([]);
  expect(join({}, { variants: [] }).specimen.variants).toEqual([]);
});

test.each<[string, Partial<Specimen>, Partial<Specimen>, string]>([
  ['a value', { values: { Title: 'A', Finish: 'Bare' } }, { values: { Title: 'B', Finish: 'Bare' } }, 'Title'],
  [
    'a value of a variant',
    { variants: [{ name: '316L', values: { Finish: 'A' } }] },
    { variants: [{ name: '316L', values: {} }] },
    'Finish of 316L',
  ],
  ['the components', { components: [] }, { components: [{ specimen: 'drum', quantity: 1 }] }, 'the components'],
  [
    'a variant that one took away',
    { variants: [] },
    { variants: [{ name: '316L', values: { Finish: 'B' } }] },
    'variant 316L',
  ],
])('%s that both changed is named; mine prevails', (_, mine, theirs, name) => {
  const { specimen, clashes } = join(mine, theirs);
  expect(clashes).toEqual([name]);
  expect(specimen).toEqual(but(mine));
});

test('of a model of which nothing was known yet all that is said counts, and what the other has besides stays', () => {
  const said = {
    ...NOTHING_KNOWN,
    name: 'Winch',
    values: { Title: 'NEW' },
    components: [{ specimen: 'drum', quantity: 1 }],
  };
  expect(joinSpecimens(NOTHING_KNOWN, said, base).specimen).toEqual(
    but({ values: { Title: 'NEW', Finish: 'Bare' }, components: said.components }),
  );
});

test('how sections cut a model and how it is pulled apart are joined too, and never taken away by a model store', () => {
  const kept = { apart: { Drum: [0, 0, 90] as const } };
  expect(join({ whole: true }, kept).specimen).toEqual(but({ whole: true, ...kept }));
  expect(join({ whole: true }, { whole: false }).clashes).toEqual(['whether sections leave it whole']);
  expect(joinSpecimens(NOTHING_KNOWN, NOTHING_KNOWN, but(kept)).specimen).toEqual(but(kept));
});

test('whatever both do, what comes out is a sound model in which nothing is lost that one side alone changed', () => {
  const values = fc.dictionary(fc.constantFrom('Title', 'Finish', 'Mass'), fc.constantFrom('A', 'B', 'C'));
  const variants = fc.uniqueArray(fc.record({ name: fc.constantFrom('316L', 'galvanised', 'raw'), values }), {
    selector: ({ name }) => name,
  });
  const components = fc.array(
    fc.record({ specimen: fc.constantFrom('pawl', 'drum'), quantity: fc.integer({ min: 1, max: 3 }) }),
  );
  const model = fc.record({ values, variants, components });
  fc.assert(
    fc.property(model, model, model, (b, m, t) => {
      const { specimen } = joinSpecimens(but(b), but(m), but(t));
      expect(readSpecimen(specimen)).toMatchObject({ ok: true });
      for (const name of ['Title', 'Finish', 'Mass'])
        expect(specimen.values[name]).toBe(m.values[name] === b.values[name] ? t.values[name] : m.values[name]);
      expect(joinSpecimens(but(b), but(b), but(t)).specimen).toEqual(but(t));
      expect(joinSpecimens(but(b), but(m), but(b)).specimen.values).toEqual(m.values);
    }),
  );
});
