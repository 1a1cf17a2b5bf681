import { createHash, randomUUID } from 'node:crypto';
import { readFile, readdir } from 'node:fs/promises';
import { NumberingRule } from '../core/drawing/numbering';
import { picturesFiles, picturesIn, readPackage } from '../core/exchange/package';
import { canonicalHash } from '../core/format/canonical';
import { differences } from '../core/format/comparing/differences';
import type { FormatDocument } from '../core/format/document';
import { wayBack } from '../core/format/going-back';
import { Step, applyStep } from '../core/format/steps/step';
import { Person } from '../core/office/person';
import { ProfileDocument } from '../core/profile/document';
import type { NamedProfile } from '../core/profile/printed';
import { PropertyDefinition } from '../core/property/definition';
import { ModelKind } from '../core/property/facts';
import { NamedBook } from '../core/rules/document';
import { Material } from '../core/specimen/material';
import { type Specimen, readSpecimen } from '../core/specimen/specimen';
import { z } from 'zod';
import { REVISION_ROW, signables } from '../core/drawing/signing';
import { Signing } from '../contract/accounts';
import { Answers } from '../core/drawing/drawing';
import { DrawingScale, DrawingSheets } from '../core/drawing/sheets';
import { RevisionRow } from '../core/revision/rows';
import { RevisionScheme } from '../core/revision/scheme';
import { STANDARDS_DESK } from './actor';
import { type Database, database, transaction } from './database';
import { keepDefault } from './repositories/format-defaults';
import { noteChange } from './repositories/audit';
import { keepStep } from './repositories/edition-steps';
import { insertEdition, insertFormat, replaceDocument, setAbout } from './repositories/formats';
import { insertMaterial } from './repositories/materials';
import { findSetting, keepSetting } from './repositories/office-settings';
import { keepNumbering } from './repositories/numbering';
import { keepPicture } from './repositories/pictures';
import { insertPerson } from './repositories/people';
import { insertProfile, insertRevision } from './repositories/profiles';
import { insertProperty } from './repositories/properties';
import { insertBook } from './repositories/rule-books';
import { keepShape } from './repositories/shapes';
import { insertStarter, insertStarterEdition, keepStarterDefault, moveStarterEdition } from './repositories/starters';
import { readStarter } from '../core/starter/starter';
import { insertSpecimens } from './repositories/specimens';
import { type ValuePlace, insertValuePlace } from './repositories/value-places';
import { seedProjections } from './demo-projections';
import { changeDrawing, makeDrawing, reviseDrawing } from './services/drawings';
import { drawing } from './services/open-drawing';
import { signDrawing } from './services/signatures';
import { keepUses } from './services/property-uses';
import { freezeAsItStands } from './services/releasing';
import { keepModels } from './services/kept-of-models';
import { noteFilled } from './kept-tables';
import { keepTimeZone } from './services/today';

const OfficeFile = z.object({
  properties: z.array(PropertyDefinition),
  people: z.array(Person.omit({ id: true, left: true })),
  materials: z.array(Material),
  numbering: NumberingRule,
  revisions: RevisionScheme,
  signing: Signing,
  timeZone: z.string(),
});

/** The formats in the order of the shelf. */
const FORMATS = ['workshop-sheets', 'inch-sheets', 'sketch-sheet'];

/**
 * Fills an empty database with the Kelvarra scenario from the open files in `folder`.
 * @returns false when there is data already: nothing was written
 * @throws when a file is not valid
 */
export async function seed(folder: string): Promise<boolean> {
  return transaction(async (db) => {
    const [{ accounts }] = (await db.query<{ accounts: number }>('SELECT COUNT(*) AS accounts FROM accounts')) as [
      { accounts: number },
    ];
    if (Number(accounts) > 0) return false;
    await db.run("INSERT INTO accounts (id, name, role) VALUES (?, ?, 'administrator')", [
      STANDARDS_DESK.account,
      STANDARDS_DESK.name,
    ]);
    const office = OfficeFile.parse(await json(`${folder}/office.json`));
    for (const property of office.properties) await insertProperty(db, property);
    for (const person of office.people) await insertPerson(db, { ...person, id: randomUUID(), left: false });
    for (const material of office.materials) await insertMaterial(db, material);
    await keepNumbering(db, 'drawings', office.numbering);
    await keepSetting(db, 'revision-scheme', office.revisions);
    await keepSetting(db, 'signing', office.signing);
    await keepTimeZone(db, office.timeZone);
    const specimens: Specimen[] = [];
    for (const file of (await readdir(`${folder}/specimens`)).sort()) {
      const read = readSpecimen(await json(`${folder}/specimens/${file}`));
      if (!read.ok) throw new Error(`${file}: ${read.reason}`);
      specimens.push(read.specimen);
    }
    await insertSpecimens(db, specimens);
    await keepModels(db, STANDARDS_DESK, specimens, office);
    for (const file of await readdir(`${folder}/models`)) {
      const bytes = await readFile(`${folder}/models/${file}`);
      await keepShape(db, createHash('sha256').update(bytes).digest('hex'), file, bytes);
    }
    const placeOf = placeKeeper(db);
    const profileOf = profileKeeper(db);
    for (const file of (await readdir(`${folder}/rules`)).sort())
      await insertBook(db, BookFile.parse(await json(`${folder}/rules/${file}`)));
    for (const file of (await readdir(`${folder}/profiles`)).sort())
      await profileOf(ProfileFile.parse(await json(`${folder}/profiles/${file}`)));
    const editions = EditionsFile.parse(await json(`${folder}/editions.json`));
    for (const name of FORMATS)
      await seedFormat(db, `${folder}/formats/${name}.json`, placeOf, profileOf, office.properties, editions);
    await seedStarters(db, `${folder}/starters`);
    await seedProjections(db, folder);
    await noteFilled(db);
    await keepSetting(db, DRAWINGS_TO_MAKE, true);
    return true;
  });
}

/** Which of the scenario's starters is the default one of parts and assemblies. */
const USUAL_STARTER = 'workshop-drawings';

/** The scenario's starters, released. */
async function seedStarters(db: Database, folder: string): Promise<void> {
  for (const file of (await readdir(folder)).sort()) {
    const read = readStarter(await json(`${folder}/${file}`));
    if (!read.ok) throw new Error(`${file}: ${read.reason}`);
    const [id, edition] = [randomUUID(), randomUUID()];
    await insertStarter(db, id, STANDARDS_DESK);
    await insertStarterEdition(db, id, { id: edition, number: 1, document: read.starter }, STANDARDS_DESK);
    await moveStarterEdition(db, edition, { from: ['open'], to: 'released', note: 'First edition' });
    if (file === `${USUAL_STARTER}.json`)
      for (const kind of ['part', 'assembly'] as const) await keepStarterDefault(db, kind, id);
  }
}

const DrawingsFile = z.array(
  z.object({
    format: z.string(),
    size: z.string(),
    scale: DrawingScale,
    model: z.string(),
    variant: z.string().optional(),
    answers: Answers,
    overruled: Answers.optional(),
    revisions: z.array(RevisionRow).optional(),
    sheets: DrawingSheets.optional(),
    state: z.literal('finished').optional(),
  }),
);

/** What the shelf says of the formats, and their released editions: each as steps that lead to it from the format's file, which is the open one. */
const EditionsFile = z.array(
  z.object({
    format: z.string(),
    description: z.string(),
    category: z.string(),
    tags: z.array(z.string()),
    defaultFor: z.array(ModelKind).optional(),
    editions: z.array(z.object({ note: z.string(), countsFrom: z.iso.date(), steps: z.array(Step) })),
  }),
);

/** Set while the scenario's drawings are still to be made. */
const DRAWINGS_TO_MAKE = 'demo-drawings-to-make';

/** Makes the scenario's drawings where that has not been done to its end; what an earlier start left half made is made anew. */
export async function finishSeeding(folder: string): Promise<void> {
  if ((await findSetting(database, DRAWINGS_TO_MAKE)) !== true) return;
  const { numbering } = OfficeFile.parse(await json(`${folder}/office.json`));
  await transaction(async (db) => {
    await db.run('DELETE FROM drawings');
    await keepNumbering(db, 'drawings', numbering);
  });
  await seedDrawings(folder);
  await keepSetting(database, DRAWINGS_TO_MAKE, false);
}

/** Makes the scenario's drawings, as somebody would who answers what is asked and records what was signed on paper. */
export async function seedDrawings(folder: string): Promise<void> {
  for (const given of DrawingsFile.parse(await json(`${folder}/drawings.json`))) {
    const { id } = await makeDrawing(STANDARDS_DESK, {
      formatId: given.format,
      specimen: given.model,
      variant: given.variant,
      sizeId: given.size,
      scale: given.scale,
    });
    const { drawing: made, formats } = await drawing(id);
    const documents = formats.map(({ edition }) => edition.document);
    const isSigned = (key: string) => signables(documents, made).some(({ of }) => of === key);
    const typed = Object.entries(given.answers).filter(([key]) => !isSigned(key));
    let { version } = await changeDrawing(STANDARDS_DESK, id, {
      version: made.version,
      answers: { ...made.answers, ...Object.fromEntries(typed) },
      overruled: given.overruled,
      sheets: given.sheets,
    });
    const sign = async (of: string, onPaper: string) =>
      ({ version } = await signDrawing(STANDARDS_DESK, id, { version, of, onPaper }));
    for (const { approvedBy, ...add } of given.revisions ?? []) {
      ({ version } = await reviseDrawing(STANDARDS_DESK, id, { version, revising: { add } }));
      if (approvedBy) await sign(REVISION_ROW, approvedBy);
    }
    for (const [key, name] of Object.entries(given.answers)) if (isSigned(key)) await sign(key, String(name));
    if (given.state) await changeDrawing(STANDARDS_DESK, id, { version, state: given.state });
  }
}

type PlaceKeeper = (source: ValuePlace['source'], place: Pick<ValuePlace, 'name' | 'values'>) => Promise<string>;

/** Inserts each place of values once, however many formats name it. */
function placeKeeper(db: Database): PlaceKeeper {
  const known = new Map<string, string>();
  return async (source, { name, values }) => {
    const key = `${source} ${canonicalHash({ name, values })}`;
    let id = known.get(key);
    if (!id) {
      id = randomUUID();
      known.set(key, id);
      const isDefault =
        source === 'organisation' && ![...known.keys()].some((one) => one !== key && one.startsWith('organisation'));
      await insertValuePlace(db, { id, source, name, values, isDefault });
    }
    return id;
  };
}

const BookFile = NamedBook.extend({ id: z.string() });

const ProfileFile = z.object({ name: z.string(), document: ProfileDocument });
type ProfileKeeper = (profile: NamedProfile) => Promise<string>;

/** Inserts each profile once, released, however many formats name it. */
function profileKeeper(db: Database): ProfileKeeper {
  const known = new Map<string, string>();
  return async ({ name, document }) => {
    const key = canonicalHash({ name, document });
    let id = known.get(key);
    if (!id) {
      id = randomUUID();
      known.set(key, id);
      await insertProfile(db, { id, name, document });
      await insertRevision(db, id, { number: 1, document, why: 'First release', who: STANDARDS_DESK.name });
    }
    return id;
  };
}

async function seedFormat(
  db: Database,
  file: string,
  placeOf: PlaceKeeper,
  profileOf: ProfileKeeper,
  properties: readonly PropertyDefinition[],
  editionsOf: z.infer<typeof EditionsFile>,
): Promise<void> {
  const read = readPackage(await json(file));
  if (!read.ok) throw new Error(`${file}: ${read.reason}`);
  const { format, organisation, project, profile, sample } = read.package;
  const files = picturesFiles(read.package);
  for (const [hash, picture] of picturesIn(read.package)) await keepPicture(db, hash, 'demo', picture, files.get(hash));
  await placeOf('organisation', organisation);
  await insertFormat(db, {
    madeBy: STANDARDS_DESK.account,
    id: format.id,
    name: format.name,
    profileId: await profileOf(profile),
    projectId: await placeOf('project', project),
    sampleId: await placeOf('drawing', sample.drawing),
    settings: {
      today: sample.today,
      scale: sample.scale,
      ...(sample.revisions && { revisions: sample.revisions }),
    },
  });
  const { editions, defaultFor, ...about } = editionsOf.find((one) => one.format === format.id)!;
  await setAbout(db, format.id, about);
  let released: FormatDocument | undefined;
  for (const [i, { steps, note, countsFrom }] of editions.entries()) {
    released = steps.reduce((document, step) => stepped(document, step), format);
    const id = await openedEdition(db, i + 1, released, properties);
    const releasedAt = new Date(`${countsFrom}T09:00:00Z`);
    await freezeAsItStands(db, id, { note, countsFrom, releasedAt, releasedBy: STANDARDS_DESK.name });
  }
  const number = editions.length + 1;
  const id = await openedEdition(db, number, released ?? format, properties);
  if (released) await workedOn(db, { id, number, from: released, to: format }, properties);
  for (const kind of defaultFor ?? [])
    await keepDefault(db, { kind, sizeName: '', projectId: '', siteId: '', formatId: format.id });
}

/** An open edition of a format. */
async function openedEdition(
  db: Database,
  number: number,
  document: FormatDocument,
  properties: readonly PropertyDefinition[],
): Promise<string> {
  const [id, hash] = [randomUUID(), canonicalHash(document)];
  await insertEdition(
    db,
    { id, formatId: document.id, number, state: 'open', document, hash, version: 1, successor: null },
    STANDARDS_DESK,
  );
  await keepUses(db, id, document, properties);
  return id;
}

/** What was done to an open edition in one sitting since it was opened from the one before. */
async function workedOn(
  db: Database,
  { id, number, from, to }: { id: string; number: number; from: FormatDocument; to: FormatDocument },
  properties: readonly PropertyDefinition[],
): Promise<void> {
  const subject = `format ${to.id}, edition ${number}`;
  const opened = [`Opened edition ${number} from ${number - 1}`];
  await noteChange(db, STANDARDS_DESK, { subject, sitting: randomUUID(), words: opened });
  const names = new Map(properties.map((property) => [property.id, property.name]));
  const words = differences(from, to, from, (one) => names.get(one)).map((one) => one.words);
  if (words.length === 0) return;
  const sitting = randomUUID();
  await replaceDocument(db, id, 1, to, canonicalHash(to), STANDARDS_DESK);
  await keepStep(db, STANDARDS_DESK, { editionId: id, version: 2, sitting, words, back: wayBack(to, from) });
  await keepUses(db, id, to, properties);
  await noteChange(db, STANDARDS_DESK, { subject, sitting, words });
}

function stepped(document: FormatDocument, step: Step): FormatDocument {
  const done = applyStep(document, step);
  if (!done.ok) throw new Error(`editions.json: ${done.reason}`);
  return done.document;
}

async function json(path: string): Promise<unknown> {
  return JSON.parse(await readFile(path, 'utf8'));
}
