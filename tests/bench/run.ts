/**
 * `npm run bench`: medians of what has a speed to hold, each with a ratio to plain work of the same kind, which stays
 * comparable on a noisy machine. Prints a table; tests nothing.
 */
import { touchedBy } from '@/core/annotation/altered';
import { specimenDrawing } from '@/core/annotation/specimen-drawing';
import { KINDS } from '@/core/findings/finding';
import { profileFacts } from '@/core/profile/printed';
import { emptyBook } from '@/core/rules/standard-book';
import { SETTINGS } from '@/core/profile/settings';
import PDFDocument from 'pdfkit';
import { Bench } from 'tinybench';
import { type Standing, foresee } from '../../src/core/drawing/foreseeing';
import { move } from '../../src/core/drawing/moving';
import { planDrawing } from '../../src/core/drawing/sheets';
import { writePdf } from '../../src/core/exchange/pdf';
import { fontsUsed } from '../../src/core/exchange/svg';
import { measureLine } from '../../src/core/lettering/setting';
import type { Facts } from '../../src/core/property/facts';
import type { Values } from '../../src/core/property/value';
import { compose } from '../../src/core/scene/compose';
import { composePlanned, planSheets } from '../../src/core/scene/planning';
import type { Scene } from '../../src/core/scene/scene';
import { Prover } from '../../src/core/specimen/proving';
import { readModelFiles } from '../../src/core/specimen/reading-files';
import { fontFile } from '../../src/server/fonts';
import { filesWith } from '../core/fonts';
import { demoFacts, demoModels, demoPackage, demoResources, demoSheet } from '../core/demo';
import { manySpecimens } from './many-specimens';

const workshop = demoPackage('workshop-sheets');
const resources = demoResources(workshop);
const request = (sizeId: string) => ({ sizeId, sheet: { number: 1, total: 1, scale: '1:2' }, show: 'values' as const });
const A3 = 'iso-a3-landscape';
const facts = demoFacts(workshop, 'drum-barrel', '316L');
const sheet = demoSheet(workshop, A3, { specimen: 'drum-barrel', variant: '316L' });
const strings = sheet.report.cells.flatMap((cell) => [cell.caption, ...cell.text.split('\n')]).filter(Boolean);

async function median(name: string, work: () => unknown): Promise<number> {
  const bench = new Bench({ time: 800, warmupTime: 200 }).add(name, async () => void (await work()));
  await bench.run();
  const result = bench.tasks[0]!.result;
  if (!('latency' in result)) throw new Error(`${name} did not run`);
  return result.latency.p50;
}

const row = (what: string, ms: number, target: string, ratio = '') =>
  console.log(`${what.padEnd(58)} ${ms.toFixed(ms < 1 ? 3 : 2).padStart(9)} ms   ${ratio.padEnd(30)} target ${target}`);

const composing = await median('compose', () => compose(workshop.format, request(A3), facts, resources));
const measuring = await median('measure', () =>
  strings.map((text) => measureLine(text, 'osifont', 2.5, resources.fonts)),
);
row('measuring the demo A3’s strings alone', measuring, '–');
row(
  'composing the demo A3 with every fit',
  composing,
  '≤ 2 ms, ≤ 6 ×',
  `${(composing / measuring).toFixed(1)} × measuring`,
);

const specimens = ['drum-barrel', 'guard', 'fairlead-roller', 'recovery-winch'].map((id) => demoFacts(workshop, id));
const proofs = await median('proofs', () => {
  for (const { id } of workshop.format.sizes)
    for (const filled of specimens) compose(workshop.format, request(id), filled, resources);
});
row(
  'composing all proofs, 5 sizes × 4 specimens',
  proofs,
  '≤ 60 ms',
  `${(proofs / composing / 20).toFixed(2)} × 20 A3 sheets`,
);

const changed = profileFacts({
  ...workshop.profile,
  document: { ...workshop.profile.document, numbers: { ...workshop.profile.document.numbers, mark: '.' } },
});
const following = await median('proofs after a change of the profile', () => {
  for (const { id } of workshop.format.sizes)
    for (const filled of specimens) compose(workshop.format, request(id), { ...filled, ...changed }, resources);
});
row(
  'the same after a change of the profile',
  following,
  '≤ 60 ms',
  `${(following / proofs).toFixed(2)} × the proofs before it`,
);

const everyCheck = {
  name: 'Every check',
  document: {
    ...emptyBook('iso'),
    changes: Object.fromEntries(Object.keys(KINDS).map((code) => [code, { weight: 'note' as const, why: 'Bench' }])),
    house: Array.from({ length: 50 }, (_, i) => ({
      id: `c${i}`,
      name: `Check ${i}`,
      weight: 'note' as const,
      property: 'material',
      of: 'both' as const,
      demand: { kind: 'has the form' as const, pattern: '.*(EN|ISO) ?[0-9].*' },
      why: '',
    })),
  },
};
const byEveryCheck = await median('all proofs by a book with every check on', () => {
  for (const { id } of workshop.format.sizes)
    for (const filled of specimens) compose(workshop.format, request(id), { ...filled, rules: everyCheck }, resources);
});
row(
  'the same by a book with every check on and 50 of the house',
  byEveryCheck,
  '≤ 1.3 ×',
  `${(byEveryCheck / proofs).toFixed(2)} × the proofs by the house's book`,
);

const specimen = await median('specimen drawing', () => specimenDrawing(workshop.profile.document, resources.fonts));
row(
  'the specimen drawing of a profile',
  specimen,
  '≤ 8 ms',
  `${(specimen / composing).toFixed(1)} × composing the demo A3`,
);
const hand = SETTINGS.get('dimensionLines.gap')!;
const marking = await median('marking a setting', () =>
  touchedBy(workshop.profile.document, hand, resources.fonts, 'A3'),
);
row('marking what a setting has a hand in', marking, '≤ 25 ms', `${(marking / specimen).toFixed(1)} × the drawing`);

const models = manySpecimens(1000);
const prover = new Prover({
  document: workshop.format,
  facts: demoFacts(workshop),
  scale: '1:2',
  resources,
  models: demoModels(workshop, { specimens: models }),
});
const proving = once(() => models.forEach((model) => void prover.prove(model)));
const made = 1000 * workshop.format.sizes.length;
row(
  'proving 1,000 specimens on 5 sizes',
  proving,
  '–',
  `${Math.round((1000 * made) / proving)} a second, ${(proving / composing / made).toFixed(2)} × as many A3 sheets`,
);

const csv = Buffer.from(
  [
    'Model,P/N,Title,Material,Finish,WT',
    ...manySpecimens(50_000).map(({ name, values }) => csvLine(name, values)),
  ].join('\n'),
);
const start = performance.now();
const read = await readModelFiles([{ name: 'many.csv', bytes: csv }], workshop.properties);
if (!read.ok || read.models.length !== 50_000) throw new Error('the table was not read');
const splitting = once(() =>
  csv
    .toString()
    .split('\n')
    .map((line) => line.split(',')),
);
const reading = performance.now() - start - splitting;
row(
  'reading 50,000 specimens from CSV',
  reading,
  '≤ 60 s',
  `${(reading / splitting).toFixed(1)} × splitting its lines`,
);

const files = filesWith();
const pdf = await median('pdf', () => writePdf([sheet], files, { title: 'Bench', date: '2026-06-02' }));
const flat = await median('flat pdf', () => flatPdf([sheet.scene]));
row('pdfkit writing the same primitives from a flat list', flat, '–');
row('writing the sheet to PDF', pdf, '≤ 1.5 ×', `${(pdf / flat).toFixed(2)} × the flat list`);

// A drawing of 30 sheets: an assembly of 500 parts, its list on as many A2 sheets as it needs, and parts on the others.
const A2 = 'iso-a2-landscape';
const assembly = demoFacts(workshop, 'recovery-winch', '316L');
const [like] = Object.values(assembly.parts!)[0]!.rows;
const list = Array.from({ length: 500 }, (_, i) => ({
  ...like!,
  name: `item ${i + 1}`,
  values: { ...like!.values, Item: String(i + 1), Quantity: (i % 7) + 1 },
}));
const parts = { 'components by part-number': { rows: list, withoutNumber: [] } };
const given = (facts: Facts) => ({ document: workshop.format, sizeId: A2, scale: '1:2', facts });
const whole = planSheets([given({ ...assembly, parts })], resources);
const others = Array.from({ length: 30 - whole.length }, () => given(facts));
const drawn = () => {
  const planned = planSheets([given({ ...assembly, parts }), ...others], resources);
  return planned.map(({ document, sizeId, facts: filled, place }) => {
    const made = compose(document, { sizeId, sheet: place, show: 'values' }, filled, resources);
    if (!made.ok) throw new Error(made.reason);
    return { scene: made.scene, name: `Sheet ${place.number}` };
  });
};
const pages = drawn();
if (pages.length !== 30) throw new Error(`${pages.length} sheets, not 30`);
const composingAll = await median('30 sheets', drawn);
const texts = (scene: Scene) => scene.primitives.filter(({ kind }) => kind === 'text').length;
const perText = composing / texts(sheet.scene);
row(
  '30 sheets with a parts list of 500: plan and compose',
  composingAll,
  '–',
  `${(composingAll / pages.reduce((sum, { scene }) => sum + texts(scene), 0) / perText).toFixed(2)} × the A3 for each text`,
);
const allPdf = await median('30 pages', () => writePdf(pages, files, { title: 'Bench', date: '2026-06-02' }));
const allFlat = await median('30 flat pages', () => flatPdf(pages.map(({ scene }) => scene)));
row('the 30 sheets to one PDF', allPdf, '≤ 1.5 ×', `${(allPdf / allFlat).toFixed(2)} × the flat list`);

// A drawing is moved to the next edition: foreseen, against composing its sheets once.
const moving = {
  number: 'KD-00001',
  editionId: 'one',
  specimen: 'recovery-winch',
  variant: '316L',
  sizeId: workshop.format.mainSize,
  profileId: 'house',
  profileRevision: null,
  answers: { 'document-type': 'Assembly drawing', language: 'en' },
  overruled: {},
  items: {},
  revisions: [],
  signatures: [],
  aside: [],
  sheets: [{ id: 'first', name: '' }],
};
const editions = new Map([
  ['one', workshop.format],
  ['two', { ...workshop.format, asked: workshop.format.asked.filter(({ key }) => key !== 'language') }],
]);
const atHand = demoModels(workshop);
const standing = (drawing: typeof moving): Standing => {
  const document = editions.get(drawing.editionId)!;
  const { model: _, variant: __, ...surroundings } = facts;
  const { document: profile } = workshop.profile;
  const sources = { document, others: editions, facts: surroundings, scale: '1:2', models: atHand, profile };
  return { drawing, documents: [document], sources, resources };
};
const composingDrawing = await median('a drawing', () => {
  const { drawing, sources } = standing(moving);
  return planDrawing(drawing, sources, resources).map((one) => composePlanned(one, resources));
});
const foreseeing = await median('a move', () => {
  const world = { formats: editions, called: (id: string) => id, models: atHand };
  const outcome = move(moving, { edition: 'two' }, {}, world);
  if (!outcome.ok) throw new Error(outcome.reason);
  return foresee(standing(moving), standing(outcome.drawing as typeof moving), outcome);
});
row(
  'foreseeing a move of a drawing',
  foreseeing,
  '≤ 3 ×',
  `${(foreseeing / composingDrawing).toFixed(2)} × composing it`,
);

/** One run's time, ms. */
function once(work: () => unknown): number {
  const begun = performance.now();
  work();
  return performance.now() - begun;
}

function csvLine(name: string, values: Values): string {
  const cells = [name, values['Part number'], values.Title, values.Material, values.Finish, '2.5 kg'];
  return cells.map((cell) => `"${String(cell)}"`).join(',');
}

/** The least that pdfkit has to do for the same pages: no dashes, turns or slants asked for. */
async function flatPdf(scenes: readonly Scene[]): Promise<void> {
  const k = 72 / 25.4;
  const document = new PDFDocument({ autoFirstPage: false });
  document.on('data', () => undefined);
  const done = new Promise((resolve) => document.on('end', resolve));
  const fonts = new Set(scenes.flatMap((scene) => [...fontsUsed(scene)]));
  for (const font of fonts) document.registerFont(font, Buffer.from(fontFile(font)));
  for (const scene of scenes) flatPage(document, scene, k);
  document.end();
  await done;
}

function flatPage(document: InstanceType<typeof PDFDocument>, scene: Scene, k: number): void {
  document.addPage({ size: [scene.width * k, scene.height * k], margin: 0 });
  for (const one of scene.primitives) {
    if (one.kind === 'text') {
      document.save().translate(one.x * k, (scene.height - one.y) * k);
      document
        .font(one.font)
        .fontSize(one.emSize * k)
        .fillColor(one.ink)
        .text(one.text, 0, 0, { lineBreak: false, baseline: 'alphabetic' })
        .restore();
    } else if (one.kind === 'line') {
      document
        .moveTo(one.from.x * k, (scene.height - one.from.y) * k)
        .lineTo(one.to.x * k, (scene.height - one.to.y) * k)
        .lineWidth(one.width * k)
        .stroke(one.ink);
    } else if (one.kind === 'arc') {
      document
        .circle(one.centre.x * k, (scene.height - one.centre.y) * k, one.radius * k)
        .lineWidth(one.width * k)
        .stroke(one.ink);
    } else if (one.kind === 'outline' || one.kind === 'fill') {
      document.polygon(...one.points.map((point): [number, number] => [point.x * k, (scene.height - point.y) * k]));
      if (one.kind === 'fill') document.fill(one.ink);
      else document.lineWidth(one.width * k).stroke(one.ink);
    }
  }
}
