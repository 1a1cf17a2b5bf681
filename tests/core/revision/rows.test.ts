import { type RevisionRow, addRevision, changeNewest, withdrawNewest } from '@/core/revision/rows';
import { OMITTED } from '@/core/revision/scheme';

const surroundings = {
  scheme: { sequence: { kind: 'letters', omit: OMITTED.iso } as const },
  released: false,
  today: '2026-06-02',
  zones: [
    { letters: ['A', 'B', 'C', 'D', 'E', 'F'], numerals: ['1', '2', '3', '4', '5', '6', '7', '8'] },
    { letters: ['A', 'B'], numerals: ['1', '2', '3', '4'] },
  ],
};
const row = (revision: string, change: Partial<RevisionRow> = {}): RevisionRow => ({
  revision,
  zones: [],
  description: 'Bore 60 was 58',
  date: '2026-05-01',
  madeBy: 'Ines Sundqvist',
  ...change,
});
const rows = [row('A', { date: '2026-04-01' }), row('B')];
const reason = (outcome: { ok: boolean; reason?: string }) => (outcome.ok ? 'accepted' : outcome.reason);

test('a revision is added behind the newest', () => {
  const added = addRevision(rows, row('C', { zones: ['B4', '2-B4'], date: '2026-06-02' }), surroundings);
  expect(added.ok && added.rows.map(({ revision }) => revision)).toEqual(['A', 'B', 'C']);
});

test.each<[Partial<RevisionRow>, string]>([
  [{ revision: 'D' }, 'D would skip C.'],
  [{ date: '2026-06-03' }, '2026-06-03 is in the future; today is 2026-06-02.'],
  [{ date: '2026-04-30' }, '2026-04-30 is before revision B, which is of 2026-05-01.'],
  [{ zones: ['G4'] }, 'Sheet 1 has no zone G4; it has A to F and 1 to 8.'],
  [{ zones: ['B9'] }, 'Sheet 1 has no zone B9; it has A to F and 1 to 8.'],
  [{ zones: ['2-C1'] }, 'Sheet 2 has no zone C1; it has A to B and 1 to 4.'],
  [{ zones: ['3-A1'] }, 'There is no sheet 3; the drawing has 2.'],
  [{ zones: ['4B'] }, '“4B” is no zone; write B4, or 2-B4 for sheet 2.'],
])('%j is refused in words', (change, words) => {
  expect(reason(addRevision(rows, row('C', { date: '2026-05-02', ...change }), surroundings))).toBe(words);
});

test('the newest can be changed, within the same bounds, and keeps its name', () => {
  const changed = changeNewest(rows, row('X', { description: 'Bore 62 was 58', date: '2026-05-20' }), surroundings);
  expect(changed.ok && changed.rows[1]).toMatchObject({ revision: 'B', description: 'Bore 62 was 58' });
  expect(reason(changeNewest(rows, row('B', { date: '2026-03-01' }), surroundings))).toMatch(/is before revision A/);
  expect(reason(changeNewest([], row('A'), surroundings))).toBe('The drawing has no revision yet.');
});

test('only the newest can be withdrawn', () => {
  const left = withdrawNewest(rows, 'B');
  expect(left.ok && left.rows).toEqual([rows[0]]);
  expect(reason(withdrawNewest(rows, 'A'))).toBe('Only the newest revision, B, can be withdrawn; A stays.');
  expect(reason(withdrawNewest([], 'A'))).toBe('The drawing has no revision yet.');
});

test('a sheet without zones says so', () => {
  const bare = { ...surroundings, zones: [{ letters: [], numerals: [] }] };
  expect(reason(addRevision(rows, row('C', { zones: ['A1'] }), bare))).toBe('Sheet 1 has no zones.');
});
