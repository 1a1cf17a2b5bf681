import { modelChanges } from '@/core/specimen/changes';
import type { Specimen } from '@/core/specimen/specimen';

const winch: Specimen = {
  kind: 'zonograph/specimen',
  version: 1,
  id: 'winch',
  name: 'Winch',
  model: 'assembly',
  values: { Title: 'WINCH', Mass: { value: 12, unit: 'kg' } },
  variants: [{ name: '316L', values: { Finish: 'Pickled' } }],
  components: [
    { specimen: 'pawl', quantity: 2 },
    { specimen: 'cheek', quantity: 1 },
  ],
};
const after = (change: Partial<Specimen>) => modelChanges(winch, { ...winch, ...change });

test.each<[string, Partial<Specimen>, string[]]>([
  ['nothing', {}, []],
  [
    'a value, also one that came and one that went',
    { values: { Title: 'HAND WINCH', Material: 'Bronze' } },
    ['Title: WINCH → HAND WINCH.', 'Mass: 12 kg → –.', 'Material: – → Bronze.'],
  ],
  [
    'a value of a variant',
    { variants: [{ name: '316L', values: { Finish: 'Blasted' } }] },
    ['Finish in 316L: Pickled → Blasted.'],
  ],
  [
    'a variant that came, one that went',
    { variants: [{ name: 'galvanised', values: {} }] },
    ['Variant galvanised is new.', 'Variant 316L is gone.'],
  ],
  [
    'components that came, went and are more',
    {
      components: [
        { specimen: 'pawl', quantity: 2 },
        { specimen: 'pawl', variant: '316L', quantity: 1 },
        { specimen: 'drum', quantity: 1 },
      ],
    },
    ['Component pawl: 2 → 3.', 'Component drum is new, 1 of it.', 'Component cheek is gone.'],
  ],
  ['their order alone', { components: winch.components.toReversed() }, []],
])('%s is told in a sentence each', (_, change, told) => {
  expect(after(change)).toEqual(told);
});

test('another shape, and another flat one, are told', () => {
  const shape = { hash: 'a'.repeat(64), file: 'winch.step', volume: 1, area: 1, size: { x: 1, y: 1, z: 1 } };
  expect(after({ shape })).toEqual(['Its shape has changed.']);
  expect(after({ shape: winch.shape, flat: shape })).toEqual(['Its flat shape has changed.']);
});
