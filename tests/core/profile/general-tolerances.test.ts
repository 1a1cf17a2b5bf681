import {
  readGeneralTolerance,
  type ToleranceClass,
  placesRows,
  toleranceRows,
} from '@/core/profile/general-tolerances';

/** The standard's tables as they are printed, by class. */
const LINEAR: Record<ToleranceClass, string[]> = {
  f: ['0,05', '0,05', '0,1', '0,15', '0,2', '0,3', '0,5'],
  m: ['0,1', '0,1', '0,2', '0,3', '0,5', '0,8', '1,2', '2'],
  c: ['0,2', '0,3', '0,5', '0,8', '1,2', '2', '3', '4'],
  v: ['0,5', '1', '1,5', '2,5', '4', '6', '8'],
};
const ANGLES: Record<ToleranceClass, string[]> = {
  f: ['1°', '0°30′', '0°20′', '0°10′', '0°5′'],
  m: ['1°', '0°30′', '0°20′', '0°10′', '0°5′'],
  c: ['1°30′', '1°', '0°30′', '0°15′', '0°10′'],
  v: ['3°', '2°', '1°', '0°30′', '0°20′'],
};
const EDGES: Record<ToleranceClass, string[]> = {
  f: ['0,2', '0,5', '1'],
  m: ['0,2', '0,5', '1'],
  c: ['0,4', '1', '2'],
  v: ['0,4', '1', '2'],
};

test.each(['f', 'm', 'c', 'v'] as const)('class %s', (of) => {
  const rows = toleranceRows(of, ',');
  const limits = (kind: string) => rows.filter((row) => row.kind === kind).map((row) => row.tolerance.slice(2));
  expect(limits('linear')).toEqual(LINEAR[of]);
  expect(limits('edge')).toEqual(EDGES[of]);
  expect(limits('angle')).toEqual(ANGLES[of]);
});

test('the sizes of a class, in words', () => {
  const rows = toleranceRows('m', ',');
  expect(rows.filter(({ kind }) => kind === 'linear').map(({ range }) => range)).toEqual([
    '0,5 – 3',
    '> 3 – 6',
    '> 6 – 30',
    '> 30 – 120',
    '> 120 – 400',
    '> 400 – 1000',
    '> 1000 – 2000',
    '> 2000 – 4000',
  ]);
  expect(rows.filter(({ kind }) => kind === 'edge').map(({ range }) => range)).toEqual(['0,5 – 3', '> 3 – 6', '> 6']);
  expect(rows.filter(({ kind }) => kind === 'angle').map(({ range }) => range)).toEqual([
    '≤ 10',
    '> 10 – 50',
    '> 50 – 120',
    '> 120 – 400',
    '> 400',
  ]);
  expect(toleranceRows('v', '.')[0]).toMatchObject({ over: 3, to: 6, tolerance: '± 0.5' });
});

test('by decimal places, in inch without the leading zero, in mm with it', () => {
  const rule = {
    places: [
      { places: 3, tolerance: 0.01 },
      { places: 1, tolerance: 0.1 },
      { places: 2, tolerance: 0.03 },
    ],
    angleDeg: 1,
  };
  expect(placesRows(rule, 'in', '.').map(({ range, tolerance }) => `${range} ${tolerance}`)).toEqual([
    '.X ± .1',
    '.XX ± .03',
    '.XXX ± .010',
    'angles ± 1°',
  ]);
  expect(
    placesRows(
      {
        places: [
          { places: 0, tolerance: 0.5 },
          { places: 1, tolerance: 0.25 },
        ],
      },
      'mm',
      ',',
    ),
  ).toEqual([
    { kind: 'places', range: 'X', tolerance: '± 0,5' },
    { kind: 'places', range: 'X,X', tolerance: '± 0,25' },
  ]);
});

test.each<[string, ReturnType<typeof readGeneralTolerance>]>([
  ['ISO 2768-m', { class: 'm' }],
  ['ISO 2768-1 f', { class: 'f' }],
  ['General tolerances ISO 2768-mK', { class: 'm' }],
  ['c', { class: 'c' }],
  [
    '.X ±.1  .XX ±.03  .XXX ±.010',
    {
      places: [
        { places: 1, tolerance: 0.1 },
        { places: 2, tolerance: 0.03 },
        { places: 3, tolerance: 0.01 },
      ],
    },
  ],
  ['0,X ± 0,2  angles ±0.5°', { places: [{ places: 1, tolerance: 0.2 }], angleDeg: 0.5 }],
  ['ANGLE ± 1°', { places: [], angleDeg: 1 }],
  ['ISO 2768-x', undefined],
  ['as agreed', undefined],
  ['', undefined],
])('a profile’s “%s” is read', (text, rule) => {
  expect(readGeneralTolerance(text)).toEqual(rule);
});

test('on inch sheets a class of ISO 2768-1 is printed in inch', () => {
  const rows = toleranceRows('m', '.', 'in');
  expect(rows.slice(0, 3).map(({ range, tolerance }) => `${range} ${tolerance}`)).toEqual([
    '.0197 – .1181 ± .0039',
    '> .1181 – .2362 ± .0039',
    '> .2362 – 1.1811 ± .0079',
  ]);
  expect(rows.find(({ kind }) => kind === 'angle')).toMatchObject({
    over: 0,
    to: 10,
    range: '≤ .3937',
    tolerance: '± 1°',
  });
});
