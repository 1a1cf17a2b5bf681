import { freshSheet } from '@/core/starter/fresh';
import type { StarterDocument } from '@/core/starter/starter';
import { database } from '@/server/database';
import { runOne } from '@/server/jobs/runner';
import { exportDrawing } from '@/server/services/drawing-export';
import { makeDrawing } from '@/server/services/drawings';
import { drawing } from '@/server/services/open-drawing';
import { withdrawEdition } from '@/server/services/editions';
import * as service from '@/server/services/starters';
import { STANDARDS_DESK as DESK } from '@/server/actor';
import { withOffice } from './office';

withOffice();

const usual = async () => (await service.starters(DESK)).find(({ defaultFor }) => defaultFor.length > 0)!;
const made = async (name = 'Sketches') => (await service.makeStarter(DESK, { name })).id;
const newest = async (id: string) => (await service.starter(id)).editions[0]!;
const begin = async (specimen: string, starter: string, variant?: string) => {
  const { id } = await makeDrawing(DESK, {
    formatId: 'workshop-sheets',
    specimen,
    variant,
    sizeId: 'iso-a3-landscape',
    starter,
  });
  return (await drawing(id)).drawing;
};

test('the demo has a starter for parts and assemblies', async () => {
  const { defaultFor, editions } = await usual();
  expect([defaultFor, editions[0]!.state, editions[0]!.document.name]).toEqual([
    ['part', 'assembly'],
    'released',
    'Workshop drawings',
  ]);
});

test('a starter is made, changed, released, and goes on in its next edition', async () => {
  const id = await made();
  const { version, document } = await newest(id);
  const changed: StarterDocument = { ...document, description: 'For sketches' };
  expect(await service.saveStarter(DESK, id, { version, document: changed })).toEqual({ version: 2 });
  await service.moveStarter(DESK, id, { to: 'released', version: 2, note: 'First' });
  await expect(service.saveStarter(DESK, id, { version: 2, document: changed })).rejects.toMatchObject({ status: 409 });
  const next = await service.moveStarter(DESK, id, { to: 'open' });
  expect(next.editions.map(({ number, state, note }) => [number, state, note])).toEqual([
    [2, 'open', ''],
    [1, 'released', 'First'],
  ]);
  await expect(service.moveStarter(DESK, id, { to: 'open' })).rejects.toThrow('Edition 2 of Sketches is open already.');
});

test('two who change it at once: the second sees what the first did', async () => {
  const id = await made();
  const { version, document } = await newest(id);
  const changes = ['one', 'other'].map((description) =>
    service.saveStarter(DESK, id, { version, document: { ...document, description } }),
  );
  const results = await Promise.allSettled(changes);
  expect(results.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
  const refused = results.find((one) => one.status === 'rejected')!;
  expect(refused.reason).toMatchObject({ status: 409 });
});

test('what is refused is refused in words', async () => {
  const id = await made();
  const { version, document } = await newest(id);
  const save = (change: object) => service.saveStarter(DESK, id, { version, document: { ...document, ...change } });
  await expect(save({ format: 'gone' })).rejects.toThrow('Its format is no longer on the shelf.');
  await expect(save({ name: '' })).rejects.toMatchObject({ status: 422 });
  const empty = { part: [], turned: [], flat: [], folded: [], assembly: [] };
  await save({ sheets: empty });
  await expect(service.moveStarter(DESK, id, { to: 'released', version: 2, note: '' })).rejects.toThrow(
    'Sketches has no sheets yet.',
  );
  await expect(service.setDefaultStarter(DESK, { kind: 'part', starter: id })).rejects.toThrow(
    'has no released edition yet',
  );
  await expect(service.starter('nobody')).rejects.toMatchObject({ status: 404 });
});

test('one that is withdrawn is offered no more and is no default; one that was never released can be taken off', async () => {
  const { id } = await usual();
  await service.moveStarter(DESK, id, { to: 'withdrawn' });
  expect((await service.starter(id)).defaultFor).toEqual([]);
  await expect(begin('pawl', id)).rejects.toThrow('is withdrawn');
  await service.moveStarter(DESK, id, { to: 'restored' });
  expect((await begin('pawl', id)).sheets[0]!.views!.views.length).toBeGreaterThan(2);
  await expect(service.removeStarter(DESK, id)).rejects.toThrow('was released');
  const own = await made();
  await service.removeStarter(DESK, own);
  await expect(service.starter(own)).rejects.toMatchObject({ status: 404 });
});

test('the winch’s drawing begins with eight sheets, its views at settled scales', async () => {
  const { id } = await usual();
  const { sheets, sizeId, open } = await begin('recovery-winch', id, 'galvanised');
  expect(sheets).toHaveLength(8);
  expect(sheets.map(({ specimen }) => specimen)).toEqual([
    undefined,
    'drum-barrel',
    'drum-flange',
    'drive-shaft',
    'pawl-wheel',
    'side-cheek',
    'pawl',
    'guard',
  ]);
  expect(sizeId).toBe(sheets[0]!.sizeId);
  // The views say the scale: nobody is asked for it.
  expect(open).not.toContain('Scale');
});

test('a sheet of another format is made on that one’s edition in force', async () => {
  const id = await made();
  const { version, document } = await newest(id);
  const sheets = { ...document.sheets, part: [freshSheet('a'), { ...freshSheet('b'), format: 'inch-sheets' }] };
  await service.saveStarter(DESK, id, { version, document: { ...document, sheets } });
  await service.moveStarter(DESK, id, { to: 'released', version: 2, note: '' });
  const { sheets: made2 } = await begin('pawl', id);
  expect(made2[0]!.edition).toBeUndefined();
  const [inch] = await database.query<{ format: string }>('SELECT format_id AS format FROM editions WHERE id = ?', [
    made2[1]!.edition!,
  ]);
  expect(inch!.format).toBe('inch-sheets');
  await withdrawEdition(DESK, made2[1]!.edition!, {});
  await expect(begin('pawl', id)).rejects.toThrow('“Inch sheets” has no released edition yet.');
});

test('a file of a drawing waits for views that are still projected: none is missing on it', async () => {
  const { id } = await begin('pawl', (await usual()).id);
  let written: string | undefined;
  const writing = exportDrawing(id, { kind: 'svg', asItIs: true }).then(({ content }) => {
    written = Buffer.from(content).toString();
  });
  const jobs = async () => {
    const [row] = await database.query<{ n: number }>("SELECT COUNT(*) AS n FROM jobs WHERE kind = 'project'");
    return Number(row!.n);
  };
  while ((await jobs()) === 0) await new Promise((done) => setTimeout(done, 50));
  expect(written).toBeUndefined();
  while (await runOne('test', new AbortController().signal));
  await writing;
  // The outline of the pawl is many curves; the frame and the title block have none.
  expect(written!.match(/<path|<polyline/g)!.length).toBeGreaterThan(20);
});
