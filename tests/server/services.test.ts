import { Report } from '@/core/scene/report';
import { STANDARDS_DESK } from '@/server/actor';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { applyStep } from '@/core/format/steps/step';
import type { FormatDocument } from '@/core/format/document';
import { linksByProperty } from '@/core/format/usage';
import { database, transaction } from '@/server/database';
import { migrate } from '@/server/migrations';
import { runOne } from '@/server/jobs/runner';
import { seed } from '@/server/seed';
import * as dictionaryServices from '@/server/services/dictionary';
import * as fontServices from '@/server/services/fonts';
import * as exportServices from '@/server/services/export';
import * as formatServices from '@/server/services/formats';
import { office } from '@/server/services/office';
import * as materialServices from '@/server/services/materials';
import { shapeFile, takeShape } from '@/server/services/shapes';
import * as specimenServices from '@/server/services/specimens';
import { asDesk, changeSpecimen, count, withOffice } from './office';

const addProperty = asDesk(dictionaryServices.addProperty);
const changeProperty = asDesk(dictionaryServices.changeProperty);
const importDictionary = asDesk(dictionaryServices.importDictionary);
const mergeProperty = asDesk(dictionaryServices.mergeProperty);
const removeProperty = asDesk(dictionaryServices.removeProperty);
const dictionary = async () => (await asDesk(dictionaryServices.dictionary)()).entries;
const { format } = formatServices;
const exportSheet = asDesk(exportServices.exportSheet);
const copyFormat = asDesk(formatServices.copyFormat);
const saveDocument = asDesk(formatServices.saveDocument);
const shelf = async () => (await formatServices.shelf(STANDARDS_DESK, { order: 'shelf' })).entries;
const { materials } = materialServices;
const keepMaterial = asDesk(materialServices.keepMaterial);
const removeMaterial = asDesk(materialServices.removeMaterial);
const { specimen } = specimenServices;
const takeFont = asDesk(fontServices.takeFont);
const importSpecimens = asDesk(specimenServices.importSpecimens);
const keepApart = asDesk(specimenServices.keepApart);

/** What a file holds, as a text. */
const text = ({ content }: { content: Uint8Array }) => Buffer.from(content).toString();

withOffice();

const note = { sitting: randomUUID(), words: ['Column 1 to 42 mm'] };
const workshop = () => format('workshop-sheets');
/** Saves a document made on an edition’s version. */
const save = ({ id, version }: { id: string; version: number }, document: unknown, noted = note) =>
  saveDocument(id, { version, document, ...noted });
function widened(document: FormatDocument, size: number): FormatDocument {
  const outcome = applyStep(document, { op: 'set track', block: 'title-block', axis: 'column', track: 'tb-c1', size });
  if (!outcome.ok) throw new Error(outcome.reason);
  return outcome.document;
}

describe('migrations and seed', () => {
  test('run once, and seed only an empty database', async () => {
    expect(await migrate(process.env.ZONOGRAPH_DATABASE!, 'db/migrations')).toEqual([]);
    expect(await seed('demo')).toBe(false);
    expect(await count('formats')).toBe(3);
    expect(await count('specimens')).toBe(10);
    expect(await count('properties')).toBeGreaterThanOrEqual(25);
  });

  test('the shelf is in its order, with everything a sheet is filled from', async () => {
    expect((await shelf()).map(({ name }) => name)).toEqual(['Workshop sheets', 'Inch sheets', 'Sketch sheet']);
    const only = await formatServices.shelf(STANDARDS_DESK, { order: 'shelf', only: 'sketch-sheet' });
    expect(only.entries.map(({ name }) => name)).toEqual(['Sketch sheet']);
    expect((await format('inch-sheets')).facts.profile?.name).toBe('Kelvarra inch');
    expect((await workshop()).facts).toMatchObject({
      today: '2026-06-02',
      locale: { decimalMark: ',' },
      revisions: [{ values: { revision: 'A' } }, { values: { revision: 'B' } }],
    });
    const { entries } = await specimenServices.specimens({});
    expect(entries.filter(({ model }) => model === 'assembly').map(({ name }) => name)).toEqual([
      'Drum assembly',
      'Recovery winch',
    ]);
    expect(entries.every(({ variants }) => variants.length === 2)).toBe(true);
    expect(await office()).toMatchObject({ specimens: 10, today: expect.stringMatching(/^\d{4}-\d{2}-\d{2}$/) });
  });
});

describe('a transaction', () => {
  test('does all of it or nothing', async () => {
    const before = await count('properties');
    await expect(
      transaction(async (db) => {
        await db.run('DELETE FROM properties');
        throw new Error('on second thoughts');
      }),
    ).rejects.toThrow('on second thoughts');
    expect(await count('properties')).toBe(before);
  });
});

describe('saving a document', () => {
  test('raises the version and keeps the document', async () => {
    const { edition } = await workshop();
    const document = widened(edition.document, 42);
    expect(await save(edition, document)).toMatchObject({
      version: edition.version + 1,
    });
    expect((await workshop()).edition).toMatchObject({ version: edition.version + 1, document });
  });

  test('an equal document counts as saved, as after a lost reply', async () => {
    const { edition } = await workshop();
    const document = widened(edition.document, 42);
    await save(edition, document);
    expect(await save(edition, document)).toMatchObject({
      version: edition.version + 1,
    });
    expect((await workshop()).edition.version).toBe(edition.version + 1);
  });

  test('made on an older version it changes nothing and brings the present one', async () => {
    const { edition } = await workshop();
    await save(edition, widened(edition.document, 38));
    await expect(save(edition, widened(edition.document, 42))).rejects.toMatchObject({
      status: 409,
      detail: { why: 'changed', current: { version: edition.version + 1 } },
    });
    expect((await workshop()).edition.document.blocks[0]!.columns[0]).toMatchObject({ size: 38 });
  });

  test('of 40 at once, one is saved and the others are told what it saved', async () => {
    const { edition } = await workshop();
    const sizes = Array.from({ length: 40 }, (_, i) => 38 + i / 10);
    const results = await Promise.allSettled(sizes.map((size) => save(edition, widened(edition.document, size))));
    const kept = (await workshop()).edition;
    expect(kept.version).toBe(edition.version + 1);
    const refused = results.flatMap((result) => (result.status === 'rejected' ? [result.reason as object] : []));
    expect(refused).toHaveLength(39);
    for (const reason of refused) expect(reason).toMatchObject({ status: 409, detail: { current: kept } });
  });

  test('a released edition is not written', async () => {
    const { edition } = await workshop();
    await database.run("UPDATE editions SET state = 'released' WHERE id = ?", [edition.id]);
    await expect(save(edition, widened(edition.document, 42))).rejects.toMatchObject({
      status: 409,
      detail: { why: 'not open' },
    });
  });

  test.each<[string, (document: FormatDocument) => unknown, RegExp]>([
    ['a malformed one', () => ({ kind: 'zonograph/format', version: 1 }), /The format is not valid at/],
    [
      'one with a gap',
      (document) => ({ ...document, blocks: [{ ...document.blocks[0]!, cells: document.blocks[0]!.cells.slice(1) }] }),
      /no cell covers/,
    ],
    ['another format’s', (document) => ({ ...document, id: 'inch-sheets' }), /belongs to another format/],
    [
      'one with a taken name',
      (document) => ({ ...document, name: 'Inch sheets' }),
      /There is a format named “Inch sheets” already/,
    ],
  ])('%s is refused and nothing is written', async (_, spoil, reason) => {
    const { edition } = await workshop();
    await expect(save(edition, spoil(edition.document))).rejects.toThrow(reason);
    expect((await workshop()).edition).toEqual(edition);
  });

  test('renames the format on the shelf with the document', async () => {
    const { edition } = await workshop();
    await save(edition, { ...edition.document, name: 'Shop sheets' });
    expect((await shelf())[0]!.name).toBe('Shop sheets');
  });

  test('leaves one audit row for a sitting, however many saves', async () => {
    const { edition } = await workshop();
    await database.run('DELETE FROM audit_steps');
    await database.run('DELETE FROM audit');
    await save(edition, widened(edition.document, 42));
    await save({ ...edition, version: edition.version + 1 }, widened(edition.document, 43), {
      ...note,
      words: ['Column 1 to 43 mm'],
    });
    const rows = await database.query('SELECT subject, words, changes FROM audit');
    expect(rows).toEqual([{ subject: 'format workshop-sheets, edition 3', words: 'Column 1 to 43 mm', changes: 2 }]);
    const steps = await database.query<{ words: string }>('SELECT words FROM audit_steps ORDER BY id');
    expect(steps.map(({ words }) => words)).toEqual(['Column 1 to 42 mm', 'Column 1 to 43 mm']);
  });
});

describe('copying a format', () => {
  test('gives a new format with its own id and the same inner ids', async () => {
    const { id } = await copyFormat({ copyOf: 'workshop-sheets', name: 'Shop sheets' });
    const copy = await format(id);
    const { edition } = await workshop();
    expect(copy).toMatchObject({
      name: 'Shop sheets',
      edition: { number: 1, state: 'open', document: { id, name: 'Shop sheets' } },
    });
    expect(copy.edition.document.blocks).toEqual(edition.document.blocks);
  });

  test('may keep a version that could not be saved', async () => {
    const { edition } = await workshop();
    const { id } = await copyFormat({
      copyOf: 'workshop-sheets',
      name: 'My version',
      document: widened(edition.document, 42),
    });
    expect((await format(id)).edition.document.blocks[0]!.columns[0]).toMatchObject({ size: 42 });
  });

  test('under a taken name leaves nothing behind', async () => {
    await expect(copyFormat({ copyOf: 'workshop-sheets', name: 'Inch sheets' })).rejects.toThrow(
      /There is a format named “Inch sheets” already/,
    );
    await expect(copyFormat({ copyOf: 'gone', name: 'New' })).rejects.toThrow('no longer on the shelf');
    expect([await count('formats'), await count('editions')]).toEqual([3, 6]);
  });
});

describe('the dictionary', () => {
  const swl = {
    id: 'safe-working-load',
    name: 'Safe working load',
    type: 'number',
    source: 'model',
    quantity: 'force',
    unit: 'kN',
    aliases: ['SWL'],
  };
  test('takes a new property at its end', async () => {
    await addProperty(swl);
    expect((await dictionary()).at(-1)).toMatchObject({ definition: swl, version: 1, uses: 0, specimens: 0 });
  });

  test.each([
    [{ ...swl, name: 'MASS' }, /“MASS” is a name of “Mass” already/],
    [{ ...swl, aliases: ['w-t'] }, /“w-t” is a name of “Mass” already/],
    [{ ...swl, id: 'mass' }, /There is a property named/],
    [{ ...swl, type: 'text' }, /only a number has a unit/],
    [{ name: 'x' }, /The property is not valid at id/],
  ])('refuses %j', async (definition, reason) => {
    await expect(addProperty(definition)).rejects.toThrow(reason);
    expect((await dictionary()).every((row) => row.definition.id !== swl.id)).toBe(true);
  });

  test('a rename keeps id and links, and the former name as another one it is read by; a second change on the old version is told', async () => {
    const row = (await dictionary()).find(({ definition }) => definition.id === 'line-pull')!;
    await changeProperty({ ...row.definition, name: 'Greatest line pull' }, row.version);
    await expect(changeProperty({ ...row.definition, length: 9 }, row.version)).rejects.toMatchObject({
      status: 409,
      message: expect.stringContaining('Greatest line pull'),
    });
    expect((await dictionary()).find(({ definition }) => definition.id === 'line-pull')?.definition).toEqual({
      ...row.definition,
      name: 'Greatest line pull',
      aliases: ['Line pull', ...row.definition.aliases],
    });
  });
});

describe('properties that go', () => {
  const uses = async (id: string) => {
    let sum = 0;
    for (const { id: one } of await shelf())
      sum += linksByProperty((await format(one)).edition.document).get(id)?.length ?? 0;
    return sum;
  };

  test('are removed when nothing uses them, and else refused with the places', async () => {
    await removeProperty('supplementary-title');
    expect((await dictionary()).some(({ definition }) => definition.id === 'supplementary-title')).toBe(false);
    await expect(removeProperty('material')).rejects.toThrow(
      /“Material” is used: .*Inch sheets, edition 1: Material in Title block.*Remove it there, or merge it/,
    );
    await expect(removeProperty('supplementary-title')).rejects.toMatchObject({ status: 404 });
  });

  test('are merged: links move, the name stays as an alias', async () => {
    await expect(mergeProperty('finish', 'heat-treatment')).rejects.toThrow(
      /“Inch sheets”, edition 1, is released and uses “Finish”\./,
    );
    await database.run("DELETE FROM editions WHERE state = 'released'");
    const [before, there] = [await uses('finish'), await uses('heat-treatment')];
    expect(before).toBeGreaterThan(0);
    await mergeProperty('finish', 'heat-treatment');
    while (await runOne('test', new AbortController().signal));
    expect([await uses('finish'), await uses('heat-treatment')]).toEqual([0, before + there]);
    const target = (await dictionary()).find(({ definition }) => definition.id === 'heat-treatment')!;
    expect(target.definition.aliases).toEqual(['HT', 'Finish', 'Surface', 'Coating']);
    await expect(mergeProperty('mass', 'title')).rejects.toThrow('of different sources or quantities');
    await expect(mergeProperty('mass', 'mass')).rejects.toThrow('not merged into itself');
  });

  test('a file is imported as a whole or not at all', async () => {
    const crate = { id: 'crate', name: 'Crate', type: 'text', source: 'model', aliases: [] };
    expect(await importDictionary([crate])).toEqual({ added: 1, changed: 0 });
    expect(await importDictionary([{ ...crate, length: 9 }])).toEqual({ added: 0, changed: 1 });
    await expect(
      importDictionary([
        { ...crate, id: 'box', name: 'Box' },
        { ...crate, id: 'w', name: 'Weight' },
      ]),
    ).rejects.toThrow('“Weight” is a name of “Mass” already');
    expect((await dictionary()).some(({ definition }) => definition.id === 'box')).toBe(false);
  });
});

describe('models from files', () => {
  const eye = {
    kind: 'zonograph/specimen',
    version: 1,
    id: 'deck-eye',
    name: 'Deck eye',
    model: 'part',
    values: { Title: 'DECK EYE' },
    variants: [],
    components: [],
  };
  test('are added; of known ones the values in the file replace their own and all else stays', async () => {
    expect(await importSpecimens([eye])).toEqual({ added: 1, changed: 0 });
    const pawl = await specimen('pawl');
    const given = {
      ...eye,
      id: 'pawl',
      name: 'Pawl',
      values: { Crate: 'C4' },
      variants: [{ name: '316L', values: { Crate: 'C5' } }],
    };
    expect(await importSpecimens([given])).toEqual({ added: 0, changed: 1 });
    const now = (await specimen('pawl')).specimen;
    expect(now.values).toEqual({ ...pawl.specimen.values, Crate: 'C4' });
    expect(now.variants.find((one) => one.name === '316L')!.values).toMatchObject({
      Crate: 'C5',
      Mass: { value: 0.65 },
    });
  });
  test('one that is wrong, and too many at once, leave everything as it was', async () => {
    await expect(importSpecimens([eye, { ...eye, id: 'B a d' }])).rejects.toThrow(/not valid at id/);
    await expect(importSpecimens(Array.from({ length: 501 }, () => eye))).rejects.toThrow('At most 500');
    await expect(specimen('deck-eye')).rejects.toMatchObject({ status: 404 });
  });
});

describe('shapes and materials', () => {
  const bytes = readFileSync('demo/models/pawl.step');

  test('a shape’s file is kept by its hash, and a model may only name a kept one', async () => {
    const pawl = (await specimen('pawl')).specimen;
    const { hash } = await takeShape('pawl-b.step', Buffer.concat([Buffer.from('\n'), bytes]));
    expect((await shapeFile(hash)).name).toBe('pawl-b.step');
    const shape = { ...pawl.shape!, hash, volume: 100 };
    await importSpecimens([{ ...pawl, shape }]);
    expect((await specimen('pawl')).specimen.shape).toEqual(shape);
    const lost = { ...pawl, shape: { ...shape, hash: '0'.repeat(64) } };
    await expect(importSpecimens([lost])).rejects.toThrow('send it first');
    await expect(takeShape('cut.step', bytes.subarray(0, 9000))).rejects.toThrow(/^cut.step: It is cut short/);
    await expect(shapeFile('0'.repeat(64))).rejects.toMatchObject({ status: 404 });
  });

  test('a file of 20 MB is kept whole', async () => {
    const large = Buffer.concat([Buffer.alloc(20_000_000, '\n'), bytes]);
    const { hash } = await takeShape('large.step', large);
    expect(Buffer.from((await shapeFile(hash)).bytes).equals(large)).toBe(true);
  });

  test('a material is added, changed on its version, and taken out; one name stands once, however spelled', async () => {
    const oak = { name: 'Oak, seasoned', density: 0.7 };
    await keepMaterial(oak, undefined);
    await expect(keepMaterial({ name: 'OAK seasoned', density: 1 }, undefined)).rejects.toMatchObject({ status: 409 });
    await keepMaterial({ ...oak, density: 0.72 }, 1);
    await expect(keepMaterial(oak, 1)).rejects.toMatchObject({ status: 409 });
    expect((await materials()).find((row) => row.material.name === oak.name)).toEqual({
      material: { ...oak, density: 0.72 },
      version: 2,
    });
    await expect(keepMaterial({ ...oak, density: 7850 }, 2)).rejects.toThrow('the unit is kg/dm³');
    const many = Array.from({ length: 40 }, (_, i) => keepMaterial({ ...oak, density: 0.6 + i / 1000 }, 2));
    const results = await Promise.allSettled(many);
    expect(results.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
    for (const result of results)
      if (result.status === 'rejected') expect(result.reason).toMatchObject({ status: 409 });
    await removeMaterial('oak seasoned');
    await expect(removeMaterial('Oak, seasoned')).rejects.toMatchObject({ status: 404 });
  });
});

describe('specimens', () => {
  test('an assembly keeps how it is pulled apart; a part and one that is gone do not', async () => {
    const { version } = await keepApart('drum-assembly', { 'Drive shaft': [0, 144, 711.4] });
    const row = await specimen('drum-assembly');
    expect(row).toMatchObject({ version, specimen: { apart: { 'Drive shaft': [0, 144, 711.4] } } });
    // A file of the models that does not speak of it leaves it.
    await importSpecimens([{ ...row.specimen, apart: undefined }]);
    expect((await specimen('drum-assembly')).specimen.apart).toEqual(row.specimen.apart);
    await keepApart('drum-assembly', {});
    expect((await specimen('drum-assembly')).specimen).not.toHaveProperty('apart');
    await expect(keepApart('pawl', { Pawl: [0, 0, 1] })).rejects.toMatchObject({ status: 422 });
    await expect(keepApart('nowhere', {})).rejects.toMatchObject({ status: 404 });
  });

  test('an assembly that would hold itself is refused, and nothing is changed', async () => {
    const drum = await specimen('drum-assembly');
    const components = [...drum.specimen.components, { specimen: 'recovery-winch', quantity: 1 }];
    await expect(changeSpecimen({ ...drum.specimen, components }, drum.version)).rejects.toThrow(
      'Drum assembly would hold itself: Drum assembly ▸ Recovery winch ▸ Drum assembly.',
    );
    await expect(importSpecimens([{ ...drum.specimen, components }])).rejects.toThrow('would hold itself');
    expect(await specimen('drum-assembly')).toEqual(drum);
  });

  test('change on their version, and not on an older one', async () => {
    const row = await specimen('pawl');
    const changed = { ...row.specimen, values: { ...row.specimen.values, Title: 'PAWL, LEFT HAND' } };
    await changeSpecimen(changed, row.version);
    expect((await specimen('pawl')).specimen.values.Title).toBe('PAWL, LEFT HAND');
    await expect(changeSpecimen(row.specimen, row.version)).rejects.toMatchObject({ status: 409 });
    await expect(changeSpecimen({ ...row.specimen, values: { Title: [1] } }, row.version)).rejects.toThrow(
      /The specimen is not valid at values › Title/,
    );
    await expect(specimen('gone')).rejects.toMatchObject({ status: 404 });
  });
});

describe('export', () => {
  test('writes the sheet that is on the board, saved or not', async () => {
    const { edition } = await workshop();
    const request = {
      document: widened(edition.document, 42),
      sizeId: 'iso-a3-landscape',
      show: 'values' as const,
      specimen: 'drum-barrel',
      variant: '316L',
    };
    const svg = await exportSheet({ ...request, kind: 'svg' });
    expect(svg).toMatchObject({ name: 'Workshop-sheets-A3-Drum-barrel-316L.svg', type: 'image/svg+xml' });
    expect(text(svg)).toContain('X2CrNiMo17-12-2 EN 10088-3');
    const outlines = await exportSheet({ ...request, kind: 'svg outlines' });
    expect(outlines).toMatchObject({ name: svg.name, type: svg.type });
    expect(text(outlines)).not.toContain('<text');
    expect(text(await exportSheet({ ...request, kind: 'dxf' }))).toContain('TITLE_BLOCK');
    const report = await exportSheet({ ...request, kind: 'report' });
    expect(report).toMatchObject({ name: expect.stringMatching(/\.json$/) as string, type: 'application/json' });
    const { cells } = Report.parse(JSON.parse(text(report)));
    expect(cells.find(({ id }) => id === 'title')!.runs.map((run) => run.text)).toEqual(['DRUM BARREL']);
    const winch = { ...request, kind: 'svg' as const, specimen: 'recovery-winch', sizeId: 'iso-a4-portrait' };
    expect(text(await exportSheet(winch))).toContain('>1 / 2<');
    const following = text(await exportSheet({ ...winch, following: true }));
    expect(following).toContain('>TRV-88104-SS<');
    expect(following).not.toContain('>KW-2200-S<');
    expect(text(await exportSheet({ ...winch, rows: 3 }))).toContain('>1 / 1<');
    const pdf = await exportSheet({ ...request, kind: 'pdf' });
    expect(text(pdf).slice(0, 5)).toBe('%PDF-');
  });

  test('an unknown size, specimen or format is refused in words', async () => {
    const { edition } = await workshop();
    const request = {
      kind: 'pdf' as const,
      document: edition.document,
      sizeId: 'iso-a3-landscape',
      show: 'values' as const,
    };
    await expect(exportSheet({ ...request, sizeId: 'iso-a9' })).rejects.toThrow(/has no size iso-a9/);
    await expect(exportSheet({ ...request, specimen: 'gone' })).rejects.toThrow('The specimen is no longer there');
    await expect(exportSheet({ ...request, document: { ...edition.document, id: 'gone' } })).rejects.toThrow(
      'no such format',
    );
  });
});

describe('fonts of the office', () => {
  const file = readFileSync('assets/fonts/routed-gothic-wide.ttf');

  test('are kept once, listed with the office, and write a sheet that names them', async () => {
    const font = await takeFont(file);
    expect(await takeFont(file)).toEqual(font);
    expect((await office()).fonts).toEqual([font]);
    const { edition } = await workshop();
    const letterings = edition.document.letterings.map((style) =>
      style.id === 'title' ? { ...style, font: font.id } : style,
    );
    const svg = await exportSheet({
      kind: 'svg',
      document: { ...edition.document, letterings },
      sizeId: 'iso-a3-landscape',
      show: 'values',
      specimen: 'drum-barrel',
    });
    expect(text(svg)).toContain(`@font-face{font-family:zono-${font.id}`);
  });

  test('that cannot be used are refused, and nothing is kept', async () => {
    await expect(takeFont(Buffer.from('no font'))).rejects.toThrow('it takes TrueType');
    await expect(takeFont(Buffer.alloc(0))).rejects.toThrow('The file is empty.');
    expect((await office()).fonts).toEqual([]);
  });
});
