import { applies, conditionInWords, isOnAdded, isOnSize, onSizes } from '@/core/format/occasion';

const family = ['a4', 'a3', 'a2'].map((id) => ({ id, name: id.toUpperCase() }));

test('a condition on all other sizes admits those that are added later, one on some sizes does not', () => {
  const others = onSizes({ sheets: 'first' }, ['a3', 'a2'], family, true);
  expect(others).toEqual({ sheets: 'first', notSizes: ['a4'] });
  expect(['a4', 'a3', 'a1'].map((size) => isOnSize(others, size))).toEqual([false, true, true]);
  const some = onSizes(others, ['a3', 'a2'], family, false);
  expect(some).toEqual({ sheets: 'first', sizes: ['a3', 'a2'] });
  expect(['a4', 'a3', 'a1'].map((size) => isOnSize(some, size))).toEqual([false, true, false]);
  expect([isOnAdded(others), isOnAdded(some), isOnAdded({})]).toEqual([true, false, true]);
  expect(onSizes(some, ['a4', 'a3', 'a2'], family, true)).toEqual({ sheets: 'first' });
  expect(applies(others, { sizeId: 'a1', first: true })).toBe(true);
  expect(applies(others, { sizeId: 'a1', first: false })).toBe(false);
});

test('it is said in words', () => {
  expect(conditionInWords({ notSizes: ['a4'], kinds: 'part' }, family)).toBe('all but A4, parts only');
  expect(conditionInWords({ sizes: ['a4', 'a3'] }, family)).toBe('A4 A3');
  expect(conditionInWords({ sizes: [] }, family)).toBe('no size');
  expect(conditionInWords({}, family)).toBe('');
});
