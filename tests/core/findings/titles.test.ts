import { nounFirst } from '@/core/findings/checks/titles';
import { nounsSeen } from '@/core/rules/nouns';

const NOUNS = ['barrel', 'drum', 'shaft', 'key', 'wheel', 'guard', 'roller', 'cheek', 'lock plate'];

test.each([
  ['BARREL, DRUM', 'BARREL, DRUM'],
  ['DRUM BARREL', 'BARREL, DRUM'],
  ['Drum barrel', 'Barrel, drum'],
  ['Main Drive Shaft', 'Shaft, main drive'],
  ['PAWL WHEEL', 'WHEEL, PAWL'],
  ['GUARD, FOLDED, FOR PAWL WHEEL', 'GUARD, FOLDED, FOR PAWL WHEEL'],
  ['FAIRLEAD ROLLER, 3 IN FACE', 'ROLLER, FAIRLEAD, 3 IN FACE'],
  ['SHAFT WITH KEY', 'SHAFT WITH KEY'],
  ['GUARD FOLDED', 'GUARD FOLDED'],
  ['SHORT SHAFT WITH KEY', 'SHAFT, SHORT WITH KEY'],
  ['LOCK PLATE', 'LOCK PLATE'],
  ['SMALL LOCK PLATE', 'LOCK PLATE, SMALL'],
  ['THE LARGE ONE', undefined],
])('%s with its noun first is %s', (title, better) => {
  expect(nounFirst(title, NOUNS)).toBe(better);
});

test('without a list nothing is said of a title', () => {
  expect(nounFirst('THE LARGE ONE', [])).toBe('THE LARGE ONE');
});

test('nouns are seen at the end of what stands before the comma, and before one', () => {
  expect(nounsSeen(['DRUM BARREL', 'Barrel, drum', 'GUARD, FOLDED', 'ROLLER 3'])).toEqual([
    { word: 'barrel', titles: 2 },
    { word: 'guard', titles: 1 },
    { word: 'roller', titles: 1 },
  ]);
});
