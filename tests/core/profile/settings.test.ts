import { altered, touchedBy } from '@/core/annotation/altered';
import { differences } from '@/core/scene/differences';
import { inScreenInk } from '@/core/annotation/on-screen';
import { SPECIMEN_PAPERS, specimenDrawing } from '@/core/annotation/specimen-drawing';
import { writeDxf } from '@/core/exchange/dxf';
import { ProfileDocument } from '@/core/profile/document';
import {
  contradictions,
  differingSettings,
  fieldOf,
  idleBecause,
  SECTIONS,
  type Setting,
  settingOf,
  SETTINGS,
  withSetting,
} from '@/core/profile/settings';
import { asmeProfile, bsProfile, isoProfile, standardProfile } from '@/core/profile/starts';
import { setProfile as set } from '../annotation/set-profile';
import { fonts } from '../fonts';

const STANDARDS = ['ISO', 'ASME', 'BS 8888'] as const;

test.each(STANDARDS)('the start of %s is a sound profile without contradictions', (standard) => {
  const profile = standardProfile(standard);
  expect(ProfileDocument.parse(profile)).toEqual(profile);
  expect(contradictions(profile)).toEqual([]);
});

test('every leaf of a profile is a setting, and every setting is a leaf', () => {
  const leaves = (value: unknown, path: string[]): string[] =>
    typeof value === 'object' && value !== null
      ? Object.entries(value).flatMap(([key, inner]) => leaves(inner, [...path, key]))
      : [path.join('.')];
  const { version: _, standard: __, rules: ____, values: ___, ...settings } = isoProfile();
  expect([...SETTINGS.keys()].sort()).toEqual(leaves(settings, []).sort());
  expect(SECTIONS.flatMap((section) => section.settings)).toHaveLength(SETTINGS.size);
});

/** What a setting is seen in: the place that is named when it is asked what it does. */
function placeOfEffect(setting: Setting): string | undefined {
  for (const standard of STANDARDS) {
    const { with: other, without } = altered(standardProfile(standard), setting);
    const [before, after] = [specimenDrawing(without, fonts), specimenDrawing(other, fonts)];
    const { gone, come } = differences(before, after);
    if (gone.length + come.length > 0) return `specimen drawing: ${gone.length} went, ${come.length} came`;
    if (setting.files && writeDxf(before, without) !== writeDxf(after, other)) return 'DXF';
    const shown = (profile: ProfileDocument) =>
      JSON.stringify([profile.screen.paper, inScreenInk(profile, before.primitives)]);
    if (setting.path.startsWith('screen.') && shown(without) !== shown(other)) return 'screen';
  }
  return undefined;
}

test.each([...SETTINGS.values()].map((setting) => [setting.path, setting] as const))(
  '%s has an effect that can be seen',
  (_, setting) => {
    const place = placeOfEffect(setting);
    expect(place).toEqual(expect.any(String));
    expect(place === 'DXF').toBe(setting.files === true);
  },
);

test('colours and names of layers are in the DXF, whatever is drawn on them', () => {
  const iso = isoProfile();
  const scene = specimenDrawing(iso, fonts);
  for (const setting of [...SETTINGS.values()].filter(({ files }) => files)) {
    const { with: other } = altered(iso, setting);
    expect(writeDxf(scene, other)).not.toBe(writeDxf(scene, iso));
  }
});

test('the setting under the hand marks what it has a hand in and nothing else', () => {
  const marked = (path: string) => touchedBy(isoProfile(), SETTINGS.get(path)!, fonts, 'A3');
  expect(new Set(marked('terminators.leaders').map(({ source }) => source))).toEqual(new Set(['terminators.leaders']));
  expect(new Set(marked('hatching.pitch').map(({ source }) => source))).toEqual(new Set(['hatching.pitch']));
  expect(marked('signs.radius').map((one) => (one.kind === 'text' ? one.text : ''))).toEqual(
    expect.arrayContaining(['R', 'R']),
  );
  // What is not there as the profile stands is shown as it would be.
  expect(marked('tolerances.places1').some((one) => one.kind === 'text' && one.text.includes(',X ±'))).toBe(true);
});

test.each(Object.keys(SPECIMEN_PAPERS) as (keyof typeof SPECIMEN_PAPERS)[])(
  'the specimen drawing stays on its paper: %s',
  (paper) => {
    const { width, height } = SPECIMEN_PAPERS[paper];
    for (const standard of STANDARDS)
      for (const primitive of specimenDrawing(standardProfile(standard), fonts, paper).primitives) {
        const points =
          primitive.kind === 'line'
            ? [primitive.from, primitive.to]
            : primitive.kind === 'text'
              ? [
                  { x: primitive.x, y: primitive.y },
                  {
                    x: primitive.x + primitive.width * Math.cos((primitive.turn * Math.PI) / 180),
                    y: primitive.y + primitive.width * Math.sin((primitive.turn * Math.PI) / 180),
                  },
                ]
              : [];
        for (const { x, y } of points) {
          expect(x).toBeGreaterThan(0);
          expect(x).toBeLessThan(width);
          expect(y).toBeGreaterThan(0);
          expect(y).toBeLessThan(height);
        }
      }
  },
);

test.each([
  ['numbers.decimals', 9, 'Decimals of lengths cannot be 9: it takes 0 to 6.'],
  ['numbers.decimals', 1.5, 'Decimals of lengths takes a whole number, 0 to 6.'],
  ['terminators.ratio', -3, 'Length to width cannot be −3: it takes 0.5 to 8.'],
  ['dimensionLines.gap', 500, 'Gap at the outline cannot be 500: it takes 0 to 20 mm.'],
  ['lettering.notes.height', Number.NaN, 'Notes: height takes a number, 0.9 to 40 mm.'],
  ['lettering.notes.font', 'comic', 'Notes: font is one of osifont,'],
  ['layers.hidden.name', 'A/B', '“A/B” is no name for a layer: a DXF takes 1 to 60 characters'],
  ['layers.hidden.name', '', '“” is no name for a layer'],
  ['layers.hidden.name', 'visible', 'Outlines have the layer VISIBLE already. Choose another name.'],
  ['lines.roles.hidden.colour', 'blue', 'Hidden edge: colour takes a colour as #rrggbb.'],
  [
    'units.note',
    'Dimensions in mm',
    'Note of the unit says {unit} where that value stands; leave it empty to print none.',
  ],
  ['edges.note', 'Edges {least}', 'Note of edges says {most} where that value stands'],
  ['views.omitted', 'ABCDEFGHIJKLMNOPQRSTUVWXYZ', 'Letters left out are capitals from A to Z, and one at least stays.'],
  ['views.omitted', 'io', 'Letters left out are capitals from A to Z'],
  ['no.such', 1, 'A profile has no setting no.such.'],
])('%s cannot be %p, and it is said why', (path, value, reason) => {
  const outcome = withSetting(isoProfile(), path, value);
  expect(outcome.ok ? '' : outcome.reason).toContain(reason);
});

test('every bound of a setting is the schema’s: what is at it is taken, what is beyond is not', () => {
  for (const { path } of SETTINGS.values()) {
    const field = fieldOf(path);
    if (field.kind !== 'number') continue;
    for (const [value, ok] of [
      [field.least, true],
      [field.most, true],
      [field.least - 1, false],
      [field.most + 1, false],
    ] as const)
      expect([path, value, withSetting(isoProfile(), path, value).ok]).toEqual([path, value, ok]);
  }
});

test('what contradicts itself is reported at its setting', () => {
  const said = (changes: Parameters<typeof set>[1]) =>
    contradictions(set(isoProfile(), changes)).map(({ path, words }) => [path, words]);
  expect(said({ 'lines.roles.symmetry.width': 'wide' })).toEqual([
    ['lines.roles.symmetry.width', 'Centre line and line of symmetry are on the layer CENTRE with different widths.'],
  ]);
  expect(said({ 'dimensionLines.gap': 8, 'dimensionLines.overshoot': 3 })).toMatchObject([
    ['dimensionLines.gap', expect.any(String)],
  ]);
  expect(said({ 'units.dual': 'below' })).toEqual([
    ['dimensionLines.further', 'The texts of dimensions need 8.6 mm between their lines, which are 7 mm apart.'],
  ]);
  expect(said({ 'edges.least': 1 })).toMatchObject([['edges.least', 'The least edge is greater than the most.']]);
  expect(said({ 'lettering.viewTitles.height': 2.5 })).toMatchObject([
    ['lettering.viewTitles.height', expect.stringContaining('lower')],
  ]);
});

test('a setting that hangs on another says why it has no effect', () => {
  expect(idleBecause(isoProfile(), SETTINGS.get('units.dualDecimals')!)).toBe('Has no effect while dual unit is none.');
  expect(
    idleBecause(set(isoProfile(), { 'units.dual': 'below' }), SETTINGS.get('units.dualDecimals')!),
  ).toBeUndefined();
});

test('two profiles are compared setting by setting', () => {
  expect(differingSettings(isoProfile(), bsProfile()).map(({ path }) => path)).toEqual([
    'numbers.mark',
    'views.projection',
  ]);
  const differing = differingSettings(isoProfile(), asmeProfile()).map(({ path }) => path);
  expect(differing).toEqual(expect.arrayContaining(['units.unit', 'terminators.ratio', 'lines.group']));
  expect(settingOf(asmeProfile(), 'terminators.ratio')).toBe(3);
});
