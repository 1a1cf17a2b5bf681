import { STANDARDS_DESK } from '@/server/actor';
import { database } from '@/server/database';
import { runOne } from '@/server/jobs/runner';
import { fillKeptTables } from '@/server/kept-tables';
import * as dictionaryServices from '@/server/services/dictionary';
import * as drawingServices from '@/server/services/drawings';
import { drawing } from '@/server/services/open-drawing';
import * as registerServices from '@/server/services/register';
import { format, shelf } from '@/server/services/formats';
import { office } from '@/server/services/office';
import * as specimenServices from '@/server/services/specimens';
import { changeTimeZone, dayIn, timeZone } from '@/server/services/today';
import { asDesk, withOffice } from './office';

withOffice();

const KEPT = ['specimen_values', 'specimen_names', 'specimen_components', 'property_longest', 'property_uses'];
const everything = async (tables: readonly string[]) =>
  Object.fromEntries(
    await Promise.all(
      tables.map(async (table) => {
        const rows = await database.query<object>(`SELECT * FROM ${table}`);
        return [table, rows.map((row) => JSON.stringify(row)).sort()] as const;
      }),
    ),
  );
const sitting = 'x'.repeat(36);
const importSpecimens = asDesk(specimenServices.importSpecimens);
const finishJobs = async () => {
  while (await runOne('test', new AbortController().signal));
};

test('what is kept at writing is what filling it from the start gives, after models and names have changed', async () => {
  const pawl = await specimenServices.specimen('pawl');
  const longer = {
    ...pawl.specimen.values,
    Title: 'PAWL OF THE RECOVERY WINCH, LEFT HAND, FORGED AND TEMPERED',
    HUE: 'red',
  };
  await asDesk(specimenServices.changeSpecimen)({
    specimen: { ...pawl.specimen, values: longer },
    version: pawl.version,
    sitting,
    words: ['Title changed'],
  });
  await importSpecimens([{ ...pawl.specimen, id: 'pawl-b', name: 'Pawl B', values: { Surface: 'Bead blasted' } }]);
  const finish = (await asDesk(dictionaryServices.dictionary)()).entries.find(
    ({ definition }) => definition.id === 'finish',
  )!;
  await asDesk(dictionaryServices.changeProperty)({ ...finish.definition, name: 'Coat' }, finish.version);
  await asDesk(dictionaryServices.addProperty)({ id: 'hue', name: 'Hue', type: 'text', source: 'model', aliases: [] });
  await finishJobs();
  const kept = await everything(KEPT);
  await database.run('DELETE FROM kept_tables');
  expect(await fillKeptTables()).toBe(true);
  await finishJobs();
  expect(await everything(KEPT)).toEqual(kept);
  const { entries } = await asDesk(dictionaryServices.dictionary)();
  const of = (id: string) => entries.find(({ definition }) => definition.id === id)!;
  expect(of('title').longest[0]).toBe(longer.Title);
  expect(of('hue')).toMatchObject({ specimens: 1, longest: ['red'] });
  expect((await office()).seen.title).toContain(longer.Title);
});

test('reading writes nothing, also where models have changed since', async () => {
  const { id } = await asDesk(drawingServices.makeDrawing)({
    formatId: 'workshop-sheets',
    specimen: 'recovery-winch',
    variant: '316L',
    sizeId: 'iso-a3-landscape',
  });
  const pawl = await specimenServices.specimen('pawl');
  await asDesk(specimenServices.changeSpecimen)({
    specimen: { ...pawl.specimen, values: { ...pawl.specimen.values, Title: 'PAWL, NEW' } },
    version: pawl.version,
    sitting,
    words: ['Title changed'],
  });
  const tables = [...KEPT, 'drawings', 'drawing_sheets', 'drawing_models', 'editions', 'specimens', 'jobs', 'audit'];
  const before = await everything(tables);
  await registerServices.drawings({ wanted: 'all' });
  await drawing(id);
  await office();
  await asDesk(dictionaryServices.dictionary)();
  await specimenServices.specimens({ search: 'pa' });
  for (const { id: one } of (await shelf(STANDARDS_DESK, { order: 'name' })).entries) await format(one);
  expect(await everything(tables)).toEqual(before);
});

test('a list is read in pages that leave nothing out and show nothing twice, whatever is put in between', async () => {
  const many = Array.from({ length: 150 }, (_, i) => ({
    kind: 'zonograph/specimen',
    version: 1,
    id: `pin-${i}`,
    name: `Pin ${String(i % 7)}`,
    model: 'part',
    values: {},
    variants: [],
    components: [],
  }));
  await importSpecimens(many);
  const seen: string[] = [];
  let after: string | undefined;
  do {
    const page = await specimenServices.specimens({ search: 'pin', after });
    seen.push(...page.entries.map(({ id }) => id));
    expect(page.total).toBeGreaterThanOrEqual(150);
    if (!after) await importSpecimens([{ ...many[0]!, id: 'pin-early', name: 'Pin' }]);
    after = page.next;
  } while (after);
  expect(new Set(seen).size).toBe(seen.length);
  expect(seen.toSorted()).toEqual(many.map(({ id }) => id).toSorted());
});

test('today is the day at the office, also where it is another one than in Greenwich', async () => {
  const late = new Date('2026-11-25T22:30:00Z');
  expect([dayIn('UTC', late), dayIn('Pacific/Auckland', late), dayIn('Pacific/Honolulu', late)]).toEqual([
    '2026-11-25',
    '2026-11-26',
    '2026-11-25',
  ]);
  const auckland = await asDesk(changeTimeZone)('Pacific/Auckland');
  expect(auckland).toEqual({ timeZone: 'Pacific/Auckland', today: dayIn('Pacific/Auckland') });
  expect(await timeZone()).toEqual(auckland);
  expect((await office()).today).toBe(auckland.today);
  await expect(asDesk(changeTimeZone)('Mid-Atlantic')).rejects.toThrow('“Mid-Atlantic” is not a time zone');
});
