import { printedValues, profileFacts } from '@/core/profile/printed';
import { readProfile, storedProfile } from '@/core/profile/reading';
import { asmeProfile, isoProfile } from '@/core/profile/starts';
import type { PropertyDefinition } from '@/core/property/definition';
import { setProfile as set } from '../annotation/set-profile';

test('what sheets print follows the settings together', () => {
  expect(printedValues(isoProfile())).toEqual({
    'general-tolerance': 'ISO 2768-m',
    'units-note': 'All dimensions in mm',
    'edges-note': 'Break sharp edges 0,2 to 0,5',
    'projection-angle': 'first angle',
  });
  expect(printedValues(asmeProfile())).toEqual({
    'general-tolerance': '.X ±.1  .XX ±.03  .XXX ±.010',
    'units-note': 'All dimensions in inch',
    'edges-note': 'Break sharp edges .01 to .02',
    'projection-angle': 'third angle',
  });
  const changed = set(asmeProfile(), {
    'units.unit': 'mm',
    'numbers.mark': ',',
    'numbers.leadingZero': true,
    'tolerances.angle': 0.5,
  });
  expect(printedValues(changed)).toMatchObject({
    'general-tolerance': ',X ±2,54  ,XX ±0,762  ,XXX ±0,254  angles ±0,5°',
    'units-note': 'All dimensions in mm',
    'edges-note': 'Break sharp edges 0,254 to 0,508',
  });
  expect(profileFacts({ name: 'P', document: changed })).toMatchObject({
    profile: { unit: 'mm' },
    locale: { decimalMark: ',' },
  });
});

test('a note that is empty and tolerances that are none are not printed', () => {
  const none = set(isoProfile(), { 'units.note': '', 'edges.note': '', 'tolerances.general': 'none' });
  expect(printedValues(none)).toEqual({ 'projection-angle': 'first angle' });
});

describe('a profile of version 1', () => {
  const upgraded = (values: object, more: object = {}) => {
    const read = readProfile({ version: 1, values, ...more });
    if (!read.ok) throw new Error(read.reason);
    return read.profile;
  };
  test.each([
    [
      {
        'general-tolerance': 'ISO 2768-m',
        'units-note': 'All dimensions in mm',
        'edges-note': 'Break sharp edges 0,2 to 0,5',
        'projection-angle': 'first angle',
      },
      ',',
    ],
    [
      {
        'general-tolerance': '.X ±.1  .XX ±.03  .XXX ±.010',
        'units-note': 'All dimensions in inch',
        'edges-note': 'Break sharp edges .01 to .02',
        'projection-angle': 'third angle',
      },
      '.',
    ],
    [
      {
        'general-tolerance': 'ISO 2768-mK',
        'units-note': 'Dimensions in millimetres',
        'edges-note': 'No burrs',
        'projection-angle': 'first angle',
      },
      ',',
    ],
    [{ 'general-tolerance': 'as in the order', 'projection-angle': 'third angle' }, '.'],
    [
      {
        'general-tolerance': 'ISO 2768-c',
        'edges-note': 'Kanten 0.3 bis 0.8 brechen',
        'projection-angle': 'third angle',
        coating: 'Zinc',
      },
      '.',
    ],
  ])('prints what it printed: %j', (values, mark) => {
    const profile = upgraded(values, { mark });
    expect(printedValues(profile)).toEqual(values);
    expect(profile.numbers.mark).toBe(mark);
  });
  test('has its notes read into settings, so that they follow them', () => {
    const inch = upgraded({ 'general-tolerance': '.X ±.1  .XX ±.03', 'units-note': 'All dimensions in inch' });
    expect(inch).toMatchObject({
      standard: 'ASME',
      units: { unit: 'in', note: 'All dimensions in {unit}' },
      tolerances: { general: 'by decimal places', places1: 2.54, places2: 0.762, places3: 0 },
      numbers: { mark: '.' },
    });
    expect(upgraded({ 'general-tolerance': 'ISO 2768-f' }).tolerances).toMatchObject({ general: 'class', class: 'f' });
    expect(upgraded({ 'general-tolerance': 'ISO 2768-mK' }).tolerances).toMatchObject({
      general: 'in words',
      words: 'ISO 2768-mK',
    });
  });
  test('that gave its values by name has them by id', () => {
    const dictionary: PropertyDefinition[] = [
      { id: 'units-note', name: 'Units note', type: 'text', source: 'profile', aliases: [] },
    ];
    const json = {
      version: 1,
      byName: true,
      values: { 'General tolerance': 'ISO 2768-m', 'Units note': 'All dimensions in mm' },
    };
    expect(printedValues(storedProfile(json, dictionary))).toMatchObject({
      'general-tolerance': 'ISO 2768-m',
      'units-note': 'All dimensions in mm',
    });
  });
});

test('what is no profile, or one of a version that is not known, is refused in words', () => {
  expect(readProfile(5)).toMatchObject({ ok: false, reason: expect.stringContaining('not a drafting profile') });
  expect(readProfile({ version: 99 })).toMatchObject({ ok: false, reason: expect.stringContaining('newer Zonograph') });
  expect(readProfile({ ...isoProfile(), hatching: { pitch: 0, angleDeg: 45 } })).toMatchObject({
    ok: false,
    reason: expect.stringContaining('hatching › pitch'),
  });
});
