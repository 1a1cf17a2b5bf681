import { writePdf } from '@/core/exchange/pdf';
import type { Cell, FormatDocument, Place } from '@/core/format/document';
import type { FitStep, Lettering } from '@/core/lettering/style';
import { compose } from '@/core/scene/compose';
import { TEXTS, generator } from '../generated';
import { demoFacts, demoPackage, demoResources } from '../demo';
import { filesWith } from '../fonts';
import { type Ink, readPdfInk } from '../exchange/readers';

const workshop = demoPackage('workshop-sheets');
const resources = demoResources(workshop);

const [COLUMNS, ROWS] = [25, 50];

/** A sheet of cells of all sizes, each with a text and many with a caption, lettered, placed and fitted in every way. */
function sheetOfTexts(seed: number): FormatDocument {
  const random = generator(seed);
  const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const between = (least: number, most: number) => Math.round((least + random() * (most - least)) * 10) / 10;
  const { format } = workshop;
  const [style] = format.letterings;
  const place = (ups: readonly Place['up'][]): Place => ({
    across: one(['left', 'centre', 'right'] as const),
    up: one(ups),
    inset: { x: one([0, 0.5, 1, 1.5]), y: one([0, 0.5, 1, 1.5]) },
  });
  const lettering = (): Partial<Lettering> => ({
    font: one(['osifont', 'routed-gothic', 'routed-gothic-wide', 'dejavu-sans', 'dejavu-sans-mono']),
    height: one([1.8, 2.5, 3.5, 5]),
    slantDeg: one([0, 0, 15, 30]),
    weight: one(['regular', 'regular', 'bold'] as const),
    letterWidth: one([1, 1, 0.8, 1.3]),
    lineDistance: one([1, 1.4, 1.6]),
    case: one(['as written', 'as written', 'upper', 'lower'] as const),
  });
  const plan = (): FitStep[] =>
    [
      { kind: 'squeeze', least: 0.6 } as const,
      { kind: 'wrap', lines: 3 } as const,
      { kind: 'step down', least: 1.8 } as const,
    ].filter(() => random() < 0.5);
  const captions = (['captions', 'lean captions'] as const).map((id, i) => ({
    ...style!, id, name: id, height: 1.8, slantDeg: i * 15,
  })); // prettier-ignore
  const track = (id: string, least: number, most: number) => ({ id, size: between(least, most) });
  const cells = Array.from({ length: COLUMNS * ROWS }, (_, i): Cell => ({
    id: `cell-${i}`,
    column: i % COLUMNS, row: Math.floor(i / COLUMNS), columnSpan: 1, rowSpan: 1,
    contents: [{ parts: [{ kind: 'fixed', text: one(TEXTS) }] }],
    lettering: style!.id,
    override: lettering(),
    place: place(['top', 'middle', 'base', 'bottom']),
    turn: one([0, 0, 0, 90, 270] as const),
    fit: plan(),
    ...(random() < 0.6 && {
      caption: { text: one(['Größe jg', 'ÉTAGE', 'Ağırlık', 'Mass']), lettering: one(captions).id, place: place(['top', 'top', 'middle', 'base', 'bottom']) },
    }),
  })); // prettier-ignore
  const [like] = format.blocks;
  return {
    ...format,
    letterings: [...format.letterings, ...captions],
    blocks: [{
      ...like!,
      condition: {}, grow: undefined, exceptions: undefined,
      columns: Array.from({ length: COLUMNS }, (_, i) => track(`column-${i}`, 12, 70)),
      rows: Array.from({ length: ROWS }, (_, i) => track(`row-${i}`, 4, 26)),
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

test.each([1, 2])(
  'in 1,250 cells of eight languages, no ink of a text that fits leaves its cell or meets other ink (sheet %i)',
  async (seed) => {
    const document = sheetOfTexts(seed);
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
      if (!of || !fit || fit.verdict === 'overflows') continue;
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
    expect(faults).toEqual([]);
    expect(fitting).toBeGreaterThan(400);
  },
);
