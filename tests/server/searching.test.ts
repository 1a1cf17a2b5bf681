import type { Specimen } from '@/core/specimen/specimen';
import { STANDARDS_DESK } from '@/server/actor';
import { database, transaction } from '@/server/database';
import { runOne } from '@/server/jobs/runner';
import { likeAnywhere } from '@/server/repositories/keyset';
import { findSpecimen, insertSpecimens, replaceSpecimen } from '@/server/repositories/specimens';
import { DRAWING_TEXTS, SPECIMEN_NAMES, havingAnywhere } from '@/server/repositories/trigrams';
import { makeDrawing } from '@/server/services/drawings';
import { drawings } from '@/server/services/register';
import { specimens } from '@/server/services/specimens';
import { changeSpecimen, withOffice } from './office';

withOffice();

const model = (id: string, name: string): Specimen => ({
  kind: 'zonograph/specimen',
  version: 1,
  id,
  name,
  model: 'part',
  values: {},
  variants: [],
  components: [],
});

const NAMES = [
  'Ärmel ÆØÅ',
  'Straße, große',
  '100 % pure',
  'a_b_c_d',
  'naïve façade',
  '😀😀 cap 😀',
  'x  y  z',
  'ab',
  'a\\b\\c',
  "it's “q”",
];

async function found(sql: string, parameters: readonly (string | number)[] = []): Promise<string[]> {
  const rows = await database.query<{ id: string }>(`SELECT id FROM specimens WHERE ${sql} ORDER BY id`, [
    ...parameters,
  ]);
  return rows.map(({ id }) => id);
}

test('whatever part of a name is searched for, in whatever case, those are found that going through all names finds', async () => {
  await transaction((db) =>
    insertSpecimens(
      db,
      NAMES.map((name, i) => model(`odd-${i}`, name)),
    ),
  );
  let looked = 0;
  for (const name of NAMES) {
    const characters = [...name];
    for (let at = 0; at < characters.length; at++)
      for (const length of [1, 3, 4, 9, 12])
        for (const part of [
          characters.slice(at, at + length).join(''),
          characters
            .slice(at, at + length)
            .join('')
            .toUpperCase(),
        ]) {
          if (part.trim() === '') continue;
          const conditions = await havingAnywhere(database, SPECIMEN_NAMES, part);
          if (conditions.length > 1) looked += 1;
          const sql = conditions.map((one) => `(${one.sql})`).join(' AND ');
          const among = await found(sql, conditions.flatMap((one) => one.parameters) as string[]);
          expect([part, among]).toEqual([part, await found('name LIKE ?', [likeAnywhere(part)])]);
        }
  }
  expect(looked).toBeGreaterThan(200);
});

test('a renamed model is found by its new name alone', async () => {
  const { specimen, version } = (await findSpecimen(database, 'pawl'))!;
  await transaction((db) => replaceSpecimen(db, { ...specimen, name: 'Ratchet tooth' }, version));
  expect((await specimens({ search: 'chet too' })).entries.map(({ id }) => id)).toEqual(['pawl']);
  expect((await specimens({ search: 'pawl' })).entries.map(({ id }) => id)).not.toContain('pawl');
});

test('what very many have is found too, and counted in full', async () => {
  await transaction((db) =>
    insertSpecimens(
      db,
      Array.from({ length: 2100 }, (_, i) => model(`bolt-${i}`, `Bolt of length ${i}`)),
    ),
  );
  expect(await havingAnywhere(database, SPECIMEN_NAMES, 'of length')).toHaveLength(1);
  expect((await specimens({ search: 'of length' })).total).toBe(2100);
  expect((await specimens({ search: 'of length 2099' })).entries.map(({ id }) => id)).toEqual(['bolt-2099']);
});

test('a drawing is found by its number, title, model and variant, as they are now', async () => {
  const { id } = await makeDrawing(STANDARDS_DESK, {
    formatId: 'workshop-sheets',
    specimen: 'pawl',
    variant: '316L',
    sizeId: 'iso-a3-landscape',
    scale: '1:1',
  });
  const { number } = (await drawings({})).entries[0]!;
  const numbers = async (search: string) => (await drawings({ search })).entries.map((entry) => entry.number);
  for (const search of [number.slice(1), 'PAWL', 'pawl', '316l']) expect(await numbers(search)).toEqual([number]);
  expect(await havingAnywhere(database, DRAWING_TEXTS, '316L')).toHaveLength(2);
  expect(await numbers('galvan')).toEqual([]);
  const { specimen, version } = (await findSpecimen(database, 'pawl'))!;
  await changeSpecimen({ ...specimen, name: 'Ratchet tooth' }, version);
  while (await runOne('test', new AbortController().signal));
  expect(await numbers('ratchet')).toEqual([number]);
  expect(await drawings({ search: id })).toMatchObject({ total: 0 });
});
