import { Habits, USUAL_HABITS, dayFrom, dayInForm } from '@/core/office/habits';

test.each([
  ['yyyy-MM-dd', '2026-06-02', '2026-06-02'],
  ['dd.MM.yyyy', '02.06.2026', '2026-06-02'],
  ['dd.MM.yyyy', '2.6.2026', '2026-06-02'],
  ['dd/MM/yyyy', '02/06/2026', '2026-06-02'],
  ['MM/dd/yyyy', '06/02/2026', '2026-06-02'],
  ['dd.MM.yyyy', ' 2026-06-02 ', '2026-06-02'],
  ['dd.MM.yyyy', '31.02.2026', '31.02.2026'],
  ['dd.MM.yyyy', '02.06.20', '02.06.20'],
  ['MM/dd/yyyy', '13/02/2026', '13/02/2026'],
  ['dd.MM.yyyy', 'soon', 'soon'],
] as const)('in the form %s “%s” is the day %s', (form, typed, day) => {
  expect(dayFrom(typed, form)).toBe(day);
});

test('a day is shown in the form, and what is none as it is', () => {
  expect(dayInForm('2026-06-02', 'dd.MM.yyyy')).toBe('02.06.2026');
  expect(dayInForm('2026-06-02', 'MM/dd/yyyy')).toBe('06/02/2026');
  expect(dayInForm('2026-13-02', 'dd.MM.yyyy')).toBe('2026-13-02');
  expect(dayInForm('', 'dd.MM.yyyy')).toBe('');
});

test.each([
  [{ language: 'english' }, 'two small letters'],
  [{ sizes: [] }, 'choose one size or more'],
  [{ sizes: ['a5'] }, 'is no standard size'],
])('habits that cannot be: %j', (change, words) => {
  expect(Habits.safeParse(USUAL_HABITS).success).toBe(true);
  expect(Habits.safeParse({ ...USUAL_HABITS, ...change }).error?.issues[0]?.message).toContain(words);
});
