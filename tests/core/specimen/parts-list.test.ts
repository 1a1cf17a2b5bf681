import type { PartsRule } from '@/core/format/document';
import { type ItemNumbers, partsList } from '@/core/specimen/parts-list';
import { totalMass } from '@/core/specimen/mass';
import type { Specimen } from '@/core/specimen/specimen';
import { demoModels, demoPackage, demoSpecimen, demoSpecimens } from '../demo';

const workshop = demoPackage('workshop-sheets');
const winch = demoSpecimen('recovery-winch');

function list(
  assembly: Specimen,
  rule: PartsRule,
  { variant = 'galvanised' as string | undefined, models = demoSpecimens(), items = {} as ItemNumbers } = {},
) {
  const outcome = partsList(assembly, variant, rule, demoModels(workshop, { specimens: models }), items);
  if (!outcome.ok) throw new Error(outcome.trouble.kind);
  return outcome.list;
}

const short = ({ item, quantity, partNumber }: { item: string; quantity: number; partNumber?: string }) =>
  `${item} ${quantity} ${partNumber ?? '–'}`;

/** The winch's parts by hand: item, quantity, part number, in the model's order and in the variant galvanised. */
const COMPONENTS = ['1 1 KW-2200-G', '2 2 KW-2206-G', '3 2 KW-2204-G', '4 2 TRV-88104-Z', '5 1 KW-2208-G'];
const ALL_PARTS = [
  '1 1 KW-2201-G',
  '2 2 KW-2202-G',
  '3 1 KW-2203-G',
  '4 1 KW-2205-G',
  '5 2 KW-2206-G',
  '6 2 KW-2204-G',
  '7 2 TRV-88104-Z',
  '8 1 KW-2208-G',
];
const INDENTED = [
  '1 1 KW-2200-G',
  '1.1 1 KW-2201-G',
  '1.2 2 KW-2202-G',
  '1.3 1 KW-2203-G',
  '1.4 1 KW-2205-G',
  ...COMPONENTS.slice(1),
];

test.each([
  ['components', COMPONENTS],
  ['all parts', ALL_PARTS],
  ['indented', INDENTED],
] as const)('the winch’s %s are those of its hand-made table', (kind, table) => {
  const { rows, withoutNumber } = list(winch, { kind });
  expect(rows.map(short)).toEqual(table);
  expect(withoutNumber).toEqual([]);
});

test.each(['components', 'all parts', 'indented'] as const)('the %s weigh what the model weighs', (kind) => {
  const sources = demoModels(workshop);
  for (const variant of ['galvanised', '316L'])
    expect(list(winch, { kind }, { variant }).kg).toBeCloseTo(totalMass(winch, variant, sources).kg!, 9);
});

test('the rows are ordered by a property when they get their numbers', () => {
  const numbers = list(winch, { kind: 'all parts', orderBy: 'part-number' }).rows.map(({ partNumber }) => partNumber);
  expect(numbers).toEqual(numbers.toSorted());
});

test('numbers stay when components come and go, and are not given again', () => {
  const first = list(winch, { kind: 'components' });
  const pawl = winch.components.find(({ specimen }) => specimen === 'pawl')!;
  const fewer = { ...winch, components: winch.components.filter((one) => one !== pawl) };
  const second = list(fewer, { kind: 'components' }, { items: first.items });
  expect(second.rows.map(({ item }) => item)).toEqual(['1', '2', '4', '5']);
  const more = { ...fewer, components: [{ specimen: 'pawl-wheel', quantity: 4 }, ...fewer.components] };
  const third = list(more, { kind: 'components' }, { items: second.items });
  expect(third.rows.map(short)).toEqual([
    '1 1 KW-2200-G',
    '2 2 KW-2206-G',
    '4 2 TRV-88104-Z',
    '5 1 KW-2208-G',
    '6 4 KW-2205-G',
  ]);
  const again = list(winch, { kind: 'components' }, { items: third.items });
  expect(again.rows.find(({ partNumber }) => partNumber === 'KW-2204-G')!.item).toBe('3');
});

test('the same part in several places is one row; the same model in two variants is two', () => {
  const twice: Specimen = {
    ...winch,
    components: [
      { specimen: 'pawl', quantity: 2 },
      { specimen: 'pawl', variant: '316L', quantity: 1 },
      { specimen: 'pawl', quantity: 3 },
    ],
  };
  expect(list(twice, { kind: 'components' }).rows.map(short)).toEqual(['1 5 KW-2204-G', '2 1 KW-2204-S']);
});

test('a component without a part number is listed and named; one without a mass leaves the total open', () => {
  const bare: Specimen = {
    ...demoSpecimen('pawl'),
    id: 'wedge',
    name: 'Wedge',
    values: {},
    variants: [],
    shape: undefined,
  };
  const held = { ...winch, components: [...winch.components, { specimen: 'wedge', quantity: 1 }] };
  const { rows, withoutNumber, kg } = list(held, { kind: 'components' }, { models: [...demoSpecimens(), bare] });
  expect(rows.at(-1)).toMatchObject({ item: '6', part: 'wedge', level: 0 });
  expect(withoutNumber).toEqual(['Wedge']);
  expect(kg).toBeUndefined();
});

test('a part number that two models or variants have makes one row of them, and is told', () => {
  const wedge: Specimen = { ...demoSpecimen('pawl'), id: 'wedge', name: 'Wedge' };
  const models = [...demoSpecimens(), wedge];
  const held = { ...winch, components: [...winch.components, { specimen: 'wedge', quantity: 1 }] };
  const { rows, shared } = list(held, { kind: 'components' }, { models });
  expect(rows.map(short)).toContain('3 3 KW-2204-G');
  const told = { number: 'KW-2204-G', by: ['Pawl · galvanised', 'Wedge · galvanised'] };
  expect(shared).toEqual([told]);
  const drum = demoSpecimen('drum-assembly');
  const within = { ...drum, components: [...drum.components, { specimen: 'wedge', quantity: 1 }] };
  const deep = models.map((one) => (one.id === drum.id ? within : one));
  expect(list(winch, { kind: 'components' }, { models: deep }).shared).toEqual([]);
  for (const kind of ['all parts', 'indented'] as const)
    expect(list(winch, { kind }, { models: deep }).shared).toMatchObject([{ number: 'KW-2204-G' }]);
  const unlike = { ...winch, components: [...winch.components, { specimen: 'guard', variant: '316L', quantity: 1 }] };
  expect(list(unlike, { kind: 'components' }).shared).toEqual([]);
  const alike = demoSpecimens().map((one) =>
    one.id === 'guard'
      ? {
          ...one,
          variants: one.variants.map((each) => ({ ...each, values: { ...each.values, 'Part number': 'KW-2208' } })),
        }
      : one,
  );
  expect(list(unlike, { kind: 'components' }, { models: alike }).shared).toEqual([
    { number: 'KW-2208', by: ['Guard · galvanised', 'Guard · 316L'] },
  ]);
});

test('an assembly that holds itself, or a model that is not there, has no list', () => {
  const sources = (specimens: Specimen[]) => demoModels(workshop, { specimens });
  const drum = demoSpecimen('drum-assembly');
  const round = { ...drum, components: [{ specimen: 'recovery-winch', quantity: 1 }] };
  const models = demoSpecimens().map((one) => (one.id === drum.id ? round : one));
  expect(partsList(winch, undefined, { kind: 'components' }, sources(models))).toEqual({
    ok: false,
    trouble: { kind: 'holds itself', model: 'Recovery winch' },
  });
  const lost = { ...winch, components: [{ specimen: 'gone', quantity: 1 }] };
  expect(partsList(lost, undefined, { kind: 'components' }, sources(demoSpecimens()))).toEqual({
    ok: false,
    trouble: { kind: 'component not there', assembly: 'Recovery winch', component: 'gone' },
  });
});

test('2,000 components make a list', () => {
  const pawl = demoSpecimen('pawl');
  const parts = Array.from({ length: 2000 }, (_, i) => ({
    ...pawl,
    id: `part-${i}`,
    values: { 'Part number': `K-${i}`, Mass: { value: 1, unit: 'kg' } },
    variants: [],
  }));
  const big = { ...winch, components: parts.map(({ id }) => ({ specimen: id, quantity: 2 })) };
  const { rows, kg } = list(big, { kind: 'all parts', orderBy: 'part-number' }, { models: [...parts, big] });
  expect(rows).toHaveLength(2000);
  expect(rows[10]!.partNumber).toBe('K-10');
  expect(kg).toBe(4000);
});

test('assemblies that are shared in depth are added up once, not once for each way to them', () => {
  const level = (n: number): Specimen => ({
    ...winch,
    id: `level-${n}`,
    name: `Level ${n}`,
    values: { 'Part number': `L-${n}` },
    variants: [],
    components:
      n === 0
        ? [{ specimen: 'pawl', quantity: 1 }]
        : [2, 3].map((quantity) => ({ specimen: `level-${n - 1}`, quantity })),
  });
  const levels = Array.from({ length: 40 }, (_, n) => level(n));
  const { rows } = list(
    levels[39]!,
    { kind: 'all parts' },
    { variant: undefined, models: [...demoSpecimens(), ...levels] },
  );
  expect(rows.map(({ quantity }) => quantity)).toEqual([5 ** 39]);
});

test('24 models that hold one another two by two are listed and weighed at once, or an indented list is refused', () => {
  const model = (i: number): Specimen => ({
    kind: 'zonograph/specimen',
    version: 1,
    id: `m${i}`,
    name: `M${i}`,
    model: i === 0 ? 'part' : 'assembly',
    values: { 'Part number': `P-${i}`, ...(i === 0 && { Mass: 1 }) },
    variants: [],
    components:
      i === 0
        ? []
        : [
            { specimen: `m${i - 1}`, quantity: 1 },
            { specimen: `m${i - 1}`, quantity: 1 },
          ],
  });
  const specimens = Array.from({ length: 24 }, (_, i) => model(i));
  const sources = demoModels(demoPackage('workshop-sheets'), { specimens });
  const all = partsList(specimens[23]!, undefined, { kind: 'all parts' }, sources);
  expect(all.ok && all.list.rows.map(({ quantity }) => quantity)).toEqual([2 ** 23]);
  expect(totalMass(specimens[23]!, undefined, sources).kg).toBe(2 ** 23);
  const many = specimens.map((one, i) => ({
    ...one,
    components:
      i < 2
        ? []
        : [
            { specimen: `m${i - 1}`, quantity: 1 },
            { specimen: `m${i - 2}`, quantity: 1 },
          ],
  }));
  const indented = partsList(
    many[23]!,
    undefined,
    { kind: 'indented' },
    demoModels(demoPackage('workshop-sheets'), { specimens: many }),
  );
  expect(indented).toEqual({ ok: false, trouble: { kind: 'too many rows', model: 'M23', most: 5000 } });
});
