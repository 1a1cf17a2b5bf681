import { Person, initialsOf, peopleFor, seenWithPeople } from '@/core/office/person';

const person = (name: string, change: Partial<Person> = {}): Person => ({
  id: name,
  name,
  initials: initialsOf(name),
  email: '',
  mayCreate: true,
  mayCheck: false,
  mayApprove: false,
  left: false,
  ...change,
});
const ines = person('Ines Sundqvist', { mayCheck: true });
const marlo = person('Marlo Aketch');
const orsolya = person('Orsolya Brandt', { mayCreate: false, mayApprove: true });
const gone = person('Tomas Ferrier', { left: true, mayApprove: true });
const people = [ines, marlo, orsolya, gone];

test.each([
  ['Ines Sundqvist', 'IS'],
  ['Persephone Vanterpool-Szymborska', 'PVS'],
  ['  ', ''],
])('the initials of “%s” are %s', (name, expected) => {
  expect(initialsOf(name)).toBe(expected);
});

test.each([
  ['created-by', ['Ines Sundqvist', 'Marlo Aketch']],
  ['checked-by', ['Ines Sundqvist']],
  ['approved-by', ['Orsolya Brandt']],
  ['revision-approved-by', ['Orsolya Brandt']],
  ['welded-by', ['Ines Sundqvist', 'Marlo Aketch', 'Orsolya Brandt']],
])('for %s those are offered who may, and who have not left', (property, names) => {
  expect(peopleFor(property, people).map(({ name }) => name)).toEqual(names);
});

test('the office’s people are on record for properties of persons alone', () => {
  const properties = [
    { id: 'approved-by', type: 'person' as const },
    { id: 'material', type: 'text' as const },
  ];
  const seen = seenWithPeople(new Map([['material', ['S355']]]), properties, people);
  expect([...seen]).toEqual([
    ['material', ['S355']],
    ['approved-by', ['Orsolya Brandt']],
  ]);
});

test.each([
  [{ name: ' ' }, 'a person needs a name'],
  [{ name: 'x'.repeat(200) }, 'a name takes 120 characters'],
  [{ email: 'at the desk' }, 'an e-mail address looks like name@office.example'],
  [{ initials: 'ABCDEFGHI' }, 'initials take 8 characters'],
])('what is no person is refused in words: %j', (change, reason) => {
  const read = Person.safeParse({ ...ines, ...change });
  expect(read.error?.issues[0]?.message).toBe(reason);
});
