import { applyStep } from '@/core/format/steps/step';
import { namedId } from '@/core/named-id';
import { demoPackage } from './demo';

test.each([
  ['Drum assembly', 'drum-assembly'],
  ['  Größe (max.) ', 'gro-e-max'],
  ['Ø 12 pin', '12-pin'],
  ['Façade', 'facade'],
])('%s is %s', (name, id) => expect(namedId(name, 'model')).toBe(id));

test('names of other alphabets are ids of their own', () => {
  const ids = ['Болт M8', 'Гайка M8', '図面', '部品', '—'].map((name) => namedId(name, 'model'));
  expect(new Set(ids).size).toBe(5);
  for (const id of ids) expect(id).toMatch(/^(m8|model)-[0-9a-f]{10}$/);
});

test('what every object has from birth is no id', () => {
  expect(namedId('Constructor', 'model')).toMatch(/^constructor-[0-9a-f]{10}$/);
  const { format } = demoPackage('inch-sheets');
  for (const id of ['constructor', '__proto__', 'toString', 'valueOf']) {
    const sizes = format.sizes.map((size, i) => (i === 2 ? { ...size, id } : size));
    expect(applyStep(format, { op: 'set sheet', change: { sizes } })).toMatchObject({ ok: false });
  }
});
