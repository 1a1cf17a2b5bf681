import fc from 'fast-check';
import { writePdf } from '@/core/exchange/pdf';
import type { Cell, FormatDocument, Place } from '@/core/format/document';
import type { FitStep, Lettering } from '@/core/lettering/style';
import { compose } from '@/core/scene/compose';
import { type Lot, TEXTS, cases, seeded, seeds } from '../generated';
import { demoFacts, demoPackage, demoResources } from '../demo';
import { filesWith } from '../fonts';
import { type Ink, readPdfInk } from '../exchange/readers';

const workshop = demoPackage('workshop-sheets');
const resources = demoResources(workshop);

const COLUMNS = 25;
/** How many cells a sheet has at most. */
const CELLS = cases(500, 1250);

/** A sheet of cells of all sizes, one a seed, each with a text and many with a caption, lettered, placed and fitted in every way. */
function sheetOfTexts(seeds: readonly number[]): FormatDocument {
  const { format } = workshop;
  const [style] = format.letterings;
  const place = (lot: Lot, ups: readonly Place['up'][]): Place => ({
    across: lot.of(['left', 'centre', 'right'] as const),
    up: lot.of(ups),
    inset: { x: lot.of([0, 0.5, 1, 1.5]), y: lot.of([0, 0.5, 1, 1.5]) },
  });
  const lettering = (lot: Lot): Partial<Lettering> => ({
    font: lot.of(['osifont', 'routed-gothic', 'routed-gothic-wide', 'dejavu-sans', 'dejavu-sans-mono']),
    height: lot.of([1.8, 2.5, 3.5, 5]),
    slantDeg: lot.of([0, 0, 15, 30]),
    weight: lot.of(['regular', 'regular', 'bold'] as const),
    letterWidth: lot.of([1, 1, 0.8, 1.3]),
    lineDistance: lot.of([1, 1.4, 1.6]),
    case: lot.of(['as written', 'as written', 'upper', 'lower'] as const),
  });
  const plan = (lot: Lot): FitStep[] =>
    [
      { kind: 'squeeze', least: 0.6 } as const,
      { kind: 'wrap', lines: 3 } as const,
      { kind: 'step down', least: 1.8 } as const,
    ].filter(() => lot.is(0.5));
  const captions = (['captions', 'lean captions'] as const).map((id, i) => ({
    ...style!, id, name: id, height: 1.8, slantDeg: i * 15,
  })); // prettier-ignore
  const track = (id: string, lot: Lot, least: number, most: number) => ({
    id,
    size: Math.round((least + lot.next() * (most - least)) * 10) / 10,
  });
  const rows = Math.ceil(seeds.length / COLUMNS);
  const cells = Array.from({ length: COLUMNS * rows }, (_, i): Cell => {
    const lot = seeded(seeds[i] ?? 0);
    return {
      id: `cell-${i}`,
      column: i % COLUMNS, row: Math.floor(i / COLUMNS), columnSpan: 1, rowSpan: 1,
      contents: i < seeds.length ? [{ parts: [{ kind: 'fixed', text: lot.of(TEXTS) }] }] : [],
      lettering: style!.id,
      override: lettering(lot),
      place: place(lot, ['top', 'middle', 'base', 'bottom']),
      turn: lot.of([0, 0, 0, 90, 270] as const),
      fit: plan(lot),
      ...(lot.is(0.6) && {
        caption: {
          text: lot.of(['Größe jg', 'ÉTAGE', 'Ağırlık', 'Mass']),
          lettering: lot.of(captions).id,
          place: place(lot, ['top', 'top', 'middle', 'base', 'bottom']),
        },
      }),
    };
  }); // prettier-ignore
  const [like] = format.blocks;
  return {
    ...format,
    letterings: [...format.letterings, ...captions],
    blocks: [{
      ...like!,
      condition: {}, grow: undefined, exceptions: undefined,
      columns: Array.from({ length: COLUMNS }, (_, i) => track(`column-${i}`, seeded(i), 12, 70)),
      rows: Array.from({ length: rows }, (_, i) => track(`row-${i}`, seeded(1000 + i), 4, 26)),
      cells,
    }],
  } as unknown as FormatDocument; // prettier-ignore
}

const meet = (a: Ink, b: Ink) =>
  Math.min(a.right, b.right) - Math.max(a.left, b.left) > TOLERANCE &&
  Math.min(a.top, b.top) - Math.max(a.bottom, b.bottom) > TOLERANCE;
const union = (a: Ink, b: Ink): Ink => ({
  left: Math.min(a.left, b.left),
  right: Math.max(a.right, b.right),
  bottom: Math.min(a.bottom, b.bottom),
  top: Math.max(a.top, b.top),
});
/** The third decimal of a PDF's numbers, in mm, summed over a run. */
const TOLERANCE = 0.01;

/** What is wrong on a sheet of texts, and how many of its texts fit. */
async function looked(document: FormatDocument): Promise<{ faults: string[]; fitting: number }> {
  const request = {
    sizeId: 'iso-a0-landscape',
    sheet: { number: 1, total: 1, scale: '1:1' },
    show: 'values',
  } as const;
  const composed = compose(document, request, demoFacts(workshop, 'pawl', '316L'), resources);
  if (!composed.ok) throw new Error(composed.reason);
  const details = { title: 'Ink', date: '2026-06-02' };
  const printed = readPdfInk(await writePdf([{ scene: composed.scene }], filesWith(), details));
  const runs = composed.scene.primitives.filter((primitive) => primitive.kind === 'text');
  expect(printed).toHaveLength(runs.length);
  const ofCells = new Map<string, { captions: Ink[]; lines: Map<string, Ink> }>();
  let line = '';
  runs.forEach(({ source, layer, text, x, y, turn }, i) => {
    const { ink } = printed[i]!;
    if (!ink) return;
    let of = ofCells.get(source);
    if (!of) ofCells.set(source, (of = { captions: [], lines: new Map() }));
    // A mark belongs to the line of its letter, however high it stands.
    if (!/^\p{M}$/u.test(text)) line = (turn === 0 ? y : x).toFixed(4);
    if (layer === 'captions') of.captions.push(ink);
    else of.lines.set(line, of.lines.has(line) ? union(of.lines.get(line)!, ink) : ink);
  });
  let fitting = 0;
  const faults: string[] = [];
  for (const { id, box, text, fit } of composed.report.cells) {
    const of = ofCells.get(id);
    if (!of || of.lines.size === 0 || !fit || fit.verdict === 'overflows') continue;
    fitting += 1;
    const lines = [...of.lines.values()];
    const ink = lines.reduce(union);
    const out = Math.max(
      box.x - ink.left,
      ink.right - (box.x + box.width),
      box.y - ink.bottom,
      ink.top - (box.y + box.height),
    );
    if (out > TOLERANCE) faults.push(`${id} “${text}” is ${out.toFixed(3)} mm out of its cell`);
    if (of.captions.some((caption) => lines.some((line) => meet(caption, line))))
      faults.push(`${id} “${text}” meets its caption`);
    if (lines.some((line, i) => lines.slice(i + 1).some((other) => meet(line, other))))
      faults.push(`${id} “${text}”: lines meet`);
  }
  return { faults, fitting };
}

test('in cells of eight languages, no ink of a text that fits leaves its cell or meets other ink', async () => {
  let [cells, fitting] = [0, 0];
  await fc.assert(
    fc.asyncProperty(seeds(CELLS), async (each) => {
      const found = await looked(sheetOfTexts(each));
      cells += each.length;
      fitting += found.fitting;
      expect(found.faults).toEqual([]);
    }),
    { numRuns: 2, unbiased: true },
  );
  expect(fitting).toBeGreaterThan(cells / 4);
});
