import { FormatDocument } from '@/core/format/document';
import { canonicalHash } from '@/core/format/canonical';
import { frozenFacts } from '@/core/edition/snapshot';
import { composePlanned, proofSheets } from '@/core/scene/planning';
import { standardBook } from '@/core/rules/standard-book';
import { STANDARDS_DESK } from '@/server/actor';
import { database } from '@/server/database';
import { goneBack } from '@/core/format/going-back';
import { editionAtVersion, editionSteps } from '@/server/services/edition-states';
import { freezeWhatIsUsed } from '@/server/kept-tables';
import { placesOf } from '@/server/repositories/value-places';
import { findEdition } from '@/server/repositories/formats';
import * as dictionaryServices from '@/server/services/dictionary';
import { exportDrawing } from '@/server/services/drawing-export';
import * as drawingServices from '@/server/services/drawings';
import { drawing } from '@/server/services/open-drawing';
import * as registerServices from '@/server/services/register';
import * as editionServices from '@/server/services/editions';
import * as formatServices from '@/server/services/formats';
import * as exportServices from '@/server/services/export';
import { frozenOf } from '@/server/services/frozen';
import * as releasing from '@/server/services/releasing';
import { sheetResources } from '@/server/services/sheet-resources';
import { changeSigning } from '@/server/services/signing';
import { verifyAll } from '@/server/services/verifying';
import { spawnSync } from 'node:child_process';
import { cases } from '../core/generated';
import { releaseUnderKills } from './kills';
import { asDesk, changeSpecimen, count, release, withOffice } from './office';

withOffice();

const { format, edition } = formatServices;
const exportSheet = asDesk(exportServices.exportSheet);
const saveDocument = asDesk(formatServices.saveDocument);
const chooseProfile = asDesk(formatServices.chooseProfile);
const releaseEdition = asDesk(releasing.releaseEdition);
const proposeRelease = asDesk(releasing.proposeRelease);
const openNextEdition = asDesk(editionServices.openNextEdition);
const withdrawEdition = asDesk(editionServices.withdrawEdition);
const restoreEdition = asDesk(editionServices.restoreEdition);
const giveUpEdition = asDesk(editionServices.giveUpEdition);
const removeFormat = asDesk(editionServices.removeFormat);
const changeDefault = asDesk(editionServices.changeDefault);
const makeDrawing = asDesk(drawingServices.makeDrawing);
const changeDrawing = asDesk(drawingServices.changeDrawing);

const editionsOf = async (formatId: string) => (await asDesk(editionServices.history)(formatId)).editions;
const plain = { note: 'New', countsFrom: '2026-01-01', defaults: [], reason: 'To be looked at later' };
const pawl = { formatId: 'workshop-sheets', specimen: 'pawl', sizeId: 'iso-a3-landscape', scale: '1:1' };

/** The scenes of every size of every released edition, first and following, as canonical JSON. */
async function releasedScenes(): Promise<Map<string, string>> {
  const scenes = new Map<string, string>();
  for (const formatId of ['workshop-sheets', 'inch-sheets', 'sketch-sheet'])
    for (const { id } of (await editionsOf(formatId)).filter(({ state }) => state !== 'open')) {
      const frozen = (await frozenOf(database, (await findEdition(database, id))!))!;
      const facts = frozenFacts(frozen);
      // The office's dictionary as it is: the frozen definitions are to hold instead.
      const properties = (await asDesk(dictionaryServices.dictionary)()).entries.map(({ definition }) => definition);
      const { resources } = await sheetResources(database, [frozen.document], facts, properties);
      for (const { id: sizeId } of frozen.document.sizes) {
        const sheets = proofSheets({ document: frozen.document, sizeId, scale: frozen.scale, facts }, resources);
        const composed = sheets.map((sheet) => composePlanned(sheet, resources));
        scenes.set(`${id} ${sizeId}`, JSON.stringify(composed.map((one) => one.ok && one.scene)));
      }
    }
  return scenes;
}

/** Makes everything in the office that editions freeze something else. */
async function changeEverything(): Promise<void> {
  await database.run(
    `UPDATE properties SET name = CONCAT(name, ' 2'), definition = JSON_SET(definition, '$.name', CONCAT(JSON_VALUE(definition, '$.name'), ' 2'),
       '$.display', JSON_OBJECT('kind', 'text', 'case', 'upper'), '$.aliases', JSON_ARRAY())`,
  );
  await database.run(
    `UPDATE profiles SET document = JSON_SET(document, '$.numbers.mark', '.', '$.units.note', 'Nothing is said of units',
       '$.views.projection', 'third angle')`,
  );
  await database.run(
    `INSERT INTO profile_revisions (profile_id, number, document, why, released_by) SELECT id, 2, document, 'changed', '' FROM profiles`,
  );
  await database.run(
    `UPDATE value_places SET value_list = JSON_OBJECT('legal-owner', 'Somebody else', 'address', 'Elsewhere')`,
  );
  await database.run(
    `UPDATE rule_books SET document = JSON_SET(document, '$.from', 'asme', '$.changes', JSON_OBJECT())`,
  );
  await database.run(
    `UPDATE formats SET proof_settings = JSON_SET(proof_settings, '$.today', '2031-12-24', '$.scale', '50:1')`,
  );
  await database.run("UPDATE editions SET document = JSON_SET(document, '$.margins.left', 30) WHERE state = 'open'");
}

describe('a release', () => {
  test('freezes to the last byte: with everything in the office changed, every sheet of every demo format is the same', async () => {
    for (const formatId of ['workshop-sheets', 'inch-sheets', 'sketch-sheet']) await release(formatId);
    const before = await releasedScenes();
    expect(before.size).toBe(5 * 3 + 5 * 2 + 1);
    await changeEverything();
    expect(await releasedScenes()).toEqual(before);
    expect((await verifyAll()).troubles).toEqual([]);
    const [last] = await editionsOf('workshop-sheets');
    const { edition: open } = await edition(last!.id);
    const sheet = { kind: 'svg', document: open.document, sizeId: 'iso-a3-landscape', show: 'values' } as const;
    const written = async (of: { edition?: string }) =>
      Buffer.from((await exportSheet({ ...sheet, ...of })).content).toString();
    expect(await written({ edition: last!.id })).toContain('>KELVARRA BUOY<');
    expect(await written({})).not.toContain('>KELVARRA BUOY<');
    const { newer, facts } = await edition((await editionsOf('workshop-sheets'))[0]!.id);
    expect(facts.organisation!.values['legal-owner']).toMatch(/^KELVARRA/);
    expect(newer).toEqual(
      expect.arrayContaining([
        { of: 'property', name: 'Title', now: 'changed' },
        { of: 'profile', name: 'Kelvarra ISO', froze: 1, now: 2 },
        { of: 'rules', name: expect.stringContaining('Kelvarra') },
        { of: 'texts', name: expect.any(String) },
      ]),
    );
  });

  test('one changed byte of a snapshot is said loudly, and nothing is made from it', async () => {
    const { id: drawn } = await makeDrawing(pawl);
    const [, released] = await editionsOf('workshop-sheets');
    expect((await verifyAll()).troubles).toEqual([]);
    await database.run(
      `UPDATE snapshots SET content = REPLACE(content, 'General tolerances', 'General Tolerances')
       WHERE hash = (SELECT snapshot FROM edition_releases WHERE edition_id = ?)`,
      [released!.id],
    );
    const said = 'Edition 2 of “Workshop sheets” is damaged: what was frozen with it has been changed since';
    await expect(edition(released!.id)).rejects.toThrow(said);
    await expect(drawing(drawn)).rejects.toThrow(said);
    await expect(exportDrawing(drawn, { kind: 'pdf', asItIs: true })).rejects.toThrow(said);
    await expect(makeDrawing(pawl)).rejects.toThrow('Nothing is printed from it.');
    expect((await registerServices.drawings({ wanted: 'all' })).entries).toHaveLength(1);
    const { troubles } = await verifyAll();
    expect(troubles).toEqual([expect.stringContaining(said)]);
    const { status, stderr, stdout } = spawnSync('node_modules/.bin/tsx', ['src/cli.ts', 'verify'], {
      encoding: 'utf8',
      env: process.env,
    });
    expect([status, stderr, stdout]).toEqual([
      1,
      expect.stringContaining(said),
      'looked at 3 editions and 0 finished drawings\nthe record has 3 entries\n',
    ]);
  });

  test('proposes a note from what has changed, and says what it freezes and clears away', async () => {
    const open = (await format('workshop-sheets')).edition;
    const proposal = await proposeRelease(open.id);
    expect(proposal).toMatchObject({
      before: { number: 2 },
      cleared: [],
      profile: { name: 'Kelvarra ISO', revision: 1, changed: false },
      defaults: ['part', 'assembly'],
    });
    expect(proposal.note).toContain('Filing number');
    const accepted = [{ code: 'font missing', place: {}, params: { font: 'gone' }, reason: 'It came back' }];
    const document = { ...open.document, accepted };
    await saveDocument(open.id, { version: open.version, document, sitting: 'x'.repeat(36), words: ['Accept'] });
    expect((await proposeRelease(open.id)).cleared).toEqual(['It came back']);
    await release('workshop-sheets');
    expect((await edition(open.id)).edition.document.accepted).toBeUndefined();
    await expect(proposeRelease(open.id)).rejects.toThrow('Edition 3 of “Workshop sheets” is released already.');
  });

  test('is refused while a finding blocks it and no reason is given; the reason is kept', async () => {
    const open = (await format('workshop-sheets')).edition;
    const blocks = open.document.blocks.map((block) => ({ ...block, role: 'other' }));
    const { version } = await saveDocument(open.id, {
      version: open.version,
      document: { ...open.document, blocks },
      sitting: 'x'.repeat(36),
      words: ['No title block'],
    });
    const { findings } = await proposeRelease(open.id);
    expect(findings.filter(({ weight }) => weight === 'blocks release').length).toBeGreaterThan(0);
    const { reason: _, ...without } = plain;
    await expect(releaseEdition(open.id, { version, ...without })).rejects.toThrow(/finding.* blocks? the release/);
    expect(await count('edition_releases')).toBe(3);
    await releaseEdition(open.id, { version, ...plain });
    expect((await editionsOf('workshop-sheets'))[0]).toMatchObject({
      state: 'released',
      release: { note: 'New', reason: 'To be looked at later', releasedBy: 'Standards desk', countsFrom: '2026-01-01' },
    });
  });

  test('keeps its profile: another one is chosen for the next edition', async () => {
    await release('workshop-sheets');
    const { profileId } = await format('inch-sheets');
    await expect(chooseProfile('workshop-sheets', profileId!)).rejects.toThrow(
      'Edition 3 of “Workshop sheets” is released and keeps its profile.',
    );
    await openNextEdition('workshop-sheets');
    expect((await chooseProfile('workshop-sheets', profileId!)).profileId).toBe(profileId);
  });

  test('by two people at once is one release; what somebody typed meanwhile stays with them', async () => {
    const open = (await format('workshop-sheets')).edition;
    const both = await Promise.allSettled(
      [1, 2].map(() => releaseEdition(open.id, { version: open.version, ...plain })),
    );
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    expect(both.find((one) => one.status === 'rejected')!.reason).toMatchObject({
      status: 409,
      message: 'Edition 3 of “Workshop sheets” is released already.',
    });
    const document = { ...open.document, name: 'Late' };
    const late = { version: open.version, document, sitting: 'x'.repeat(36), words: ['Late'] };
    await expect(saveDocument(open.id, late)).rejects.toMatchObject({ status: 409, detail: { why: 'not open' } });
  });

  test('of what somebody has changed since it was reviewed is refused', async () => {
    const open = (await format('workshop-sheets')).edition;
    const document = { ...open.document, margins: { ...open.document.margins, left: 25 } };
    await saveDocument(open.id, { version: open.version, document, sitting: 'x'.repeat(36), words: ['Margin'] });
    await expect(releaseEdition(open.id, { version: open.version, ...plain })).rejects.toThrow(
      'Somebody changed edition 3 of “Workshop sheets” since you looked at it. Review it again.',
    );
  });

  test('may be for administrators alone who have not worked on the edition', async () => {
    await changeSigning(STANDARDS_DESK, { byOthers: false, releasedByOthers: true });
    const open = (await format('sketch-sheet')).edition;
    expect((await proposeRelease(open.id)).refused).toBeUndefined();
    const document = { ...open.document, margins: { ...open.document.margins, left: 25 } };
    const { version } = await saveDocument(open.id, {
      version: open.version,
      document,
      sitting: 'x'.repeat(36),
      words: ['Margin'],
    });
    const said = 'You have worked on this edition';
    expect((await proposeRelease(open.id)).refused).toContain(said);
    await expect(releaseEdition(open.id, { version, ...plain })).rejects.toThrow(said);
  });

  test('counts from its day: until then drawings are made on the one before', async () => {
    const open = (await format('workshop-sheets')).edition;
    await releaseEdition(open.id, { version: open.version, ...plain, countsFrom: '2999-01-01' });
    const { id } = await makeDrawing(pawl);
    expect((await drawing(id)).drawing.edition).toBe(2);
    await database.run("UPDATE edition_releases SET counts_from = '2026-01-01' WHERE edition_id = ?", [open.id]);
    expect((await drawing((await makeDrawing(pawl)).id)).drawing.edition).toBe(3);
  });
});

test('a server that is killed in the middle of releases leaves none half done', async () => {
  const kills = cases(8, 24);
  const { releases, troubles } = await releaseUnderKills(kills);
  expect(troubles).toEqual([]);
  expect(releases).toBeGreaterThan(kills / 2);
});

describe('editions', () => {
  test('go on with the next one, one at a time; an earlier state is gone back to in the same way', async () => {
    await expect(openNextEdition('workshop-sheets')).rejects.toThrow('Edition 3 of “Workshop sheets” is open already.');
    const [open, , first] = await editionsOf('workshop-sheets');
    await expect(giveUpEdition(first!.id)).rejects.toThrow('is released. It stays; withdraw it instead.');
    await giveUpEdition(open!.id);
    const next = await openNextEdition('workshop-sheets', first!.id);
    expect(next.number).toBe(3);
    const document = (await edition(first!.id)).edition.document;
    expect(canonicalHash((await edition(next.id)).edition.document)).toBe(canonicalHash(document));
    const sketch = (await editionsOf('sketch-sheet'))[0]!;
    await expect(giveUpEdition(sketch.id)).rejects.toThrow('It is the only edition of “Sketch sheet”.');
  });

  test('are withdrawn and restored; the last one of a default names a successor, which takes the defaults over', async () => {
    const [, second, first] = await editionsOf('workshop-sheets');
    await withdrawEdition(second!.id, {});
    expect((await drawing((await makeDrawing(pawl)).id)).drawing.edition).toBe(1);
    await expect(withdrawEdition(first!.id, {})).rejects.toThrow('Name a successor, which becomes the default.');
    await expect(withdrawEdition(first!.id, { successor: 'sketch-sheet' })).rejects.toThrow(
      '“Sketch sheet” has no released edition',
    );
    await withdrawEdition(first!.id, { successor: 'inch-sheets' });
    expect((await asDesk(editionServices.defaults)()).map(({ formatId }) => formatId)).toEqual([
      'inch-sheets',
      'inch-sheets',
    ]);
    // The open edition says why there is none to draw on.
    await giveUpEdition((await editionsOf('workshop-sheets'))[0]!.id);
    await expect(makeDrawing(pawl)).rejects.toThrow('“Workshop sheets” is withdrawn.');
    await restoreEdition(second!.id);
    expect((await asDesk(editionServices.defaults)()).map(({ formatId }) => formatId)).toEqual([
      'workshop-sheets',
      'workshop-sheets',
    ]);
    expect((await makeDrawing(pawl)).id).toBeTruthy();
    await expect(restoreEdition(second!.id)).rejects.toThrow('only a withdrawn one is restored');
  });

  test('a default that counts from a later day leaves the one before it until then', async () => {
    const { id, version } = (await format('sketch-sheet')).edition;
    const later = { ...plain, countsFrom: '2999-01-01', defaults: ['part' as const], version };
    await releaseEdition(id, later);
    const partDefault = async () =>
      (await asDesk(editionServices.defaults)()).find(({ kind }) => kind === 'part')?.formatId;
    expect(await partDefault()).toBe('workshop-sheets');
    expect((await makeDrawing(pawl)).id).toBeTruthy();
    await expect(removeFormat('sketch-sheet')).rejects.toThrow('is a default of the office');
    await database.run("UPDATE format_defaults SET counts_from = '2026-01-01' WHERE counts_from IS NOT NULL");
    expect(await partDefault()).toBe('sketch-sheet');
  });

  test('a format is deleted only when nothing uses it', async () => {
    await makeDrawing(pawl);
    await expect(removeFormat('workshop-sheets')).rejects.toThrow('a drawing is made on it');
    await changeDefault({ kind: 'part', sizeName: '', projectId: '', siteId: '', formatId: 'inch-sheets' });
    await expect(removeFormat('inch-sheets')).rejects.toThrow('is a default of the office');
    await removeFormat('sketch-sheet');
    await expect(format('sketch-sheet')).rejects.toMatchObject({ status: 404 });
    await expect(
      changeDefault({ kind: 'part', sizeName: '', projectId: '', siteId: '', formatId: 'sketch-sheet' }),
    ).rejects.toMatchObject({ status: 404 });
  });

  test('the history says who did what when, the newest first', async () => {
    const open = (await format('workshop-sheets')).edition;
    const document = { ...open.document, margins: { ...open.document.margins, left: 25 } };
    const words = ['Left margin to 25 mm'];
    await saveDocument(open.id, { version: open.version, document, sitting: 'x'.repeat(36), words });
    await release('workshop-sheets');
    const { editions, sittings } = await asDesk(editionServices.history)('workshop-sheets');
    expect(editions.map(({ number, state }) => [number, state])).toEqual([
      [3, 'released'],
      [2, 'released'],
      [1, 'released'],
    ]);
    expect(sittings.map(({ edition: of, steps }) => [of, ...steps])).toEqual([
      [3, 'Released edition 3: For the tests'],
      [3, 'Left margin to 25 mm'],
      [3, 'Filing number: column 1', 'Parts list: WEIGHT'],
      [3, 'Opened edition 3 from 2'],
    ]);
  });
});

test('every save can be undone elsewhere, and every earlier state looked at and opened as the next edition', async () => {
  const open = (await format('workshop-sheets')).edition;
  let { version } = open;
  const first = version;
  for (const left of [25, 30, 35]) {
    const margins = { ...open.document.margins, left };
    const saved = {
      version,
      document: { ...open.document, margins },
      sitting: 'x'.repeat(36),
      words: [`Left ${left}`],
    };
    ({ version } = await saveDocument(open.id, saved));
  }
  const steps = (await editionSteps(open.id)).slice(0, 3);
  expect(steps.map(({ words }) => words[0])).toEqual(['Left 35', 'Left 30', 'Left 25']);
  let { document } = (await format('workshop-sheets')).edition;
  for (const { back } of steps) document = goneBack(document, back);
  expect(canonicalHash(document)).toBe(canonicalHash(open.document));
  const state = await editionAtVersion(open.id, first + 1);
  expect(state).toMatchObject({ edition: { document: { margins: { left: 25 } }, version: first + 1 } });
  expect(state.lockedFor).toContain('earlier state');
  await expect(editionAtVersion(open.id, 99)).rejects.toThrow('Version 99 of this edition is not kept.');
  const [sitting] = (await asDesk(editionServices.history)('workshop-sheets')).sittings;
  expect(sitting!.state).toEqual({ edition: open.id, version });

  await release('workshop-sheets');
  const next = await openNextEdition('workshop-sheets', open.id, first + 2);
  expect((await edition(next.id)).edition.document.margins.left).toBe(30);
  expect(await editionSteps(next.id)).toEqual([]);
});

describe('drawings', () => {
  test('a finished one prints what it printed: the model, the office and its format may change', async () => {
    const { id } = await makeDrawing(pawl);
    await changeDrawing(id, { version: 1, state: 'finished', finishReason: 'First issue' });
    const svg = async () => Buffer.from((await exportDrawing(id, { kind: 'svg', asItIs: true })).content).toString();
    const before = await svg();
    const [{ document }] = (await database.query<{ document: string }>(
      "SELECT document FROM specimens WHERE id = 'pawl'",
    )) as [{ document: string }];
    const specimen = (typeof document === 'string' ? JSON.parse(document) : document) as {
      values: Record<string, unknown>;
    };
    await changeSpecimen({ ...specimen, values: { ...specimen.values, Title: 'OTHER THING' } }, 1);
    await changeEverything();
    expect(await svg()).toBe(before);
    expect((await drawing(id)).frozen?.sheets).toHaveLength(1);
    await database.run(
      `UPDATE snapshots SET content = REPLACE(content, 'PAWL', 'PAUL') WHERE hash = (SELECT frozen FROM drawings WHERE id = ?)`,
      [id],
    );
    await expect(svg()).rejects.toThrow(/Drawing KD-00001 is damaged: what it printed has been changed since/);
  });

  test('are tried on an open edition: marked, without a number, gone when it is released', async () => {
    const { id } = await makeDrawing({ ...pawl, formatId: 'sketch-sheet', sizeId: 'custom-1', trial: true });
    const { drawing: made } = await drawing(id);
    expect(made).toMatchObject({ number: '', edition: 1, state: 'in work' });
    const exported = await exportDrawing(id, { kind: 'svg', asItIs: true });
    expect(Buffer.from(exported.content).toString()).toContain('>TRIAL<');
    expect(exported.name).toBe('Trial-drawing-PAWL.svg');
    const end = { version: 1, state: 'finished', finishReason: 'To see' } as const;
    await expect(changeDrawing(id, end)).rejects.toThrow('A trial drawing is not finished');
    const numbered = await makeDrawing(pawl);
    expect((await drawing(numbered.id)).drawing.number).toBe('KD-00001');
    expect((await proposeRelease((await format('sketch-sheet')).edition.id)).trials).toBe(1);
    await release('sketch-sheet');
    await expect(drawing(id)).rejects.toMatchObject({ status: 404 });
    expect(await count('drawings')).toBe(1);
    await expect(makeDrawing({ ...pawl, formatId: 'sketch-sheet', sizeId: 'custom-1', trial: true })).rejects.toThrow(
      '“Sketch sheet” has no open edition.',
    );
    const drafter = { ...STANDARDS_DESK, role: 'drafter' as const };
    await expect(drawingServices.makeDrawing(drafter, { ...pawl, trial: true })).rejects.toMatchObject({ status: 403 });
  });

  test('are made for a project and a site, which are there', async () => {
    const [project] = await placesOf(database, 'project');
    const [site] = await placesOf(database, 'organisation');
    const { id } = await makeDrawing({ ...pawl, projectId: project!.id, siteId: site!.id });
    expect((await drawing(id)).drawing).toMatchObject({ projectId: project!.id, siteId: site!.id });
    await expect(makeDrawing({ ...pawl, projectId: site!.id })).rejects.toThrow('That project is not there.');
    await expect(makeDrawing({ ...pawl, siteId: project!.id })).rejects.toThrow('That site is not there.');
  });

  test('are made on released editions only', async () => {
    await expect(makeDrawing({ ...pawl, formatId: 'sketch-sheet' })).rejects.toThrow(
      '“Sketch sheet” has no released edition yet.',
    );
  });

  test('that were made on open editions have those released by the migration, and frozen at the start', async () => {
    const { id } = await makeDrawing(pawl);
    const before = await exportDrawing(id, { kind: 'svg', asItIs: true });
    const released = (await drawing(id)).drawing.editionId;
    await database.run('DELETE FROM edition_releases WHERE edition_id = ?', [released]);
    await expect(drawing(id)).rejects.toThrow('there is no record of its release');
    expect(await freezeWhatIsUsed()).toBe(1);
    expect(await freezeWhatIsUsed()).toBe(0);
    expect(await exportDrawing(id, { kind: 'svg', asItIs: true })).toEqual(before);
  });
});

test('what is kept of a snapshot is a sound document and a book', async () => {
  const frozen = (await frozenOf(database, (await findEdition(database, (await release('sketch-sheet')).id))!))!;
  expect(FormatDocument.safeParse(frozen.document).success).toBe(true);
  expect(frozen.profile.rules ?? standardBook('ISO')).toMatchObject({ name: expect.any(String) });
});
