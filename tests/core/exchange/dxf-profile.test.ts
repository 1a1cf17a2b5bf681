import { specimenDrawing } from '@/core/annotation/specimen-drawing';
import { writeDxf } from '@/core/exchange/dxf';
import type { ProfileDocument } from '@/core/profile/document';
import { LAYER_PURPOSES } from '@/core/profile/layers';
import { asmeProfile, isoProfile } from '@/core/profile/starts';
import { setProfile as set } from '../annotation/set-profile';
import { fonts } from '../fonts';
import { readDxf } from './readers';

const read = (profile: ProfileDocument) => readDxf(writeDxf(specimenDrawing(profile, fonts), profile));

describe('the profile of ISO in a DXF, read back', () => {
  const profile = set(isoProfile(), {
    'lines.roles.hidden.colour': '#2050a0',
    'layers.hidden.colour': '#2050a0',
    'layers.notes.printed': false,
    'layers.frame.name': 'Rahmen',
    'lettering.notes.letterWidth': 0.8,
    'terminators.leaders': 'dot',
  });
  const dxf = read(profile);
  test('has no fault', () => expect(dxf.errors).toEqual([]));
  test('layers have their colour, width and line type, and whether they are printed', () => {
    expect(dxf.layers).toEqual(expect.arrayContaining(LAYER_PURPOSES.map((purpose) => profile.layers[purpose].name)));
    expect(dxf.layerLooks.VISIBLE).toEqual({ colour: '#000000', weight: 50, printed: true, lineType: 'Continuous' });
    expect(dxf.layerLooks.HIDDEN).toEqual({ colour: '#2050a0', weight: 25, printed: true, lineType: 'DASHED_025' });
    expect(dxf.layerLooks.CUTTING_PLANE).toMatchObject({ weight: 50, lineType: 'LONG_DASHED_DOTTED_050' });
    expect(dxf.layerLooks.NOTES).toMatchObject({ weight: 35, printed: false });
    expect(dxf.layerLooks).toHaveProperty('Rahmen');
  });
  test('line types are in true proportion: dash 12 d, gap 3 d, long dash 24 d, dot 0.5 d', () => {
    expect(dxf.lineTypes.DASHED_025).toEqual([3, -0.75]);
    expect(dxf.lineTypes.LONG_DASHED_DOTTED_025).toEqual([6, -0.75, 0.125, -0.75]);
    expect(dxf.lineTypes.LONG_DASHED_DOTTED_050).toEqual([12, -1.5, 0.25, -1.5]);
    expect(dxf.lineTypes.LONG_DASHED_DOUBLE_DOTTED_025).toEqual([6, -0.75, 0.125, -0.75, 0.125, -0.75]);
  });
  test('text styles have their fonts and widths', () => {
    expect(dxf.styles).toMatchObject({
      DIMENSIONS: ['osifont.ttf', 1],
      NOTES: ['osifont.ttf', 0.8],
      VIEW_TITLES: ['osifont.ttf', 1],
      SECTION_LETTERS: ['osifont.ttf', 1],
    });
  });
  test('the dimension style has every value, at the scale 1 : 1 of paper', () => {
    expect(dxf.header).toEqual({ $DIMSTYLE: 'PROFILE', $DIMSCALE: 1, $MEASUREMENT: 1, $LTSCALE: 1 });
    expect(dxf.dimensionStyles.PROFILE).toMatchObject({
      dimscale: 1,
      dimlfac: 1,
      dimtxt: 3.5,
      dimasz: 3.5,
      dimexo: 0,
      dimexe: 2,
      dimdli: 7,
      dimgap: 0.8,
      dimtad: 1,
      dimtih: 0,
      dimtoh: 0,
      dimdec: 2,
      dimdsep: 44,
      dimzin: 8,
      dimaunit: 1,
      dimadec: 2,
      dimalt: 0,
      dimlwd: 25,
      dimlwe: 25,
      dimtfac: 1,
      dimblk: 'ARROW_DIMENSION',
      dimldrblk: 'ARROW_LEADER',
      dimtxsty: 'DIMENSIONS',
    });
  });
});

test('inch, two decimals, no leading zero, dual mm in brackets, arrows 3 : 1: the drawing and the dimension style agree', () => {
  const profile = set(asmeProfile(), { 'numbers.decimals': 2, 'units.dual': 'beside', 'units.dualDecimals': 1 });
  const dxf = read(profile);
  expect(dxf.errors).toEqual([]);
  expect(dxf.units).toBe(1);
  expect(dxf.header).toMatchObject({ $MEASUREMENT: 0 });
  expect(dxf.dimensionStyles.PROFILE).toMatchObject({
    dimdec: 2,
    dimzin: 4,
    dimdsep: 46,
    dimalt: 1,
    dimaltf: 25.4,
    dimaltd: 1,
    dimaltz: 8,
    dimtih: 1,
    dimtad: 0,
    dimasz: expect.closeTo(3 / 25.4, 6),
    dimexo: expect.closeTo(1.5 / 25.4, 6),
  });
  const texts = dxf.texts.map(({ text }) => text);
  expect(texts).toEqual(expect.arrayContaining(['.31 P9', '1.18', 'All dimensions in inch']));
  expect(texts.some((text) => text.startsWith('[') || text.includes('8 P9'))).toBe(true);
});

test.each([
  [true, true, 0],
  [false, true, 4],
  [true, false, 8],
  [false, false, 12],
])('leading zeros %s, trailing zeros %s are written as %d', (leading, trailing, dimzin) => {
  const profile = set(isoProfile(), { 'numbers.leadingZero': leading, 'numbers.trailingZeros': trailing });
  expect(read(profile).dimensionStyles.PROFILE).toMatchObject({ dimzin });
});
