import { readFileSync } from 'node:fs';
import { readModelFiles } from '@/core/specimen/reading-files';
import { demoPackage } from '../demo';

const { properties } = demoPackage('workshop-sheets');
const file = (name: string, text: string) => ({ name, bytes: new TextEncoder().encode(text) });
const stored = { name: 'Deck eye', properties: { Mass: { value: 2, unit: 'kg' } } };

test('several files at once: CSV, the model store’s JSON, a specimen file', async () => {
  const read = await readModelFiles(
    [
      file('parts.csv', 'Model,P/N\nShackle,SH-1\n'),
      file('eye.json', JSON.stringify([stored])),
      { name: 'pawl.json', bytes: readFileSync('demo/specimens/pawl.json') },
    ],
    properties,
  );
  expect(read.ok && read.models.map(({ id, name }) => [id, name])).toEqual([
    ['shackle', 'Shackle'],
    ['deck-eye', 'Deck eye'],
    ['pawl', 'Pawl'],
  ]);
});

test('a model that is none is named with its place, the others are read', async () => {
  const read = await readModelFiles([file('m.json', JSON.stringify([{ name: '' }, stored, 7]))], properties);
  expect(read.ok && read.rows.map(({ line, refused }) => [line, refused])).toEqual([
    [1, true],
    [2, false],
    [3, true],
  ]);
  expect(read.ok && read.models).toHaveLength(1);
});

test.each<[string, string, RegExp]>([
  ['cut.json', '[{"name": "Pawl"', /^cut.json: It is not JSON/],
  ['deep.json', `${'['.repeat(100_000)}${']'.repeat(100_000)}`, /^deep.json: It is nested more than 40 deep/],
  ['odd.csv', 'Title\nX\n', /^odd.csv: No column names the model/],
])('%s is refused with its name', async (name, text, reason) => {
  const read = await readModelFiles([file(name, text)], properties);
  expect(read.ok ? 'read' : read.reason).toMatch(reason);
});
