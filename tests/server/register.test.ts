import { type RegisterEntry, RegisterOrder, RegisterQuery } from '@/contract/drawings';
import { STANDARDS_DESK, type Actor } from '@/server/actor';
import { database } from '@/server/database';
import { allAccounts } from '@/server/repositories/accounts';
import { runOne } from '@/server/jobs/runner';
import { markShowing } from '@/server/repositories/drawings';
import { changeDrawing, makeDrawing } from '@/server/services/drawings';
import { lookAtDrawings } from '@/server/services/kept-of-models';
import { addPlace, changePlace } from '@/server/services/places';
import { drawings, registerChoices } from '@/server/services/register';
import { release, withOffice } from './office';

withOffice();

type Asked = Parameters<typeof drawings>[0];

/** The whole of a list, page by page. */
async function all(asked: Asked = {}): Promise<RegisterEntry[]> {
  const entries: RegisterEntry[] = [];
  for (let after: string | undefined, first = true; first || after !== undefined; first = false) {
    const page = await drawings({ ...asked, after });
    entries.push(...page.entries);
    after = page.next;
    if (after === undefined) expect(entries).toHaveLength(page.total);
  }
  return entries;
}
const numbers = async (asked: Asked) => (await all(asked)).map(({ number }) => number);

const made = async (more: object = {}, who: Actor = STANDARDS_DESK) =>
  (
    await makeDrawing(who, {
      formatId: 'workshop-sheets',
      specimen: 'pawl',
      variant: '316L',
      sizeId: 'iso-a3-landscape',
      scale: '1:1',
      ...more,
    })
  ).id;

async function drafter(): Promise<Actor> {
  const { id, name } = (await allAccounts(database, new Date(0))).find(({ role }) => role === 'drafter')!;
  return { account: id, name, role: 'drafter' };
}

test('every order goes over all pages, up and down, and has each drawing once', async () => {
  const models = ['pawl', 'guard', 'drive-shaft', 'drum-barrel'];
  for (let i = 0; i < 54; i += 1)
    await made({ specimen: models[i % 4], sizeId: i % 3 === 0 ? 'iso-a4-portrait' : 'iso-a3-landscape' });
  const [first] = (await all()).slice(-1);
  await changeDrawing(STANDARDS_DESK, first!.id, { version: 1, state: 'finished', finishReason: 'First issue' });
  const of: Record<RegisterOrder, (entry: RegisterEntry) => string | number> = {
    made: ({ number }) => number,
    number: ({ number }) => number,
    revision: ({ revision }) => revision ?? '',
    title: ({ title }) => title.toLowerCase(),
    model: ({ modelName }) => modelName.toLowerCase(),
    format: ({ formatName }) => formatName.toLowerCase(),
    size: ({ sizeName }) => sizeName,
    state: ({ state }) => state,
    open: ({ open }) => open.length,
    changed: ({ changedAt }) => changedAt,
  };
  for (const order of RegisterOrder.options)
    for (const direction of ['up', 'down'] as const) {
      const entries = await all({ order, direction });
      expect([order, direction, new Set(entries.map(({ id }) => id)).size]).toEqual([order, direction, 54]);
      // A4 sorts before A3 by its id; what counts there is that equals stand together.
      const values = entries.map(of[order]);
      if (order === 'size') expect(values.filter((one, i) => one !== values[i - 1])).toHaveLength(2);
      else
        expect([order, values]).toEqual([
          order,
          values.toSorted((a, b) => (a < b ? -1 : a > b ? 1 : 0) * (direction === 'up' ? 1 : -1)),
        ]);
    }
});

test('the register is narrowed to a format, a project, a site, whoever made it, and both together', async () => {
  await release('inch-sheets');
  const project = await addPlace(STANDARDS_DESK, { source: 'project', name: 'Float' });
  const site = await addPlace(STANDARDS_DESK, { source: 'organisation', name: 'Yard' });
  const who = await drafter();
  await made();
  await made({ projectId: project.id }, who);
  await made({ siteId: site.id });
  await made({ formatId: 'inch-sheets', sizeId: 'asme-b-landscape' }, who);
  expect(await numbers({ format: 'inch-sheets' })).toEqual(['KD-00004']);
  expect(await numbers({ project: project.id })).toEqual(['KD-00002']);
  expect(await numbers({ by: who.account })).toEqual(['KD-00004', 'KD-00002']);
  expect(await numbers({ by: who.account, format: 'workshop-sheets' })).toEqual(['KD-00002']);
  expect(await numbers({ site: site.id })).toEqual(['KD-00003']);
  // Drawings that name no site print the default one, whichever that is.
  await changePlace(STANDARDS_DESK, site.id, { isDefault: true });
  expect(await numbers({ site: site.id })).toHaveLength(4);
  expect(await numbers({ format: 'nothing' })).toEqual([]);
  const { formats, people, sites } = await registerChoices(STANDARDS_DESK);
  expect(formats.map(({ name }) => name)).toEqual(['Inch sheets', 'Workshop sheets']);
  expect([people.length, sites.map(({ name }) => name)[0]]).toEqual([2, 'Yard']);
});

test('drawings on an older edition are those whose format has a newer one that counts', async () => {
  await made();
  expect(await numbers({ wanted: 'older edition' })).toEqual([]);
  const { id } = await release('workshop-sheets');
  await made();
  expect(await numbers({ wanted: 'older edition' })).toEqual(['KD-00001']);
  await database.run("UPDATE edition_releases SET counts_from = '2999-01-01' WHERE edition_id = ?", [id]);
  expect(await numbers({ wanted: 'older edition' })).toEqual([]);
});

test('what is no order and no direction is refused', () => {
  expect(RegisterQuery.safeParse({ order: 'drawings.id; DROP TABLE drawings' }).success).toBe(false);
  expect(RegisterQuery.safeParse({ direction: 'sideways' }).success).toBe(false);
});

test('after a part that many drawings show has changed, the register asks for what they share once', async () => {
  const models = ['pawl', 'guard', 'drive-shaft', 'drum-barrel'];
  for (let i = 0; i < 40; i += 1) await made({ specimen: models[i % 4], variant: undefined });
  await markShowing(database, models);
  const ask = jest.spyOn(database, 'query');
  const { entries } = await drawings();
  const questions = ask.mock.calls.length;
  ask.mockRestore();
  expect(questions).toBeLessThan(60);
  expect(entries.filter(({ lookedAt }) => !lookedAt)).toHaveLength(40);
  await lookAtDrawings(database, STANDARDS_DESK);
  while (await runOne('test', new AbortController().signal));
  const looked = (await drawings()).entries.map((entry) => ({ ...entry, lookedAt: false }));
  expect(looked).toEqual(entries);
});
