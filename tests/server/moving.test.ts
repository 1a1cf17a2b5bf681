import type { AskedValue, FormatDocument } from '@/core/format/document';
import { database } from '@/server/database';
import { type Actor, STANDARDS_DESK } from '@/server/actor';
import { drawingHistory } from '@/server/services/drawing-history';
import { changeDrawing, makeDrawing, reviseDrawing } from '@/server/services/drawings';
import { openNextEdition, withdrawEdition } from '@/server/services/editions';
import { format, saveDocument } from '@/server/services/formats';
import { foreseeMove, foreseeUndo, moveDrawing, putAside, undoMove } from '@/server/services/moving-drawings';
import { drawing, drawingThen } from '@/server/services/open-drawing';
import { signDrawing } from '@/server/services/signatures';
import { verifyAll } from '@/server/services/verifying';
import { askedValue, revisionRow } from '../builders';
import { count, release, withOffice } from './office';

withOffice();

const desk = STANDARDS_DESK;
const pawl = { formatId: 'workshop-sheets', specimen: 'pawl', sizeId: 'iso-a3-landscape', scale: '1:1' };
const now = async (id: string) => (await drawing(id)).drawing;

/** Releases the next edition of a format with its document changed. @returns its id */
async function nextEdition(formatId: string, change: (document: FormatDocument) => FormatDocument): Promise<string> {
  let { edition } = await format(formatId);
  if (edition.state !== 'open') {
    await openNextEdition(desk, formatId);
    ({ edition } = await format(formatId));
  }
  const document = change(edition.document);
  await saveDocument(desk, edition.id, {
    version: edition.version,
    document,
    sitting: 'x'.repeat(36),
    words: ['Change'],
  });
  return (await release(formatId)).id;
}

/** Questions in place of others, in the cells too. */
function asking(document: FormatDocument, changes: Record<string, AskedValue | null>): FormatDocument {
  const key = (was: string) => (was in changes ? changes[was]?.key : was);
  return {
    ...document,
    asked: document.asked.flatMap((one) => (one.key in changes ? (changes[one.key] ?? []) : one)),
    blocks: document.blocks.map((block) => ({
      ...block,
      cells: block.cells.map((cell) => ({
        ...cell,
        contents: cell.contents.flatMap((content) => {
          if (!('parts' in content)) return content;
          const parts = content.parts.flatMap((part) =>
            part.kind !== 'asked' ? part : key(part.asked) === undefined ? [] : { ...part, asked: key(part.asked)! },
          );
          return parts.length === 0 ? [] : { ...content, parts };
        }),
      })),
    })),
  };
}

const renamed = (document: FormatDocument) =>
  asking(document, {
    'document-type': askedValue('kind', { name: 'Document type', property: 'document-type' }),
    language: null,
    'document-status': askedValue('document-status', { name: 'Status', type: 'choice', choices: ['released'] }),
  });

async function account(name: string, role: Actor['role']): Promise<Actor> {
  const id = `00000000-0000-4000-9000-${name.length.toString().padStart(12, '0')}`;
  await database.run('INSERT INTO accounts (id, name, role) VALUES (?, ?, ?)', [id, name, role]);
  return { account: id, name, role };
}

/** A drawing on edition 1, answered, and edition 2 of its format released. */
async function behind(): Promise<{ id: string; edition: string }> {
  const first = await format('workshop-sheets');
  if (first.edition.state === 'open') await release('workshop-sheets');
  const { id } = await makeDrawing(desk, pawl);
  const { answers, version } = await now(id);
  await changeDrawing(desk, id, {
    version,
    answers: { ...answers, 'document-type': 'Part drawing', language: 'sv', 'document-status': 'As built' },
  });
  return { id, edition: await nextEdition('workshop-sheets', renamed) };
}

test('a drawing follows to a released edition: foreseen, moved, undone, and nothing is lost', async () => {
  const { id, edition } = await behind();
  const before = await now(id);
  const foreseen = await foreseeMove(desk, id, { to: { edition } });
  expect(await now(id)).toEqual(before);
  expect(foreseen.values.filter(({ to, key }) => to !== key).map(({ key, to, by }) => [key, to, by])).toEqual([
    ['document-type', 'kind', 'property'],
    ['language', null, undefined],
  ]);
  const moved = await moveDrawing(desk, id, { version: before.version, to: { edition } });
  expect(moved).toMatchObject({ editionId: edition, answers: { kind: 'Part drawing' }, number: before.number });
  expect(moved.aside.map(({ key, value, from }) => [key, value, from])).toEqual([
    ['document-status', 'As built', `Workshop sheets, edition ${before.edition}`],
    ['language', 'sv', `Workshop sheets, edition ${before.edition}`],
  ]);
  // What was foreseen has come.
  expect(moved.answers).toEqual(foreseen.after!.drawing.answers);
  expect(moved.aside).toEqual(foreseen.after!.drawing.aside);
  // Every later save is sound.
  await changeDrawing(desk, id, { version: moved.version, scale: '1:2' });
  const { move } = await drawing(id);
  expect(move).toMatchObject({
    isUntouched: true,
    words: expect.stringContaining(`to Workshop sheets, edition ${before.edition + 1}`),
  });
  const back = await undoMove(desk, id, move!.id, moved.version + 1);
  expect([back.answers, back.aside, back.editionId, back.overruled]).toEqual([
    before.answers,
    [],
    before.editionId,
    before.overruled,
  ]);
  expect((await drawing(id)).move).toBeUndefined();
});

test('after a move, what was answered since stays when the move is undone', async () => {
  const { id, edition } = await behind();
  const { version } = await now(id);
  const moved = await moveDrawing(desk, id, { version, to: { edition }, answers: { kind: 'Assembly drawing' } });
  const changedOn = await changeDrawing(desk, id, {
    version: moved.version,
    answers: { ...moved.answers, 'document-status': 'released' },
  });
  const { move } = await drawing(id);
  expect(move!.isUntouched).toBe(false);
  const { stays } = await foreseeUndo(id, move!.id);
  expect(stays).toEqual(['“Document type” stays Assembly drawing.', '“Status”: released is kept aside.']);
  const back = await undoMove(desk, id, move!.id, changedOn.version);
  expect(back.answers).toMatchObject({
    'document-status': 'As built',
    language: 'sv',
    'document-type': 'Assembly drawing',
  });
  expect(back.aside).toMatchObject([{ name: 'Status', value: 'released' }]);
  await expect(undoMove(desk, id, move!.id, back.version)).rejects.toMatchObject({ status: 422 });
});

test('a value that is kept aside is put under a question or removed', async () => {
  const { id, edition } = await behind();
  const { version } = await now(id);
  const moved = await moveDrawing(desk, id, { version, to: { edition } });
  await expect(putAside(desk, id, { version: moved.version, place: 0, to: 'nowhere' })).rejects.toThrow(
    'Nobody is asked',
  );
  await expect(putAside(desk, id, { version: moved.version, place: 9, to: null })).rejects.toThrow('not kept any more');
  const put = await putAside(desk, id, { version: moved.version, place: 0, to: 'kind' });
  expect([put.answers.kind, put.aside.length]).toEqual(['As built', 1]);
  expect((await putAside(desk, id, { version: put.version, place: 0, to: null })).aside).toEqual([]);
});

test('an edition that is withdrawn meanwhile, one that is still open, a stranger’s, a model that is gone: refused, and nothing changes', async () => {
  const { id, edition } = await behind();
  const before = await now(id);
  const { version } = before;
  await expect(moveDrawing(desk, id, { version, to: { edition: 'nowhere' } })).rejects.toMatchObject({ status: 422 });
  await expect(moveDrawing(desk, id, { version, to: { model: { specimen: 'gone' } } })).rejects.toThrow(
    'no longer there',
  );
  await expect(moveDrawing(desk, id, { version, to: {} })).rejects.toThrow('Nothing is moved');
  const open = await format('inch-sheets');
  if (open.edition.state !== 'open') await openNextEdition(desk, 'inch-sheets');
  const { edition: unreleased } = await format('inch-sheets');
  await expect(moveDrawing(desk, id, { version, to: { edition: unreleased.id } })).rejects.toThrow('is open');
  await database.run("UPDATE edition_releases SET counts_from = '2099-01-01' WHERE edition_id = ?", [edition]);
  await expect(moveDrawing(desk, id, { version, to: { edition } })).rejects.toThrow('counts from 2099-01-01, not yet');
  await withdrawEdition(desk, edition, {});
  await expect(moveDrawing(desk, id, { version, to: { edition } })).rejects.toThrow('withdrawn');
  expect(await now(id)).toEqual(before);
  expect(await count('drawing_moves')).toBe(0);
});

test('somebody else who answers during the move loses nothing: the move is refused, then made on what they answered', async () => {
  const { id, edition } = await behind();
  const { version, answers } = await now(id);
  await changeDrawing(desk, id, { version, answers: { ...answers, 'document-type': 'Layout' } });
  await expect(moveDrawing(desk, id, { version, to: { edition } })).rejects.toMatchObject({ status: 409 });
  const moved = await moveDrawing(desk, id, { version: version + 1, to: { edition } });
  expect(moved.answers.kind).toBe('Layout');
  // Two tabs at once: one of them moves, the other is told.
  const both = await Promise.allSettled([
    moveDrawing(desk, id, { version: moved.version, to: { model: { specimen: 'recovery-winch' } } }),
    moveDrawing(desk, id, { version: moved.version, to: { model: { specimen: 'drum-barrel' } } }),
  ]);
  expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
  expect(await count('drawing_moves')).toBe(2);
});

test('the wrong variant, then the wrong format, are put right on the same drawing', async () => {
  await behind();
  await nextEdition('inch-sheets', (document) => document);
  const { id } = await makeDrawing(desk, { ...pawl, variant: '316L' });
  const { number, version } = await now(id);
  const variant = await moveDrawing(desk, id, { version, to: { model: { specimen: 'pawl' } } });
  expect(variant).toMatchObject({ number, variant: undefined, modelName: 'Pawl' });
  const inch = (await format('inch-sheets')).edition;
  const foreseen = await foreseeMove(desk, id, { to: { edition: inch.id } });
  expect(foreseen.refused).toContain('Choose a size');
  const sizes = Object.fromEntries(foreseen.sizes.map(({ of, sizes: [first] }) => [of, first!.id]));
  const moved = await moveDrawing(desk, id, { version: variant.version, to: { edition: inch.id }, mapping: { sizes } });
  expect(moved).toMatchObject({ number, formatId: 'inch-sheets', sizeId: sizes[''] });
  // It has the profile of its new format, as it had that of the one before.
  expect(moved.profileId).not.toBe(variant.profileId);
});

test('one of eight sheets goes alone; undone, it is back', async () => {
  const { id, edition } = await behind();
  const { version } = await now(id);
  const sheets = Array.from({ length: 8 }, (_, i) => ({ id: `s${i}`, name: `Sheet ${i + 1}` }));
  const eight = await changeDrawing(desk, id, { version, sheets });
  const moved = await moveDrawing(desk, id, { version: eight.version, to: { sheets: { s3: { edition } } } });
  expect(moved.sheets.map((sheet) => sheet.edition)).toEqual([
    undefined,
    undefined,
    undefined,
    edition,
    undefined,
    undefined,
    undefined,
    undefined,
  ]);
  expect(moved.editionId).toBe(eight.editionId);
  // Both formats ask: nothing is set aside.
  expect(moved.aside).toEqual([]);
  const { move } = await drawing(id);
  expect((await undoMove(desk, id, move!.id, moved.version)).sheets).toEqual(eight.sheets);
});

test('a finished drawing follows with its next revision: the row before keeps who approved it, and it is signed anew', async () => {
  const { id, edition } = await behind();
  const checker = await account('Marlo Aketch', 'checker');
  let at = await now(id);
  await reviseDrawing(desk, id, { version: at.version, revising: { add: revisionRow('A') } });
  for (const key of ['checked-by', 'approved-by'])
    await signDrawing(checker, id, { version: (await now(id)).version, of: key });
  at = await now(id);
  await changeDrawing(desk, id, { version: at.version, state: 'finished', finishReason: 'For the tests' });
  at = await now(id);
  const revision = revisionRow('B', { description: 'Sheet format edition 2' });
  const foreseen = await foreseeMove(desk, id, { to: { edition }, revision });
  expect(foreseen.unsigned!.map(({ of }) => of)).toEqual(['checked-by', 'approved-by']);
  await expect(moveDrawing(desk, id, { version: at.version, to: { edition }, revision })).rejects.toThrow(
    'is finished',
  );
  const moved = await moveDrawing(desk, id, { version: at.version, reopens: true, to: { edition }, revision });
  expect(moved).toMatchObject({ state: 'in work', editionId: edition });
  expect(moved.revisions.map(({ revision: name, approvedBy }) => [name, approvedBy])).toEqual([
    ['A', 'Marlo Aketch'],
    ['B', undefined],
  ]);
  expect([moved.answers['checked-by'], moved.answers['approved-by']]).toEqual([undefined, undefined]);
  await signDrawing(checker, id, { version: moved.version, of: 'approved-by' });
  expect((await now(id)).revisions.at(-1)!.approvedBy).toBe('Marlo Aketch');
  expect((await verifyAll()).troubles).toEqual([]);
});

test('the history has each act and the end of each sitting, each as it printed then', async () => {
  const { id, edition } = await behind();
  const ines = await account('Ines Sundqvist', 'drafter');
  const first = await now(id);
  const answered = await changeDrawing(ines, id, {
    version: first.version,
    answers: { ...first.answers, language: 'de' },
  });
  await moveDrawing(ines, id, { version: answered.version, to: { edition } });
  const { states, changes } = await drawingHistory(id);
  expect(states.map(({ occasion, who }) => [occasion, who])).toEqual([
    ['move', 'Ines Sundqvist'],
    ['sitting', 'Ines Sundqvist'],
    ['sitting', desk.name],
  ]);
  expect(changes.length).toBeGreaterThanOrEqual(3);
  const then = await drawingThen(id, states[2]!.id);
  expect(then.drawing).toMatchObject({ editionId: first.editionId, answers: first.answers });
  expect(then.frozen!.sheets[0]!.facts.drawing!.values.language).toBe('sv');
  for (const none of [999_999, NaN, 1.5]) await expect(drawingThen(id, none)).rejects.toMatchObject({ status: 404 });
});

test('a drawing on a revision of its profile of its own keeps it when it is reopened, and a new edition ends it', async () => {
  const { id, edition } = await behind();
  const { version, profileId } = await now(id);
  await database.run(
    'INSERT INTO profile_revisions (profile_id, number, document, why, released_by) SELECT profile_id, 7, document, why, released_by FROM profile_revisions WHERE profile_id = ? LIMIT 1',
    [profileId],
  );
  await expect(moveDrawing(desk, id, { version, to: { profile: { id: profileId, revision: 99 } } })).rejects.toThrow(
    'has no revision 99',
  );
  const moved = await moveDrawing(desk, id, { version, to: { profile: { id: profileId, revision: 7 } } });
  expect((await drawing(id)).profileRevision).toBe(7);
  await changeDrawing(desk, id, { version: moved.version, state: 'finished', finishReason: 'For the tests' });
  await changeDrawing(desk, id, { version: moved.version + 1, state: 'in work', unsigned: true });
  expect((await drawing(id)).profileRevision).toBe(7);
  await moveDrawing(desk, id, { version: moved.version + 2, to: { edition } });
  expect((await drawing(id)).profileRevision).not.toBe(7);
});
