import type { DrawingView } from '@/contract/drawings';
import { REVISION_ROW } from '@/core/drawing/signing';
import { database } from '@/server/database';
import { type Actor, STANDARDS_DESK } from '@/server/actor';
import { exportDrawing } from '@/server/services/drawing-export';
import { changeDrawing, makeDrawing, reviseDrawing } from '@/server/services/drawings';
import { drawing } from '@/server/services/open-drawing';
import { signDrawing, withdrawSignature } from '@/server/services/signatures';
import { changeSigning } from '@/server/services/signing';
import { specimen } from '@/server/services/specimens';
import { revisionRow } from '../builders';
import { changeSpecimen, signOnPaper, withOffice } from './office';

withOffice();

const winch = {
  formatId: 'workshop-sheets',
  specimen: 'recovery-winch',
  variant: '316L',
  sizeId: 'iso-a3-landscape',
  scale: '1:10',
};
let [drafter, checker]: Actor[] = [];

/** An account of the office. */
async function account(name: string, role: Actor['role']): Promise<Actor> {
  const id = `00000000-0000-4000-9000-${name.length.toString().padStart(12, '0')}`;
  await database.run('INSERT INTO accounts (id, name, role) VALUES (?, ?, ?)', [id, name, role]);
  return { account: id, name, role };
}

beforeEach(async () => {
  [drafter, checker] = [await account('Ines Sundqvist', 'drafter'), await account('Marlo Aketch', 'checker')];
});

const now = async (id: string): Promise<DrawingView> => (await drawing(id)).drawing;
const svg = async (id: string) =>
  Buffer.from((await exportDrawing(id, { kind: 'svg', asItIs: true })).content).toString();
const sign = async (who: Actor, id: string, of: string) =>
  signDrawing(who, id, { version: (await now(id)).version, of });

/** A drawing with a revision, checked and approved. */
async function approved(): Promise<string> {
  const { id } = await makeDrawing(drafter!, winch);
  await reviseDrawing(drafter!, id, { version: 1, revising: { add: revisionRow('A') } });
  await sign(checker!, id, 'checked-by');
  await sign(checker!, id, 'approved-by');
  return id;
}

test('whoever is asked signs as themselves; the name prints, in the newest revision’s row too', async () => {
  const id = await approved();
  const { answers, revisions, signatures } = await now(id);
  expect([answers['checked-by'], answers['approved-by']]).toEqual(['Marlo Aketch', 'Marlo Aketch']);
  expect(revisions[0]!.approvedBy).toBe('Marlo Aketch');
  expect(signatures.map(({ of, account }) => [of, account])).toEqual([
    ['checked-by', checker!.account],
    ['approved-by', checker!.account],
    [REVISION_ROW, checker!.account],
  ]);
  expect((await svg(id)).split('>Marlo Aketch<')).toHaveLength(3);
  const said = await database.query<{ words: unknown }>("SELECT words FROM audit WHERE subject LIKE 'drawing %'");
  expect(JSON.stringify(said)).toContain('Signed: Approved by');
});

test('a drafter signs nothing, types no signature under any key, and names no approver of a revision', async () => {
  const { id } = await makeDrawing(drafter!, winch);
  await expect(sign(drafter!, id, 'approved-by')).rejects.toMatchObject({ status: 403 });
  await expect(
    signDrawing(checker!, id, { version: 1, of: 'approved-by', onPaper: 'Orsolya Brandt' }),
  ).rejects.toMatchObject({ status: 403 });
  const { answers } = await now(id);
  const typed = { ...answers, 'approved-by': 'Orsolya Brandt', 'checked-by': 'Orsolya Brandt', language: 'sv' };
  for (const who of [drafter!, checker!, STANDARDS_DESK])
    await expect(changeDrawing(who, id, { version: 1, answers: typed })).rejects.toMatchObject({
      status: 422,
      detail: { answers: { 'approved-by': expect.any(String), 'checked-by': expect.any(String) } },
    });
  await expect(
    reviseDrawing(drafter!, id, { version: 1, revising: { add: revisionRow('A', { approvedBy: 'Orsolya Brandt' }) } }),
  ).rejects.toThrow('Who approves a revision signs it');
  expect(await svg(id)).not.toContain('Orsolya Brandt');
});

test('a change of what prints takes signatures off, and says so before; what does not print leaves them', async () => {
  const id = await approved();
  const { version, answers } = await now(id);
  const change = { version, scale: '1:5' };
  await expect(changeDrawing(drafter!, id, change)).rejects.toMatchObject({
    status: 422,
    detail: {
      signatures: [
        { of: 'checked-by', name: 'Checked by', by: 'Marlo Aketch' },
        { of: 'approved-by', name: 'Approved by', by: 'Marlo Aketch' },
        { of: REVISION_ROW, name: 'Revision A approved', by: 'Marlo Aketch' },
      ],
    },
  });
  expect(await now(id)).toMatchObject({ version, scale: '1:10' });
  const same = await changeDrawing(drafter!, id, { version, answers });
  expect(same.signatures).toHaveLength(3);
  const changed = await changeDrawing(drafter!, id, { ...change, version: same.version, unsigned: true });
  expect(changed).toMatchObject({ signatures: [], scale: '1:5', open: ['Checked by', 'Approved by'] });
  expect(await svg(id)).not.toContain('Marlo Aketch');
  const words = JSON.stringify(await database.query('SELECT words FROM audit_steps'));
  expect(words).toContain('The signature of Marlo Aketch (Approved by) was removed');
});

test('a drawing that is reopened, or gets a revision, is signed by nobody; the earlier revision stays approved', async () => {
  const id = await approved();
  const { version } = await now(id);
  const finished = await changeDrawing(drafter!, id, { version, state: 'finished' });
  expect(await svg(id)).toContain('Marlo Aketch');
  await expect(changeDrawing(drafter!, id, { version: finished.version, state: 'in work' })).rejects.toMatchObject({
    detail: { signatures: [{}, {}, {}] },
  });
  const again = await changeDrawing(drafter!, id, { version: finished.version, state: 'in work', unsigned: true });
  expect(again.signatures).toEqual([]);
  expect(await svg(id)).not.toContain('Marlo Aketch');
  await sign(checker!, id, REVISION_ROW);
  await sign(checker!, id, 'checked-by');
  const revising = { add: revisionRow('B') };
  const before = (await now(id)).version;
  await expect(reviseDrawing(drafter!, id, { version: before, revising })).rejects.toMatchObject({
    detail: { signatures: [{ of: 'checked-by' }] },
  });
  const revised = await reviseDrawing(drafter!, id, { version: before, revising, unsigned: true });
  expect(revised.answers).not.toHaveProperty('checked-by');
  expect(revised.revisions.map(({ approvedBy }) => approvedBy)).toEqual(['Marlo Aketch', undefined]);
  await expect(changeDrawing(drafter!, id, { version: revised.version, state: 'finished' })).rejects.toMatchObject({
    detail: { lacking: expect.arrayContaining([{ kind: 'answer', name: 'Approved by' }]) },
  });
});

test('what a model gives otherwise ends signatures where they are seen and printed, before anybody writes', async () => {
  const id = await approved();
  const { specimen: model, version } = await specimen('recovery-winch');
  const values = { ...model.values, Title: 'RECOVERY WINCH MK 2' };
  await changeSpecimen({ ...model, values }, version);
  const seen = await now(id);
  expect(seen.lapsed.map(({ of }) => of)).toEqual(['checked-by', 'approved-by', REVISION_ROW]);
  expect(seen.answers).not.toHaveProperty('approved-by');
  expect(await svg(id)).not.toContain('Marlo Aketch');
  await expect(changeDrawing(drafter!, id, { version: seen.version, state: 'finished' })).rejects.toMatchObject({
    detail: { lacking: expect.arrayContaining([{ kind: 'answer', name: 'Approved by' }]) },
  });
  // The model gives what was signed again.
  await changeSpecimen(model, version + 1);
  expect((await now(id)).lapsed).toEqual([]);
  expect(await svg(id)).toContain('Marlo Aketch');
});

test('names that were typed before print as they did, are typed to everybody, and block finishing without a reason', async () => {
  const { id } = await makeDrawing(drafter!, winch);
  await database.run("UPDATE drawings SET answers = JSON_SET(answers, '$.\"approved-by\"', 'Orsolya Brandt')");
  expect(await svg(id)).toContain('Orsolya Brandt');
  await expect(changeDrawing(drafter!, id, { version: 1, state: 'finished' })).rejects.toMatchObject({
    detail: { lacking: expect.arrayContaining([{ kind: 'signature', name: 'Approved by', by: 'Orsolya Brandt' }]) },
  });
  expect((await withdrawSignature(drafter!, id, { version: 1, of: 'approved-by' })).open).toContain('Approved by');
});

test('a signature is withdrawn by whoever gave it, or by an administrator; what was signed on paper says who recorded it', async () => {
  const id = await approved();
  const withdraw = async (who: Actor, of: string) =>
    withdrawSignature(who, id, { version: (await now(id)).version, of });
  await expect(withdraw(drafter!, 'checked-by')).rejects.toMatchObject({ status: 403 });
  expect((await withdraw(checker!, 'checked-by')).answers).not.toHaveProperty('checked-by');
  const off = await withdraw(STANDARDS_DESK, 'approved-by');
  expect(off.answers).not.toHaveProperty('approved-by');
  expect([off.revisions[0]!.approvedBy, off.signatures]).toEqual([undefined, []]);
  await expect(withdraw(checker!, 'checked-by')).rejects.toThrow('Nobody has signed that.');
  const { signatures } = await signOnPaper(id, { 'approved-by': 'Tomas Ferrier' });
  expect(signatures.find(({ of }) => of === 'approved-by')).toMatchObject({
    name: 'Tomas Ferrier',
    recordedBy: 'Standards desk',
  });
});

test('a signature on paper has the day that stands beside it, which is not to come; who signs here signs today', async () => {
  const { id } = await makeDrawing(drafter!, winch);
  const paper = { version: 1, of: 'checked-by', onPaper: 'Tomas Ferrier' };
  await expect(signDrawing(STANDARDS_DESK, id, { ...paper, signedOn: '2999-01-01' })).rejects.toThrow('yet');
  await expect(signDrawing(checker!, id, { version: 1, of: 'checked-by', signedOn: '2026-03-02' })).rejects.toThrow(
    'signs today',
  );
  const { signatures } = await signDrawing(STANDARDS_DESK, id, { ...paper, signedOn: '2026-03-02' });
  expect(signatures).toMatchObject([{ signedOn: '2026-03-02', recordedBy: 'Standards desk' }]);
});

test('where others sign, the maker of a drawing does not; an office of one does where it is not asked for', async () => {
  const { id } = await makeDrawing(checker!, winch);
  await changeSigning(STANDARDS_DESK, { byOthers: true, releasedByOthers: false });
  await expect(sign(checker!, id, 'checked-by')).rejects.toThrow('Marlo Aketch created this drawing');
  await changeSigning(STANDARDS_DESK, { byOthers: false, releasedByOthers: false });
  expect((await sign(checker!, id, 'checked-by')).signatures).toHaveLength(1);
});

test('a variant that is gone is said where it is seen, and blocks finishing and writing without a reason', async () => {
  const { id } = await makeDrawing(drafter!, { ...winch, specimen: 'pawl' });
  const { specimen: model, version } = await specimen('pawl');
  await changeSpecimen({ ...model, variants: [] }, version);
  const gone = { kind: 'gone', sheet: 1, model: 'Pawl', variant: '316L', remembered: true };
  // Its last values print.
  expect((await specimen('pawl')).specimen.former).toMatchObject({
    variants: [{ name: 'galvanised' }, { name: '316L' }],
  });
  await expect(changeDrawing(drafter!, id, { version: 1, state: 'finished' })).rejects.toMatchObject({
    detail: { lacking: expect.arrayContaining([gone]) },
  });
  await expect(exportDrawing(id, { kind: 'pdf', asItIs: false })).rejects.toMatchObject({
    detail: { lacking: expect.arrayContaining([gone]) },
  });
});
