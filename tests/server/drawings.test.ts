import { DrawingChange } from '@/contract/drawings';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { type Server, createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { unzipSync } from 'fflate';
import type { RevisionRow } from '@/core/revision/rows';
import { exportDrawing } from '@/server/services/drawing-export';
import * as drawingServices from '@/server/services/drawings';
import { drawing } from '@/server/services/open-drawing';
import * as registerServices from '@/server/services/register';
import * as formatServices from '@/server/services/formats';
import { STANDARDS_DESK } from '@/server/actor';
import * as storeServices from '@/server/services/model-store';
import { randomUUID } from 'node:crypto';
import { database } from '@/server/database';
import { findPlaces, insertValuePlace } from '@/server/repositories/value-places';
import { seedDrawings } from '@/server/seed';
import * as dictionaryServices from '@/server/services/dictionary';
import * as numberingServices from '@/server/services/numbering';
import * as schemeServices from '@/server/services/revision-scheme';
import * as specimenServices from '@/server/services/specimens';
import { revisionRow } from '../builders';
import { asDesk, changeSpecimen, count, release, signOnPaper, withOffice } from './office';

const drawingsAnswered = asDesk(dictionaryServices.drawingsAnswered);
const makeDrawing = asDesk(drawingServices.makeDrawing);
const changeDrawing = asDesk(drawingServices.changeDrawing);
const reviseDrawing = asDesk(drawingServices.reviseDrawing);
const saveDocument = asDesk(formatServices.saveDocument);
const { numbering } = numberingServices;
const changeNumbering = asDesk(numberingServices.changeNumbering);
const { revisionScheme } = schemeServices;
const changeRevisionScheme = asDesk(schemeServices.changeRevisionScheme);
const { specimen } = specimenServices;
const followStore = asDesk(storeServices.followStore);
const { storeStatus } = storeServices;
/** The register’s first page. */
const drawings = async () => (await registerServices.drawings({ wanted: 'all' })).entries;
const inchSheets = async () => (await formatServices.format('inch-sheets')).edition;

withOffice();

const winch = {
  formatId: 'workshop-sheets',
  specimen: 'recovery-winch',
  variant: '316L',
  sizeId: 'iso-a3-landscape',
  scale: '1:10',
};
/** Finished before its first revision. */
const finished = { state: 'finished', finishReason: 'First issue' } as const;
const signed = { 'approved-by': 'Orsolya Brandt', 'checked-by': 'Marlo Aketch' };

describe('drawings', () => {
  test('take the next number each, however many are made at once, and what is proposed as first answers', async () => {
    const made = await Promise.all(Array.from({ length: 40 }, () => makeDrawing(winch)));
    const register = await drawings();
    expect(register.map((one) => one.number).sort()).toEqual(
      made.map((_, i) => `KD-${String(i + 1).padStart(5, '0')}`),
    );
    const { drawing: one } = await drawing(made[0]!.id);
    expect(one).toMatchObject({
      title: 'RECOVERY WINCH',
      modelName: 'Recovery winch',
      state: 'in work',
      open: ['Checked by', 'Approved by'],
      answers: { 'created-by': 'Standards desk', 'document-type': 'Part drawing' },
    });
    expect(one.answers['date-of-issue']).toMatch(/^\d{4}-\d{2}-\d{2}$/);
  });

  test('keep the scale, profile and project they were made with when their format is proved otherwise', async () => {
    const { id } = await makeDrawing(winch);
    const svg = async () => Buffer.from((await exportDrawing(id, { kind: 'svg', asItIs: true })).content).toString();
    const before = await svg();
    await database.run(
      `UPDATE formats SET profile_id = (SELECT id FROM profiles WHERE name = 'Kelvarra inch'),
         proof_settings = JSON_SET(proof_settings, '$.scale', '50:1') WHERE id = ?`,
      [winch.formatId],
    );
    expect(await svg()).toBe(before);
    const mark = async () => {
      const opened = await drawing((await makeDrawing(winch)).id);
      expect(opened.drawing).toMatchObject({ scale: '1:10' });
      return opened.formats[0]!.facts.locale.decimalMark;
    };
    expect(await mark()).toBe(',');
    await release(winch.formatId);
    expect(await mark()).toBe('.');
  });

  test('print no scale until one is chosen, never the one that the format is proved with; a site of the office may be theirs', async () => {
    const { id } = await makeDrawing({ ...winch, scale: undefined });
    const svg = async () => Buffer.from((await exportDrawing(id, { kind: 'svg', asItIs: true })).content).toString();
    expect(await svg()).not.toContain('>1:2<');
    await expect(changeDrawing(id, { version: 1, ...finished, finishReason: undefined })).rejects.toMatchObject({
      detail: { lacking: expect.arrayContaining([{ kind: 'scale' }]) },
    });
    expect((await drawing(id)).drawing.open).toContain('Scale');
    await changeDrawing(id, { version: 1, scale: 'as noted' });
    expect(await svg()).toContain('>as noted<');
    const [site] = (await drawing(id)).sites;
    const yard = randomUUID();
    const { values } = (await findPlaces(database, [site!.id])).get(site!.id)!;
    await insertValuePlace(database, {
      id: yard,
      source: 'organisation',
      name: 'Harbour yard',
      values: { ...values, address: '1 Quay, Kelvarra' },
      isDefault: false,
    });
    expect(await svg()).not.toContain('1 Quay');
    await changeDrawing(id, { version: 2, siteId: yard });
    expect(await svg()).toContain('1 Quay, Kelvarra');
    const { profileId } = (await drawing(id)).drawing;
    await expect(changeDrawing(id, { version: 3, siteId: profileId })).rejects.toThrow('That site is not there.');
  });

  test('are numbered by the office’s rule; numbers that are taken are passed over', async () => {
    await makeDrawing(winch);
    expect(await numbering()).toEqual({ prefix: 'KD-', digits: 5, next: 2 });
    await changeNumbering({ prefix: 'KD-', digits: 5, next: 1 });
    await makeDrawing(winch);
    await changeNumbering({ prefix: ' W', digits: 3, next: 40 });
    await makeDrawing(winch);
    expect((await drawings()).map((one) => one.number).sort()).toEqual(['KD-00001', 'KD-00002', 'W040']);
    await expect(changeNumbering({ prefix: 'W', digits: 0, next: 1 })).rejects.toThrow('at least 1 digit');
    await expect(changeNumbering({ prefix: 'W', digits: 3, next: 1.5 })).rejects.toThrow('a whole one');
  });

  test('of the scenario are made as somebody would make them', async () => {
    await seedDrawings('demo');
    expect((await drawings()).map(({ modelName, state, open }) => [modelName, state, open.length])).toEqual([
      ['Pawl', 'in work', 2],
      ['Recovery winch', 'in work', 2],
      ['Drum flange', 'finished', 0],
    ]);
  });

  test.each<[object, RegExp]>([
    [{ formatId: 'gone' }, /no such format/],
    [{ specimen: 'gone' }, /model is no longer there/],
    [{ variant: 'brass' }, /Recovery winch has no variant “brass”/],
    [{ sizeId: 'iso-a9' }, /has no size iso-a9/],
  ])('are not made of %j, and no number is used up', async (change, reason) => {
    await expect(makeDrawing({ ...winch, ...change })).rejects.toThrow(reason);
    expect(await count('drawings')).toBe(0);
    await makeDrawing(winch);
    expect((await drawings())[0]!.number).toBe('KD-00001');
  });

  test('keep answers on their version; a wrong one, a finished drawing and an older version are refused', async () => {
    const { id } = await makeDrawing(winch);
    const { answers } = (await drawing(id)).drawing;
    await expect(changeDrawing(id, { version: 1, answers: { 'date-of-issue': 'June' } })).rejects.toThrow(
      '“June” is not a date',
    );
    await expect(changeDrawing(id, { version: 1, overruled: { mass: 1 } })).rejects.toThrow(
      'does not let “mass” be overruled',
    );
    await expect(changeDrawing(id, { version: 1, state: 'finished' })).rejects.toMatchObject({
      status: 422,
      detail: {
        lacking: [
          { kind: 'answer', name: 'Approved by' },
          { kind: 'person', name: 'Checked by' },
          { kind: 'revision' },
        ],
      },
    });
    const saved = await changeDrawing(id, { version: 1, answers: { ...answers, language: 'sv' } });
    expect(saved).toMatchObject({ version: 2 });
    expect(await signOnPaper(id, signed)).toMatchObject({ version: 4, open: [] });
    await expect(changeDrawing(id, { version: 1, sizeId: 'iso-a2-landscape' })).rejects.toMatchObject({ status: 409 });
    await expect(changeDrawing(id, { version: 4, state: 'finished' })).rejects.toThrow('There is no revision yet.');
    const closed = await changeDrawing(id, { version: 4, ...finished });
    expect(closed).toMatchObject({ ...finished, modelChanged: false });
    await expect(changeDrawing(id, { version: 5, answers: {} })).rejects.toThrow('is finished. Reopen it');
  });

  test('are not changed by what nobody asked, sizes that are not served, scales of nothing, or what a request has besides', async () => {
    const { id } = await makeDrawing(winch);
    const { answers, sheets } = (await drawing(id)).drawing;
    await expect(
      changeDrawing(id, { version: 1, answers: { ...answers, 'approved by nobody': 'Ines Sundqvist' } }),
    ).rejects.toThrow('Nobody is asked for “approved by nobody” on this drawing.');
    await expect(
      changeDrawing(id, { version: 1, sheets: sheets.map((sheet) => ({ ...sheet, sizeId: 'nope' })) }),
    ).rejects.toThrow('Sheet 1: “Workshop sheets” has no size nope.');
    for (const scale of ['0:0', '1:0', '0,0 : 2'])
      expect(DrawingChange.safeParse({ version: 1, scale })).toMatchObject({ success: false });
    for (const scale of ['1:2', '10:1', '0,5:1', ''])
      expect(DrawingChange.safeParse({ version: 1, scale }).success).toBe(true);
    const besides = DrawingChange.safeParse({ version: 1, variant: '316L' });
    expect(besides.error!.issues[0]!.message).toContain('variant');
    expect((await drawing(id)).drawing.version).toBe(1);
  });

  test('reopened and completed have no reason any more; how many have answered what is asked is counted', async () => {
    const { id } = await makeDrawing(winch);
    await changeDrawing(id, { version: 1, ...finished });
    const again = await changeDrawing(id, { version: 2, state: 'in work' });
    expect(again.finishReason).toBeUndefined();
    await signOnPaper(id, signed);
    await makeDrawing(winch);
    expect(await drawingsAnswered('checked-by', undefined)).toEqual({ drawings: 1 });
    expect(await drawingsAnswered('checked-by', 'inch-sheets')).toEqual({ drawings: 0 });
    expect(await drawingsAnswered('created-by', 'workshop-sheets')).toEqual({ drawings: 2 });
    expect(await drawingsAnswered('no"such\\key', undefined)).toEqual({ drawings: 0 });
  });

  test('changed by 40 at once are kept as one of them has it, and the others are told that', async () => {
    const { id } = await makeDrawing(winch);
    const { answers } = (await drawing(id)).drawing;
    const people = Array.from({ length: 40 }, (_, i) => `Drafter ${i + 1}`);
    const results = await Promise.allSettled(
      people.map((name) => changeDrawing(id, { version: 1, answers: { ...answers, 'created-by': name } })),
    );
    const kept = (await drawing(id)).drawing;
    expect(kept.version).toBe(2);
    const refused = results.flatMap((result) => (result.status === 'rejected' ? [result.reason as object] : []));
    expect(refused).toHaveLength(people.length - 1);
    for (const reason of refused)
      expect(reason).toMatchObject({ status: 409, detail: { current: { version: 2, answers: kept.answers } } });
  });

  test('say when their model, or a component of it, gives something else than when they were finished', async () => {
    const { id } = await makeDrawing(winch);
    await signOnPaper(id, signed);
    await changeDrawing(id, { version: 3, ...finished });
    const row = await specimen('pawl');
    const heavier = row.specimen.variants.map((variant) => ({
      ...variant,
      values: { ...variant.values, Mass: { value: 0.7, unit: 'kg' } },
    }));
    await changeSpecimen({ ...row.specimen, variants: heavier }, row.version);
    expect((await drawing(id)).drawing.modelChanged).toBe(true);
  });

  test('are exported with their answers; unanswered ones only when that is wanted', async () => {
    const { id } = await makeDrawing(winch);
    await expect(exportDrawing(id, { kind: 'svg', asItIs: false })).rejects.toMatchObject({
      message: 'Still unanswered: Checked by, Approved by.',
      detail: { open: ['Checked by', 'Approved by'] },
    });
    const file = await exportDrawing(id, { kind: 'svg', asItIs: true });
    expect(file.name).toBe('KD-00001-RECOVERY-WINCH.svg');
    expect(Buffer.from(file.content).toString()).toContain('>KD-00001<');
  });
});

describe('revisions of a drawing', () => {
  test('are added in their turn, the newest is changed and withdrawn, each on its version', async () => {
    const { id } = await makeDrawing(winch);
    const first = await reviseDrawing(id, { version: 1, revising: { add: revisionRow('A') } });
    expect(first).toMatchObject({ version: 2, revision: 'A' });
    await reviseDrawing(id, { version: 2, revising: { add: revisionRow('B', { zones: ['B3'] }) } });
    const changed = await reviseDrawing(id, {
      version: 3,
      revising: { change: revisionRow('B', { description: 'Said better' }) },
    });
    expect(changed.revisions.map(({ description }) => description)).toEqual(['Change A', 'Said better']);
    await expect(reviseDrawing(id, { version: 3, revising: { add: revisionRow('C') } })).rejects.toMatchObject({
      status: 409,
    });
    expect(await reviseDrawing(id, { version: 4, revising: { withdraw: 'B' } })).toMatchObject({ revision: 'A' });
  });

  test.each<[string, Partial<RevisionRow>, RegExp]>([
    ['C', {}, /C would skip B/],
    ['A', {}, /A is the newest revision already; the next is B/],
    ['B', { zones: ['B3', 'Q9'] }, /Sheet 1 has no zone Q9; it has A to F and 1 to 8/],
    ['B', { zones: ['2-B3'] }, /There is no sheet 2; the drawing has 1/],
    ['B', { date: '2999-01-01' }, /2999-01-01 is in the future/],
    ['B', { date: '2026-05-03' }, /is before revision A/],
    [
      'B',
      { description: 'All edges broken, and '.repeat(20) },
      /“What was changed” is too long for its row on A3, even wrapped/,
    ],
  ])('a wrong one, %s with %j, is refused and nothing is changed', async (revision, change, reason) => {
    const { id } = await makeDrawing(winch);
    await reviseDrawing(id, { version: 1, revising: { add: revisionRow('A') } });
    await expect(reviseDrawing(id, { version: 2, revising: { add: revisionRow(revision, change) } })).rejects.toThrow(
      reason,
    );
    expect((await drawing(id)).drawing).toMatchObject({ version: 2, revision: 'A' });
  });

  test('follow the office’s scheme, also after it is changed', async () => {
    expect(await revisionScheme()).toEqual({ sequence: { kind: 'letters', omit: ['I', 'O'] } });
    await changeRevisionScheme({ firstIssue: '-', sequence: { kind: 'numerals', digits: 2, from: 1 } });
    const { id } = await makeDrawing(winch);
    await reviseDrawing(id, { version: 1, revising: { add: revisionRow('-') } });
    expect(await reviseDrawing(id, { version: 2, revising: { add: revisionRow('01') } })).toMatchObject({
      revision: '01',
    });
    await expect(changeRevisionScheme({ sequence: { kind: 'letters', omit: ['a'] } })).rejects.toThrow(
      'one capital letter',
    );
  });
});

describe('the sheets of a drawing', () => {
  test('have sizes, scales, models and formats of their own; links resolve on each', async () => {
    const { id } = await makeDrawing(winch);
    const inch = (await release('inch-sheets')).id;
    const sheets = [
      { id: 'first', name: 'Whole' },
      {
        id: 'drum',
        name: 'Drum',
        specimen: 'drum-assembly',
        variant: '316L',
        sizeId: 'iso-a2-landscape',
        scale: '1:5',
      },
      { id: 'inch', name: 'For the supplier', edition: inch, specimen: 'fairlead-roller' },
    ];
    await changeDrawing(id, { version: 1, sheets });
    const loaded = await drawing(id);
    expect(loaded.drawing.sheets).toEqual(sheets);
    expect(loaded.formats.map(({ name }) => name)).toEqual(['Workshop sheets', 'Inch sheets']);
    const { entries } = await formatServices.shelf(STANDARDS_DESK, { order: 'name' });
    const used = entries.map(({ editions }) =>
      editions.map(({ number, state, drawings: on }) => `${number} ${state} ${on}`),
    );
    expect(used).toEqual([
      ['2 released 1', '1 released 0'],
      ['1 open 0'],
      ['3 open 0', '2 released 1', '1 released 0'],
    ]);
    const pdf = await exportDrawing(id, { kind: 'pdf', asItIs: true });
    const text = Buffer.from(pdf.content).toString('latin1');
    expect(text.match(/\/MediaBox \[([^\]]*)\]/g)).toEqual([
      '/MediaBox [0 0 1190.551181 841.889764]',
      '/MediaBox [0 0 1683.779528 1190.551181]',
      '/MediaBox [0 0 1224 792]',
    ]);
    expect([...text.matchAll(/\/Title \((Sheet[^)]*)\)/g)].map(([, title]) => title)).toEqual([
      'Sheet 1, Whole',
      'Sheet 2, Drum',
      'Sheet 3, For the supplier',
    ]);
    const files = Object.entries(unzipSync((await exportDrawing(id, { kind: 'svg', asItIs: true })).content));
    expect(files.map(([name]) => name)).toEqual([
      'KD-00001-RECOVERY-WINCH-Sheet-1-Whole.svg',
      'KD-00001-RECOVERY-WINCH-Sheet-2-Drum.svg',
      'KD-00001-RECOVERY-WINCH-Sheet-3-For-the-supplier.svg',
    ]);
    const [, drum, supplier] = files.map(([, bytes]) => Buffer.from(bytes).toString());
    expect(drum).toContain('>DRUM ASSEMBLY<');
    expect(drum).toContain('>2 / 3<');
    expect(drum).toContain('>1:5<');
    expect(supplier).toContain('FAIRLEAD ROLLER');
  });

  test('what only the format of another sheet asks is proposed, counts as open, and is checked', async () => {
    const inch = await inchSheets();
    const further = [
      { key: 'heat', name: 'Heat number', required: true },
      { key: 'bought', name: 'Bought on', type: 'date', default: 'today' },
    ].map((one) => ({ type: 'text', prompt: '', missing: { print: 'dash', report: true }, required: false, ...one }));
    const document = { ...inch.document, asked: [...inch.document.asked, ...further] };
    await saveDocument(inch.id, { version: inch.version, document, sitting: 'x'.repeat(36), words: ['Ask for more'] });
    await release('inch-sheets');
    const { id } = await makeDrawing(winch);
    const { answers } = (await drawing(id)).drawing;
    const sheets = [
      { id: 'first', name: '' },
      { id: 'inch', name: '', edition: inch.id },
    ];
    await changeDrawing(id, { version: 1, answers, sheets });
    const changed = await signOnPaper(id, signed);
    expect(changed.open).toEqual(['Heat number']);
    expect(changed.answers.bought).toMatch(/^\d{4}-\d{2}-\d{2}$/);
    expect((await drawings())[0]!.open).toEqual(['Heat number']);
    const withHeat = (bought: string) => ({ ...changed.answers, heat: 'H-2214', bought });
    const { version } = changed;
    await expect(changeDrawing(id, { version, state: 'finished' })).rejects.toThrow('Heat number must be answered.');
    await expect(changeDrawing(id, { version, answers: withHeat('May') })).rejects.toThrow('“May” is not a date');
    await changeDrawing(id, { version, answers: withHeat('2026-05-04'), unsigned: true });
    const again = await signOnPaper(id, signed);
    const closed = await changeDrawing(id, { version: again.version, ...finished });
    expect(closed).toMatchObject({ open: [], state: 'finished' });
    const reopening = { version: closed.version, state: 'in work', unsigned: true } as const;
    const without = await changeDrawing(id, { ...reopening, sheets: sheets.slice(0, 1) });
    expect(without.answers).toMatchObject({ heat: 'H-2214', bought: '2026-05-04' });
  });

  test('a finished drawing says so when the model of any of its sheets gives something else', async () => {
    const { id } = await makeDrawing({ ...winch, specimen: 'drive-shaft' });
    const { answers } = (await drawing(id)).drawing;
    const sheets = [
      { id: 'first', name: '' },
      { id: 'pawl', name: 'Pawl', specimen: 'pawl', variant: '316L' },
    ];
    await changeDrawing(id, { version: 1, answers, sheets });
    expect(await changeDrawing(id, { version: 2, ...finished })).toMatchObject({ modelChanged: false });
    const row = await specimen('pawl');
    // Without its variant it gives the last values of that; with another value it gives something else.
    await changeSpecimen({ ...row.specimen, variants: [] }, row.version);
    expect((await drawing(id)).drawing.modelChanged).toBe(false);
    const variants = row.specimen.variants.map((one) => ({ ...one, values: { ...one.values, Finish: 'Painted' } }));
    await changeSpecimen({ ...row.specimen, variants }, row.version + 1);
    expect((await drawing(id)).drawing.modelChanged).toBe(true);
    await expect(changeDrawing(id, { version: 3, sheets: sheets.slice(0, 1) })).rejects.toThrow('is finished');
    await changeDrawing(id, { version: 3, state: 'in work', sheets: sheets.slice(0, 1) });
    expect((await changeDrawing(id, { version: 4, ...finished })).modelChanged).toBe(false);
  });

  test('a list that outgrows its sheet is in the file on a sheet that nobody put in', async () => {
    const { id } = await makeDrawing({ ...winch, sizeId: 'iso-a4-portrait' });
    const files = Object.entries(unzipSync((await exportDrawing(id, { kind: 'dxf', asItIs: true })).content));
    expect(files.map(([name]) => name)).toEqual([
      'KD-00001-RECOVERY-WINCH-Sheet-1.dxf',
      'KD-00001-RECOVERY-WINCH-Sheet-2-continued.dxf',
    ]);
    const [first, second] = files.map(([, bytes]) => Buffer.from(bytes).toString());
    expect([first, second].map((dxf) => /TRV-88104-SS/.test(dxf!))).toEqual([false, true]);
    expect([first, second].map((dxf) => /\n2 \/ 2\n/.test(dxf!))).toEqual([false, true]);
  });

  test.each<[object, RegExp]>([
    [{ specimen: 'gone' }, /model of sheet 1 is no longer there/],
    [{ specimen: 'pawl', variant: 'brass' }, /Pawl has no variant “brass”/],
    [{ edition: 'gone' }, /sheet’s format is no longer on the shelf/],
  ])('are refused with %j', async (change, reason) => {
    const { id } = await makeDrawing(winch);
    const sheets = [{ id: 'first', name: '', ...change }];
    await expect(changeDrawing(id, { version: 1, sheets })).rejects.toThrow(reason);
  });

  test('item numbers that somebody has seen stay when components come, change places and go', async () => {
    const { id } = await makeDrawing(winch);
    const numbers = async () => Object.values((await drawing(id)).drawing.items)[0];
    const seen = await numbers();
    expect(seen).toMatchObject({ 'KW-2200-S': 1, 'TRV-88104-SS': 5 });
    const { version, specimen: model } = await specimen('recovery-winch');
    const [drum, ...others] = model.components;
    await changeSpecimen({ ...model, components: [{ specimen: 'drive-shaft', quantity: 1 }, ...others] }, version);
    expect(await numbers()).toEqual({ ...seen, 'KW-2203-S': 6 });
    // What was only read is nobody’s yet; what was exported is on paper.
    await changeSpecimen({ ...model, components: [...others, drum!] }, version + 1);
    expect(await numbers()).toEqual(seen);
    await changeSpecimen({ ...model, components: [{ specimen: 'drive-shaft', quantity: 1 }, ...others] }, version + 2);
    await exportDrawing(id, { kind: 'svg', asItIs: true });
    await changeSpecimen({ ...model, components: [...others, drum!] }, version + 3);
    expect(await numbers()).toEqual({ ...seen, 'KW-2203-S': 6 });
  });
});

describe('the model store', () => {
  let server: Server | undefined;
  afterEach(() => {
    delete process.env.ZONOGRAPH_MODEL_STORE;
    server?.close();
  });

  /** A store that answers each path with what is given: a status and a text. */
  async function storeAnswering(answer: (path: string) => [number, string | Buffer]) {
    server = createServer((request, response) => {
      const [status, text] = answer(request.url!);
      response.writeHead(status).end(text);
    });
    await new Promise<void>((done) => server!.listen(0, '127.0.0.1', done));
    process.env.ZONOGRAPH_MODEL_STORE = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  }
  const pawl = (title: string) => ({
    id: 'pawl',
    name: 'Pawl',
    kind: 'part',
    properties: { Title: title },
    variants: [],
    components: [],
  });

  test('is followed: what changed is taken over once, and told in words', async () => {
    let title = 'PAWL, LEFT';
    await storeAnswering((path) => [
      200,
      JSON.stringify(path === '/models' ? [{ id: 'pawl', etag: title }] : pawl(title)),
    ]);
    const first = await followStore();
    expect(first).toMatchObject({ followed: true, trouble: undefined });
    expect(first.models[0]!.changes).toContain('Title: PAWL → PAWL, LEFT.');
    expect((await specimen('pawl')).specimen.values.Title).toBe('PAWL, LEFT');
    const version = (await specimen('pawl')).version;
    expect((await followStore()).models[0]!.changedAt).toBe(first.models[0]!.changedAt);
    expect((await specimen('pawl')).version).toBe(version);
    title = 'PAWL, RIGHT';
    expect((await followStore()).models[0]!.changes).toEqual(['Title: PAWL, LEFT → PAWL, RIGHT.']);
  });

  test('a shape that it gives is measured and taken over, unless it is not what the store says it is', async () => {
    const bytes = readFileSync('demo/models/pawl-wheel.step');
    let hash = '0'.repeat(64);
    await storeAnswering((path) => {
      if (path === '/models') return [200, JSON.stringify([{ id: 'pawl', etag: hash }])];
      if (path === '/models/pawl/shape') return [200, bytes];
      return [200, JSON.stringify({ ...pawl('PAWL'), shape: { file: 'pawl-wheel.step', hash } })];
    });
    expect((await followStore()).trouble).toBe(
      'Not taken over: pawl: pawl-wheel.step is not what the store says it is.',
    );
    expect((await specimen('pawl')).specimen.shape!.file).toBe('pawl.step');
    hash = createHash('sha256').update(bytes).digest('hex');
    const { models, trouble } = await followStore();
    expect(trouble).toBeUndefined();
    expect(models.find((one) => one.specimen === 'pawl')!.changes).toContain('Its shape has changed.');
    const { shape } = (await specimen('pawl')).specimen;
    expect(shape).toMatchObject({ hash, file: 'pawl-wheel.step', size: { x: 180, z: 27 } });
  });

  test('what was typed here besides stays; what the store takes away goes, and what both changed is the store’s', async () => {
    const given = (properties: object) => JSON.stringify({ ...pawl(''), properties });
    let properties: object = { Title: 'PAWL', KLASSE: 'W3', Batch: 1 };
    await storeAnswering((path) => [
      200,
      path === '/models' ? JSON.stringify([{ id: 'pawl', etag: JSON.stringify(properties) }]) : given(properties),
    ]);
    const { values } = (await specimen('pawl')).specimen;
    await followStore();
    const row = await specimen('pawl');
    expect(row.specimen.values).toEqual({ ...values, ...properties });
    expect(row.specimen.variants).toHaveLength(2);
    const typed = { ...row.specimen.values, Batch: 7, 'Shelf place': 'C4' };
    await changeSpecimen({ ...row.specimen, values: typed }, row.version);
    properties = { Title: 'PAWL, LEFT', Batch: 2 };
    const { models } = await followStore();
    expect(models[0]!.changes).toEqual(['Title: PAWL → PAWL, LEFT.', 'KLASSE: W3 → –.', 'Batch: 7 → 2.']);
    const { KLASSE: _, ...others } = typed as Record<string, unknown>;
    expect((await specimen('pawl')).specimen.values).toEqual({ ...others, ...properties });
  });

  test('components that come and go are told, and parts lists follow', async () => {
    const { id } = await makeDrawing(winch);
    const winchOf = (components: { model: string; quantity: number }[]) => ({
      id: 'recovery-winch',
      name: 'Recovery winch',
      kind: 'assembly',
      properties: { 'Part number': 'KW-2000' },
      variants: [{ name: '316L', properties: {} }],
      components,
    });
    let components = [{ model: 'pawl', quantity: 2 }];
    await storeAnswering((path) => [
      200,
      JSON.stringify(
        path === '/models' ? [{ id: 'recovery-winch', etag: JSON.stringify(components) }] : winchOf(components),
      ),
    ]);
    await followStore();
    const before = Object.values((await drawing(id)).drawing.items)[0]!;
    components = [...components, { model: 'guard', quantity: 1 }, { model: 'drive-shaft', quantity: 1 }];
    const { models } = await followStore();
    expect(models[0]!.changes.join(' ')).toMatch(/component/i);
    expect(Object.values((await drawing(id)).drawing.items)[0]).toEqual({
      ...before,
      'KW-2203-S': 6,
    });
  });

  test.each<[string, (path: string) => [number, string], RegExp]>([
    ['nonsense', () => [200, '<html>'], /is not JSON/],
    ['another shape', () => [200, '{"models": 3}'], /not what a model store answers/],
    ['an error', () => [500, ''], /answers 500/],
    [
      'a model that is none',
      (path) => [200, path === '/models' ? '[{"id": "pawl", "etag": "x"}]' : '{"id": 4}'],
      /Not taken over: pawl/,
    ],
  ])('that answers %s changes nothing, and says so', async (_, answer, trouble) => {
    await storeAnswering(answer);
    const before = await specimen('pawl');
    expect((await followStore()).trouble).toMatch(trouble);
    expect(await specimen('pawl')).toEqual(before);
  });

  test('that is down leaves the last known values, as of when it answered', async () => {
    await storeAnswering((path) => [
      200,
      path === '/models' ? '[{"id": "pawl", "etag": "1"}]' : JSON.stringify(pawl('P')),
    ]);
    const { answeredAt } = await followStore();
    server!.close();
    server!.closeAllConnections();
    process.env.ZONOGRAPH_MODEL_STORE = 'http://127.0.0.1:9';
    expect(await followStore()).toMatchObject({ answeredAt, trouble: 'The model store does not answer.' });
    expect((await specimen('pawl')).specimen.values.Title).toBe('P');
    delete process.env.ZONOGRAPH_MODEL_STORE;
    expect((await storeStatus()).followed).toBe(false);
  });
});
