import fc from 'fast-check';
import { canonicalHash } from '@/core/format/canonical';
import { differences, withMine } from '@/core/format/comparing/differences';
import type { Block, FormatDocument } from '@/core/format/document';
import { type Step, applyStep } from '@/core/format/steps/step';
import { askedValue, done } from '../../builders';
import { demoPackage } from '../demo';
import { cases, seeded, seeds } from '../generated';
import { likelyStep } from './wild-steps';

const { format } = demoPackage('workshop-sheets');
const name = (id: string) => ({ 'line-pull': 'Line pull' })[id];

const column = (track: string, size: number): Step => ({
  op: 'set track',
  block: 'title-block',
  axis: 'column',
  track,
  size,
});
const link: Extract<Step, { op: 'set cell' }> = {
  op: 'set cell',
  block: 'title-block',
  cell: 'free',
  change: { contents: [{ parts: [{ kind: 'linked', property: 'line-pull' }] }] },
};
const materialCaption = format.blocks[0]!.cells.find(({ id }) => id === 'material')!.caption!;
const captioned = (text: string): Step => ({
  op: 'set cell',
  block: 'title-block',
  cell: 'material',
  change: { caption: { ...materialCaption, text } },
});
/** A block like the format's first one, under new ids. */
function blockLike(id: string): Block {
  const like = format.blocks[0]!;
  return { ...like, id, name: id, cells: like.cells.map((cell) => ({ ...cell, id: `${id}-${cell.id}` })) };
}
const places = (mine: FormatDocument, theirs: FormatDocument, base = format) =>
  differences(base, mine, theirs, name).map(({ place }) => place);

/** Theirs with all that only I or both of us changed: what the dialog proposes. */
function joined(mine: FormatDocument, theirs: FormatDocument) {
  const wanted = differences(format, mine, theirs, name).filter(({ changedBy }) => changedBy !== 'them');
  return withMine(
    theirs,
    mine,
    wanted.map(({ place }) => place),
  );
}

describe('two people on one edition', () => {
  const mine = done(format, column('tb-c1', 42), link);
  const theirs = done(format, column('tb-c1', 38), captioned('STOFF'));

  test('differ place by place, with who changed what since the document both come from', () => {
    expect(differences(format, mine, theirs, name)).toEqual([
      {
        place: 'title-block/column/tb-c1',
        at: { block: 'title-block' },
        words: 'Title block: column 1',
        mine: '42 mm',
        theirs: '38 mm',
        changedBy: 'both',
      },
      {
        place: 'title-block/free',
        at: { block: 'title-block', cell: 'free' },
        words: 'Title block: Empty cell',
        mine: '[Line pull]',
        theirs: 'empty',
        changedBy: 'me',
      },
      {
        place: 'title-block/material',
        at: { block: 'title-block', cell: 'material' },
        words: 'Title block: Stoff',
        mine: 'MATERIAL · [material]',
        theirs: 'STOFF · [material]',
        changedBy: 'them',
      },
    ]);
  });

  test('join by place: mine where chosen, theirs elsewhere, and nothing of either lost', () => {
    const { document, refused } = withMine(theirs, mine, ['title-block/column/tb-c1', 'title-block/free']);
    expect(refused).toEqual([]);
    expect(document.blocks[0]!.columns[0]).toEqual({ id: 'tb-c1', size: 42 });
    expect(differences(format, document, theirs, name).map(({ place }) => place)).toEqual([
      'title-block/column/tb-c1',
      'title-block/free',
    ]);
    expect(differences(format, document, mine, name).map(({ place }) => place)).toEqual(['title-block/material']);
  });

  test('equal documents have equal hashes, whatever the order of their keys', () => {
    const turned = Object.fromEntries(Object.entries(format).reverse());
    expect(canonicalHash(turned)).toBe(canonicalHash(format));
    expect(canonicalHash(mine)).not.toBe(canonicalHash(format));
    expect(differences(format, format, format, name)).toEqual([]);
  });
});

/** One edit of each kind of place, with the place it touches and what each version is said to have there. */
const edits: [string, Step, string, RegExp, RegExp][] = [
  ['name', { op: 'rename format', name: 'Ours' }, 'Name of the format', /^Ours$/, /^Workshop sheets$/],
  ['unit', { op: 'set sheet', change: { unit: 'in' } }, 'Unit', /^in$/, /^mm$/],
  ['mainSize', { op: 'set sheet', change: { mainSize: 'iso-a1-landscape' } }, 'Size shown first', /^A1$/, /^A3$/],
  ['margins', { op: 'set margins', change: { top: 12 } }, 'Margins', /top 12/, /top 10/],
  [
    'frame',
    { op: 'set sheet', change: { frame: { ...format.frame, width: 0.5 } } },
    'Frame line',
    /^0.5 mm, continuous$/,
    /^0.7 mm/,
  ],
  [
    'zones',
    { op: 'set zones', change: { verticalRuns: 'up' } },
    'Zones',
    /every 50 mm \(vertical runs up\)/,
    /every 50 mm \(vertical runs down\)/,
  ],
  [
    'marks',
    { op: 'set sheet', change: { marks: { ...format.marks, trimming: { ...format.marks.trimming, shown: false } } } },
    'Marks',
    /^centring, designation$/,
    /^centring, trimming, designation$/,
  ],
  [
    'sizes/custom-1',
    {
      op: 'set sheet',
      change: { sizes: [...format.sizes, { id: 'custom-1', name: 'Slip', width: 148, height: 210 }] },
    },
    'Size Slip',
    /^148 × 210 mm$/,
    /^not there$/,
  ],
  [
    'inks/red',
    { op: 'set sheet', change: { inks: [...format.inks, { id: 'red', name: 'Red', colour: '#B93A24' }] } },
    'Ink Red',
    /^#B93A24$/,
    /^not there$/,
  ],
  [
    `letterings/${format.letterings[0]!.id}`,
    {
      op: 'set sheet',
      change: {
        letterings: format.letterings.map((style, i) => (i === 0 ? { ...style, slantDeg: 15 } : style)),
      },
    },
    `Lettering style ${format.letterings[0]!.name}`,
    /slant 15/,
    /slant 0/,
  ],
  [
    'asked/heat',
    { op: 'set asked', asked: [askedValue('heat', { required: true }), ...format.asked] },
    'Asked value heat',
    /^heat, text, required$/,
    /^not there$/,
  ],
  [
    'asked/order',
    { op: 'set asked', asked: format.asked.toReversed() },
    'Order of the asked values',
    /^Approved by, .*Created by$/,
    /^Created by, .*Approved by$/,
  ],
  [
    'accepted/mass is zero///{"model":"Pawl"}',
    {
      op: 'set accepted',
      accepted: [{ code: 'mass is zero', place: {}, params: { model: 'Pawl' }, reason: 'A sketch' }],
    },
    'Accepted: The mass of Pawl is zero.',
    /^A sketch$/,
    /^not there$/,
  ],
  ['stamp', { op: 'add block', block: blockLike('stamp') }, 'Block stamp', /^\d+ cells, 35 \+ share 1/, /^not there$/],
  [
    'title-block/block/condition',
    { op: 'set block', block: 'title-block', change: { condition: { kinds: 'assembly' } } },
    'Title block: condition',
    /assemblies only/,
    /A3 A2 A1 A0, first sheet$/,
  ],
  [
    'blocks/order',
    { op: 'order blocks', order: format.blocks.map(({ id }) => id).reverse() },
    'Order of the blocks',
    /Title block$/,
    /^Title block/,
  ],
  ['title-block/column/tb-c1', column('tb-c1', 42), 'Title block: column 1', /^42 mm$/, /^35 mm$/],
  [
    'title-block/grid',
    {
      op: 'split cells',
      block: 'title-block',
      cells: ['free'],
      axis: 'row',
      into: { parts: 2 },
      available: 277,
      sizeId: 'iso-a3-landscape',
      newIds: Array.from({ length: 4 }, (_, i) => `more-${i}`),
    },
    'Title block: columns, rows and lines',
    /high$/,
    /high$/,
  ],
  [
    'title-block/block/turn',
    { op: 'set block', block: 'title-block', change: { turn: 90 } },
    'Title block: turn',
    /^turned 90°$/,
    /^not turned$/,
  ],
  [
    'title-block/outline',
    { op: 'set lines', block: 'title-block', where: 'outline', change: { width: 0.5 } },
    'Title block: outline',
    /^0.5 mm, continuous$/,
    /^0.7 mm, continuous$/,
  ],
  [
    'title-block/finish',
    { ...link, cell: 'finish' },
    'Title block: Finish',
    /^FINISH · \[Line pull\]$/,
    /^FINISH · \[finish\]$/,
  ],
  [
    'title-block/material',
    { op: 'set cell', block: 'title-block', cell: 'material', change: { turn: 90 } },
    'Title block: Material',
    /turn 90/,
    /turn 0/,
  ],
];

describe.each(edits)('a change of %s', (place, step, words, after, before) => {
  const mine = done(format, step);

  test('is listed with what each has there, whoever made it', () => {
    const told = { place, words, mine: expect.stringMatching(after), theirs: expect.stringMatching(before) };
    expect(differences(format, mine, format, name)).toMatchObject([{ ...told, changedBy: 'me' }]);
    expect(differences(format, format, mine, name)).toMatchObject([
      { ...told, mine: told.theirs, theirs: told.mine, changedBy: 'them' },
    ]);
  });

  test('is kept with what somebody else changed elsewhere, and given up when theirs is taken', () => {
    const theirs = done(format, {
      op: 'set cell',
      block: 'title-block',
      cell: 'title',
      change: { name: 'Told by them' },
    });
    const { document, refused } = joined(mine, theirs);
    expect(refused).toEqual([]);
    expect(places(document, mine)).toEqual(['title-block/title']);
    expect(places(document, theirs)).toEqual([place]);
    expect(withMine(mine, format, [place])).toEqual({ document: expect.anything(), refused: [] });
    expect(places(withMine(mine, format, [place]).document, format)).toEqual([]);
  });
});

test('a block that one took away and the other changed is a whole place; both ways end in a sound document', () => {
  const gone = format.blocks.find(({ id }) => format.blocks.some(({ dock }) => dock.to.some((to) => to.block === id)))!;
  const mine = done(format, { op: 'remove block', block: gone.id });
  const cell = gone.cells[0]!.id;
  const theirs = done(format, { op: 'set cell', block: gone.id, cell, change: { name: 'Still wanted' } });
  const whole = differences(format, mine, theirs, name).find(({ place }) => place === gone.id);
  expect(whole).toMatchObject({ words: `Block ${gone.name}`, mine: 'not there', changedBy: 'both' });
  const without = joined(mine, theirs);
  expect(without.refused).toEqual([]);
  expect(places(without.document, mine)).toEqual([]);
  const kept = withMine(theirs, mine, []);
  expect(kept.document.blocks.find(({ id }) => id === gone.id)!.cells[0]!.name).toBe('Still wanted');
});

test('what cannot stand together is said, not kept: a lettering style gone that a cell of theirs is set in', () => {
  const style = { ...format.letterings[0]!, id: 'spare', name: 'Spare' };
  const base = done(format, { op: 'set sheet', change: { letterings: [...format.letterings, style] } });
  const mine = done(base, { op: 'set sheet', change: { letterings: format.letterings } });
  const theirs = done(base, {
    op: 'set cell',
    block: 'title-block',
    cell: 'free',
    change: { lettering: 'spare' },
  });
  expect(places(mine, theirs, base)).toEqual(['letterings/spare', 'title-block/free']);
  const { refused } = withMine(theirs, mine, ['letterings/spare']);
  expect(refused).toEqual([expect.stringContaining('uses the lettering style spare, which the format does not have')]);
  expect(withMine(theirs, mine, ['letterings/spare', 'title-block/free']).refused).toEqual([]);
});

test('margins of one and a size of the other that leave no drawing space together are said', () => {
  const mine = done(format, { op: 'set margins', change: { left: 120 } });
  const slip = { id: 'custom-1', name: 'Slip', width: 100, height: 200 };
  const theirs = done(format, { op: 'set sheet', change: { sizes: [...format.sizes, slip] } });
  expect(joined(mine, theirs).refused).toEqual([expect.stringMatching(/^On Slip the left and right margins leave/)]);
});

test('entries that both add are both kept, each before what it was put before', () => {
  const put = (at: number, key: string): Step => ({
    op: 'set asked',
    asked: format.asked.toSpliced(at, 0, askedValue(key)),
  });
  const keys = format.asked.map(({ key }) => key);
  const { document, refused } = joined(done(format, put(0, 'mine')), done(format, put(keys.length, 'theirs')));
  expect(refused).toEqual([]);
  expect(document.asked.map(({ key }) => key)).toEqual(['mine', ...keys, 'theirs']);
});

describe('whatever two people do', () => {
  const pool = edits.map(([, step]) => step);
  const few = fc.array(fc.constantFrom(...pool), { maxLength: 6 });
  /** The format after those of the edits that can be done one after the other. */
  const after = (steps: Step[]) =>
    steps.reduce((document, step) => {
      const outcome = applyStep(document, step);
      return outcome.ok ? outcome.document : document;
    }, format);

  test('no difference is listed only where the documents are the same', () => {
    fc.assert(
      fc.property(few, few, (a, b) => {
        const [mine, theirs] = [after(a), after(b)];
        expect(places(mine, theirs).length === 0).toBe(canonicalHash(mine) === canonicalHash(theirs));
      }),
      { numRuns: cases(30, 100) },
    );
  });

  test('all of mine over theirs is mine, none of it is theirs, and what is proposed has every change that one alone made', () => {
    fc.assert(
      fc.property(few, few, (a, b) => {
        const [mine, theirs] = [after(a), after(b)];
        const all = differences(format, mine, theirs, name);
        expect(
          places(
            withMine(
              theirs,
              mine,
              all.map(({ place }) => place),
            ).document,
            mine,
          ),
        ).toEqual([]);
        expect(withMine(theirs, mine, []).document).toBe(theirs);
        const { document, refused } = joined(mine, theirs);
        if (refused.length > 0) return;
        const by = (who: string) => all.filter(({ changedBy }) => changedBy === who).map(({ place }) => place);
        const lost = [...places(document, mine)].filter((place) => !by('them').includes(place));
        const lostOfTheirs = [...places(document, theirs)].filter((place) => by('them').includes(place));
        expect([lost, lostOfTheirs]).toEqual([[], []]);
      }),
      { numRuns: cases(30, 100) },
    );
  });
});

test('generated edits are told completely: what one document has over another makes it that one', () => {
  const inOrder = (document: FormatDocument) =>
    canonicalHash({
      ...document,
      blocks: document.blocks.map((block) => ({
        ...block,
        lines: {
          ...block.lines,
          // In which order edges have lines of their own says nothing.
          edges: block.lines.edges.toSorted((x, y) => (JSON.stringify(x) < JSON.stringify(y) ? -1 : 1)),
        },
      })),
    });
  let told = 0;
  fc.assert(
    fc.property(seeds(100), (steps) => {
      let made = 0;
      let [before, now, edits] = [format, format, 0];
      for (const seed of steps) {
        const outcome = applyStep(now, likelyStep(now, seeded(seed), () => `g${(made += 1)}`) as Step);
        if (!outcome.ok || outcome.document === now || outcome.document.blocks.length === 0) continue;
        now = outcome.document;
        edits += 1;
        const changed = differences(before, now, before, name).map(({ place }) => place);
        expect([edits, inOrder(withMine(before, now, changed).document)]).toEqual([edits, inOrder(now)]);
        // Now and then from here on, so that few and many edits lie between.
        if (edits % 12 === 0) before = now;
      }
      told += edits;
    }),
    { numRuns: cases(6, 60), unbiased: true },
  );
  // A run has some ten edits.
  expect(told).toBeGreaterThan(cases(20, 300));
});
