import { sectionedParts } from '@/core/drawing/viewed';
import { partsIn } from '@/core/specimen/parts-in';
import { isUsuallyWhole } from '@/core/view/left-whole';
import { demoModels, demoPackage, demoSpecimen } from '../demo';

test.each([
  ...['Drive shaft', 'Hexagon bolt', 'Dowel pins', 'Parallel key', 'Lock washer M8', 'Rivet', 'TIE ROD'],
  ...['Antriebswelle', 'Zylinderschrauben', 'Sechskantmutter', 'Passfeder', 'Unterlegscheibe', 'Kegelstift'],
])('%s is not cut lengthwise', (name) => {
  expect(isUsuallyWhole(name, undefined)).toBe(true);
});

test.each([
  ...['Shaft cover', 'Pin housing', 'Keyboard', 'Bracket', 'Drum barrel', 'Side cheek'],
  ...['Druckfeder', 'Schraubenfeder', 'Keilriemenscheibe', 'Kurvenscheibe', 'Wellenlager', 'Gehäuse'],
])('%s is', (name) => {
  expect(isUsuallyWhole(name, undefined)).toBe(false);
});

test('a long turned part that is filled is a shaft, whatever it is called; a tube is none', () => {
  const [shaft, barrel] = [demoSpecimen('drive-shaft').shape!, demoSpecimen('drum-barrel').shape!];
  expect(isUsuallyWhole('KW-2203', shaft)).toBe(true);
  expect(isUsuallyWhole('KW-2201', barrel)).toBe(false);
  const long = { ...barrel, size: { x: 100, y: 100, z: 900 }, volume: 100 * 100 * 900 * 0.1 };
  expect(isUsuallyWhole('Tube', long)).toBe(false);
});

const models = demoModels(demoPackage('workshop-sheets'));

test('of an assembly, however deep', () => {
  const { all, usuallyWhole } = sectionedParts(demoSpecimen('recovery-winch'), models);
  expect(all).toEqual(expect.arrayContaining(['Drive shaft', 'Drum barrel', 'Pawl', 'Guard']));
  expect(usuallyWhole).toEqual(['Drive shaft']);
});

test('what the office says of a part goes before its name and form', () => {
  const said = { ...demoSpecimen('drive-shaft'), whole: false };
  const pawl = { ...demoSpecimen('pawl'), whole: true };
  const specimens = new Map([...models.specimens, [said.id, said], [pawl.id, pawl]]);
  expect(sectionedParts(demoSpecimen('recovery-winch'), { specimens }).usuallyWhole).toEqual(['Pawl']);
});

test('parts of an assembly whose levels each hold the next one twice are told at once', () => {
  const levels = 40;
  const specimens = new Map(
    Array.from({ length: levels + 1 }, (_, i) => {
      const components = i === levels ? [] : [1, 2].map(() => ({ specimen: `level ${i + 1}`, quantity: 1 }));
      return [`level ${i}`, { ...demoSpecimen('pawl'), id: `level ${i}`, name: `Level ${i}`, components }] as const;
    }),
  );
  expect(partsIn(specimens.get('level 0')!, { specimens }).map(({ id }) => id)).toEqual([`level ${levels}`]);
});
