import fc from 'fast-check';
import { startFromStandard } from '@/core/format/starting';
import type { FormatDocument } from '@/core/format/document';
import type { Facts } from '@/core/property/facts';
import type { Show } from '@/core/scene/resources';
import { type Composed, compose } from '@/core/scene/compose';
import { demoFacts, demoPackage, demoResources } from './demo';
import { TEXTS, seeded } from './generated';

const MODELS = ['pawl', 'guard', 'drum-barrel', 'fairlead-roller', 'recovery-winch', 'drive-shaft'];
/** Properties that are typed by hand, and may hold a text of any language. */
const TYPED = ['title', 'supplementary-title', 'created-by', 'checked-by', 'finish', 'description'];

/** Every format of the demo, and one started from each standard. */
function formats() {
  const packages = ['workshop-sheets', 'inch-sheets', 'sketch-sheet'].map(demoPackage);
  let n = 0;
  const started = (standard: 'iso' | 'asme', sizes: string[]): FormatDocument => {
    const options = {
      id: `started-${standard}`,
      name: standard,
      standard,
      sizes,
      zones: true,
      titleBlock: 'full',
    } as const;
    const outcome = startFromStandard(options, () => `started-${++n}`);
    if (!outcome.ok) throw new Error(outcome.reason);
    return outcome.document;
  };
  return [
    ...packages.map((one) => ({ from: one, document: one.format })),
    { from: packages[0]!, document: started('iso', ['iso-a4-portrait', 'iso-a2-landscape']) },
    { from: packages[1]!, document: started('asme', ['asme-b-landscape', 'asme-e-landscape']) },
  ];
}

/**
 * Sheets that stand for what an office may come to: formats, sizes, models, languages, slant, weight, fonts and ways of showing drawn by lot,
 * each named by the seed it is made from.
 */
export function stressSheets(count: number): { name: string; scene: Composed['scene'] }[] {
  const all = formats();
  return fc.sample(fc.nat(), { numRuns: count, seed: 2026 }).map((seed, i) => {
    const lot = seeded(seed);
    const { from, document } = lot.of(all);
    const size = lot.of(document.sizes);
    const facts = demoFacts(from, lot.of(MODELS));
    const values = Object.fromEntries(TYPED.filter(() => lot.is(0.6)).map((property) => [property, lot.of(TEXTS)]));
    const filled: Facts = {
      ...facts,
      model: { ...facts.model!, values: { ...facts.model!.values, ...values } },
      drawing: { name: 'Drawing', values: { ...facts.drawing?.values, ...values } },
    };
    const letterings = document.letterings.map((style) => ({
      ...style,
      ...(lot.is(0.3) && { slantDeg: 15 }),
      ...(lot.is(0.2) && { weight: 'bold' as const }),
      ...(lot.is(0.2) && { font: lot.of(['osifont', 'routed-gothic', 'dejavu-sans']) }),
    }));
    const show = lot.of<Show>(['values', 'values', 'longest', 'names', 'blank']);
    const composed = compose(
      { ...document, letterings },
      { sizeId: size.id, sheet: { number: 1 + (i % 2), total: 2, scale: '1:2' }, show },
      filled,
      demoResources(from),
    );
    const name = `seed ${seed}: ${document.name} ${size.name}`;
    if (!composed.ok) throw new Error(`${name}: ${composed.reason}`);
    return { name, scene: composed.scene };
  });
}
