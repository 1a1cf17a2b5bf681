/** What views cost: composing with them, the winch's drawing as a PDF, and projecting by one process and by two. */
import { readFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { Bench } from 'tinybench';
import { writePdf } from '../../src/core/exchange/pdf';
import { compose } from '../../src/core/scene/compose';
import { composePlanned, planSheets } from '../../src/core/scene/planning';
import { drawnSheets } from '../../src/core/drawing/sheets';
import { isoProfile } from '../../src/core/profile/starts';
import { readStarter } from '../../src/core/starter/starter';
import { startedSheets } from '../../src/core/starter/starting';
import { AS_MODELLED, SIDES, axesOf } from '../../src/core/view/direction';
import { projectionsOf } from '../../src/core/view/placing';
import { type Projected, type Projection, type ProjectionState, projectionKey } from '../../src/core/view/projected';
import type { ViewsToDraw } from '../../src/core/view/to-draw';
import { Projector } from '../../src/server/projecting/projector';
import { filesWith } from '../core/fonts';
import { demoFacts, demoModels, demoPackage, demoResources, demoSpecimens } from '../core/demo';

const workshop = demoPackage('workshop-sheets');
const profile = isoProfile();
const row = (what: string, figure: string, target: string) =>
  console.log(`${what.padEnd(58)} ${figure.padStart(34)}   target ${target}`);

async function median(work: () => unknown): Promise<number> {
  const bench = new Bench({ time: 800, warmupTime: 200 }).add('it', work);
  await bench.run();
  const result = bench.tasks[0]!.result;
  if (!('latency' in result)) throw new Error('it did not run');
  return result.latency.p50;
}

const rasters: Record<string, Uint8Array> = {};
const never = new AbortController().signal;
const files = new Map(
  [
    'drum-assembly',
    'drum-barrel',
    'drum-flange',
    'drive-shaft',
    'pawl',
    'pawl-wheel',
    'side-cheek',
    'guard',
    'guard-flat',
    'fairlead-roller',
    'recovery-winch',
  ].map((name) => {
    const bytes = readFileSync(`demo/models/${name}.step`);
    return [createHash('sha256').update(bytes).digest('hex'), bytes] as const;
  }),
);

async function projectAll(projector: Projector, wanted: readonly Projection[]): Promise<Map<string, ProjectionState>> {
  const made = new Map<string, ProjectionState>();
  for (const one of wanted) {
    const { projected, raster } = await projector.project(one, files.get(one.shape)!, {
      seconds: 120,
      coarse: false,
      signal: never,
    });
    if (raster && projected.shaded) rasters[projected.shaded.hash] = raster;
    made.set(projectionKey(one), { projected });
  }
  return made;
}

// A sheet whose one view has 500 edges.
const edges: Projected = {
  middle: { x: 100, y: 60 },
  box: { x: 0, y: 0, width: 200, height: 120 },
  visible: Array.from({ length: 500 }, (_, i) =>
    i % 5 === 0
      ? { kind: 'arc', centre: { x: (i * 7) % 200, y: (i * 11) % 120 }, radius: 4, fromDeg: 0, toDeg: 200 }
      : { kind: 'line', from: { x: (i * 7) % 200, y: (i * 3) % 120 }, to: { x: (i * 13) % 200, y: (i * 5) % 120 } },
  ),
  hidden: [],
  smooth: [],
  axes: [],
  centres: [],
  cut: [],
};
const views: ViewsToDraw = {
  setting: { views: [{ id: 'front', of: { kind: 'seen', from: 'front' }, style: 'outline' }], scale: '1:1' },
  models: { front: { name: 'Bench', kind: 'part', shape: { hash: 'a'.repeat(64), size: { x: 200, y: 50, z: 120 } } } },
  profile,
};
const projections = new Map([...projectionsOf(views).keys()].map((key) => [key, { projected: edges }] as const));
const resources = { ...demoResources(workshop), projections };
const facts = demoFacts(workshop, 'drum-barrel', '316L');
const request = { sizeId: 'iso-a3-landscape', sheet: { number: 1, total: 1, scale: '1:1' }, show: 'values' as const };
const plain = await median(() => compose(workshop.format, request, facts, resources));
const viewed = await median(() => compose(workshop.format, { ...request, views }, facts, resources));
row(
  'composing the demo A3 with a cached view of 500 edges',
  `${viewed.toFixed(2)} ms, ${(viewed / plain).toFixed(2)} × without`,
  '≤ 1.2 ×',
);

// The winch's drawing.
const read = readStarter(JSON.parse(readFileSync('demo/starters/workshop-drawings.json', 'utf8')));
if (!read.ok) throw new Error(read.reason);
const drawing = {
  number: 'KD-00001',
  answers: {},
  overruled: {},
  specimen: 'recovery-winch',
  variant: undefined,
  revisions: [],
  items: {},
};
const sources = {
  document: workshop.format,
  others: new Map(),
  models: demoModels(workshop, { specimens: demoSpecimens() }),
  profile,
  facts: demoFacts(workshop),
  scale: '',
};
const starting = { starter: read.starter, drawing, sources, editions: new Map(), resources: demoResources(workshop) };
const started = performance.now();
const { sheets } = startedSheets(starting);
row('the winch’s eight sheets begun, sizes and scales found', `${(performance.now() - started).toFixed(0)} ms`, '–');
const drawn = drawnSheets({ ...drawing, sizeId: '', sheets }, sources).sheets;
const wanted = new Map(drawn.flatMap((sheet) => (sheet.views ? [...projectionsOf(sheet.views)] : [])));
const projector = new Projector();
const began = performance.now();
const winch = { ...demoResources(workshop), projections: await projectAll(projector, [...wanted.values()]) };
const cold = performance.now() - began;
row(
  `its ${wanted.size} views projected, from nothing`,
  `${(cold / 1000).toFixed(1)} s, ${(cold / 1000 / wanted.size).toFixed(2)} s a view`,
  '–',
);
const pages = planSheets(drawn, winch).map((sheet) => {
  const composed = composePlanned(sheet, winch);
  if (!composed.ok) throw new Error(composed.reason);
  return composed;
});
const pdf = await median(() => writePdf(pages, filesWith(rasters), { title: 'Bench', date: '2026-06-02' }));
row('the winch’s eight sheets as one PDF', `${pdf.toFixed(0)} ms`, '–');

// The six sides of every part: one process, then two.
const sides = [...files.keys()].flatMap((shape) =>
  SIDES.map((side): Projection => ({ shape, axes: axesOf(side, AS_MODELLED), hidden: true })),
);
const parts = sides.filter(({ shape }) => files.get(shape)!.byteLength < 500_000);
const timed = async (projectors: readonly Projector[]) => {
  const start = performance.now();
  // Each process takes the next that nobody has.
  const queue = [...parts];
  await Promise.all(
    projectors.map(async (one) => {
      for (let next = queue.shift(); next; next = queue.shift()) await projectAll(one, [next]);
    }),
  );
  return performance.now() - start;
};
projector.stop();
const [one, two] = [new Projector(), new Projector()];
const alone = await timed([new Projector()]);
const both = await timed([one, two]);
row(
  `${parts.length} views of nine parts by one process`,
  `${(alone / 1000).toFixed(1)} s, ${(alone / parts.length).toFixed(0)} ms a view`,
  '–',
);
row('the same queue by two', `${(both / 1000).toFixed(1)} s, ${(both / alone).toFixed(2)} × one`, '–');
process.exit(0);
