import fc from 'fast-check';
import type { Aside } from '@/core/drawing/aside';
import { askedBy } from '@/core/drawing/asking';
import { type Foreseen, type Standing, foresee } from '@/core/drawing/foreseeing';
import { foreseenWords } from '@/core/drawing/foreseen-words';
import { proposeMapping } from '@/core/drawing/mapping';
import { type Destination, type Movable, type MoveWorld, destined, formatsAt, movableOf } from '@/core/drawing/movable';
import { back, move } from '@/core/drawing/moving';
import {
  type DrawingSources,
  type DrawnData,
  drawnSheets,
  goneFrom,
  goneWords,
  planDrawing,
} from '@/core/drawing/sheets';
import type { Signature, Signed } from '@/core/drawing/signing';
import type { AskedValue, Content, FormatDocument } from '@/core/format/document';
import { canonicalJson } from '@/core/format/canonical';
import { valueText } from '@/core/property/value';
import { composePlanned } from '@/core/scene/planning';
import { askedValue, revisionRow } from '../../builders';
import { demoFacts, demoModels, demoPackage, demoResources } from '../demo';

const [workshop, inch] = [demoPackage('workshop-sheets'), demoPackage('inch-sheets')];
const resources = demoResources({ ...workshop, properties: [...workshop.properties, ...inch.properties] });
const models = demoModels(workshop);

type Drawing = DrawnData & Movable & Signed;

/** The format with other questions, and with contents of cells that print them; a cell whose question is gone is empty. */
function asking(
  document: FormatDocument,
  asked: AskedValue[],
  contents: Record<string, Content[]> = {},
): FormatDocument {
  const isAsked = (content: Content) =>
    !('parts' in content) ||
    content.parts.every((part) => part.kind !== 'asked' || asked.some(({ key }) => key === part.asked));
  return {
    ...document,
    asked,
    blocks: document.blocks.map((block) => ({
      ...block,
      cells: block.cells.map((cell) => ({ ...cell, contents: (contents[cell.id] ?? cell.contents).filter(isAsked) })),
    })),
  };
}

const worldOf = (formats: Record<string, FormatDocument>): MoveWorld => ({
  formats: new Map(Object.entries(formats)),
  called: (edition) => `${formats[edition]?.name ?? 'A format'}, ${edition}`,
  models,
});

const drawingOn = (editionId: string, change: Partial<Drawing> = {}): Drawing => ({
  number: 'KD-00042',
  editionId,
  specimen: 'recovery-winch',
  variant: undefined,
  sizeId: 'iso-a3-landscape',
  profileId: 'house',
  profileRevision: null,
  answers: {},
  overruled: {},
  items: {},
  revisions: [],
  signatures: [],
  aside: [],
  sheets: [{ id: 'first', name: '' }],
  ...change,
});

function moved(drawing: Drawing, to: Destination, world: MoveWorld, mapping = {}) {
  const outcome = move(drawing, to, mapping, world);
  if (!outcome.ok) throw new Error(outcome.reason);
  return outcome;
}

const refusal = (drawing: Drawing, to: Destination, world: MoveWorld, mapping = {}) => {
  const outcome = move(drawing, to, mapping, world);
  return outcome.ok ? 'taken' : outcome.reason;
};

const signature = (of: string, change: Partial<Signature> = {}): Signature => ({
  of,
  name: 'Orsolya Brandt',
  account: 'orsolya',
  at: '2026-05-04T10:00:00.000Z',
  content: 'what it printed',
  ...change,
});

describe('where values go', () => {
  const heat = askedValue('note-1', { name: 'Heat treatment' });
  const to = (after: AskedValue[], answers: Movable['answers'], before: AskedValue[] = [heat], aside: Aside[] = []) => {
    const world = worldOf({ one: asking(workshop.format, before), two: asking(workshop.format, after) });
    const drawing = drawingOn('one', { answers, aside });
    const { values } = proposeMapping(drawing, destined(drawing, { edition: 'two' }), world);
    return values.map(({ of, key, to, by }) => [of, key, to, by]);
  };

  test('the same question; else one of the same property, the same name or alias', () => {
    expect(to([heat], { 'note-1': 'Q&T' })).toEqual([['answer', 'note-1', 'note-1', 'question']]);
    const property = askedValue('treatment', { property: 'note-1', name: 'Treatment' });
    expect(to([property], { 'note-1': 'Q&T' })).toEqual([['answer', 'note-1', 'treatment', 'property']]);
    expect(to([askedValue('x', { name: 'Heat-Treatment' })], { 'note-1': 'Q&T' })).toEqual([
      ['answer', 'note-1', 'x', 'name'],
    ]);
    expect(to([askedValue('x', { name: 'Coating' })], { 'note-1': 'Q&T' })).toEqual([
      ['answer', 'note-1', null, undefined],
    ]);
  });

  test('a key that asks for another property now takes nothing of the old one', () => {
    const before = [askedValue('a', { property: 'coating', name: 'Coating' })];
    const after = [
      askedValue('a', { property: 'paint', name: 'Paint' }),
      askedValue('b', { property: 'coating', name: 'Surface' }),
    ];
    expect(to(after, { a: 'zinc' }, before)).toEqual([['answer', 'a', 'b', 'property']]);
  });

  test('a renamed question with another key is found by the caption of its cell', () => {
    const { blocks } = workshop.format;
    const captioned = blocks.flatMap(({ cells }) => cells).find(({ caption }) => caption && caption.text !== '')!;
    const prints = (key: string): Record<string, Content[]> => ({
      [captioned.id]: [{ parts: [{ kind: 'asked', asked: key }] as never }],
    });
    const world = worldOf({
      one: asking(workshop.format, [heat], prints('note-1')),
      two: asking(workshop.format, [askedValue('k', { name: 'Something else' })], prints('k')),
    });
    const drawing = drawingOn('one', { answers: { 'note-1': 'Q&T' } });
    expect(proposeMapping(drawing, destined(drawing, { edition: 'two' }), world).values[0]).toMatchObject({
      to: 'k',
      by: 'cell',
    });
  });

  test('a value that is kept aside comes back when it is asked for again', () => {
    const aside: Aside = { of: 'answer', key: 'note-1', name: 'Heat treatment', value: 'Q&T', from: 'edition 1' };
    expect(to([heat], {}, [], [aside])).toEqual([['aside', '0', 'note-1', 'property']]);
  });
});

describe('moving', () => {
  const length = askedValue('length', { name: 'Length', type: 'number', quantity: 'length', unit: 'mm' });
  const edition = (asked: AskedValue[]) => asking(workshop.format, asked);

  test('what is of another type is converted, or kept aside', () => {
    const world = worldOf({
      one: edition([askedValue('length', { name: 'Length' }), askedValue('day', { name: 'Day' })]),
      two: edition([length, askedValue('day', { name: 'Day', type: 'date' })]),
    });
    const { drawing } = moved(
      drawingOn('one', { answers: { length: '12,5', day: 'soon' } }),
      { edition: 'two' },
      world,
    );
    expect(drawing.answers).toEqual({ length: { value: 12.5, unit: 'mm' } });
    expect(drawing.aside).toEqual([
      { of: 'answer', key: 'day', name: 'Day', value: 'soon', from: 'Workshop sheets, one' },
    ]);
  });

  test('a mapping by hand counts; two values for one question are refused', () => {
    const world = worldOf({
      one: edition([askedValue('a', { name: 'A' }), askedValue('b', { name: 'B' })]),
      two: edition([askedValue('c', { name: 'C' })]),
    });
    const drawing = drawingOn('one', { answers: { a: 'x', b: 'y' } });
    const put = (a: string | null, b: string | null) => ({
      values: [
        { of: 'answer' as const, key: 'a', to: a },
        { of: 'answer' as const, key: 'b', to: b },
      ],
    });
    const there = moved(drawing, { edition: 'two' }, world, put('c', null)).drawing;
    expect(there.answers).toEqual({ c: 'x' });
    expect(there.aside.map(({ key, value }) => [key, value])).toEqual([['b', 'y']]);
    expect(refusal(drawing, { edition: 'two' }, world, put('c', 'c'))).toBe(
      'Two values are put under “C”. Choose one of them.',
    );
    // Nobody is asked for it there: it is kept aside, and not lost.
    expect(moved(drawing, { edition: 'two' }, world, put('nowhere', null)).drawing.aside).toHaveLength(2);
  });

  test('overrules that the format does not let be are kept aside, and every later save is sound', () => {
    const linked = workshop.format.blocks
      .flatMap(({ cells }) => cells)
      .flatMap(({ contents }) => contents)
      .flatMap((content) => ('parts' in content ? content.parts : []))
      .find((part) => part.kind === 'linked' && part.overrulable);
    const id = (linked as { property: string }).property;
    const closed: FormatDocument = JSON.parse(
      JSON.stringify(workshop.format).replaceAll('"overrulable":true', '"overrulable":false'),
    );
    const world = worldOf({ one: workshop.format, two: closed });
    const { drawing, kept } = moved(drawingOn('one', { overruled: { [id]: 'by hand' } }), { edition: 'two' }, world);
    expect([drawing.overruled, drawing.aside[0]]).toMatchObject([{}, { of: 'overruled', key: id, value: 'by hand' }]);
    expect(back(drawing, kept, world)).toMatchObject({
      ok: true,
      drawing: { overruled: { [id]: 'by hand' }, aside: [] },
    });
  });

  test('a size that is not served is chosen by its measures, else by hand, never in silence', () => {
    const smaller = {
      ...workshop.format,
      mainSize: 'iso-a4-portrait',
      sizes: workshop.format.sizes.filter(({ id }) => id !== 'iso-a3-landscape'),
    };
    const again = {
      ...smaller,
      sizes: [
        ...smaller.sizes,
        { ...workshop.format.sizes.find(({ id }) => id === 'iso-a3-landscape')!, id: 'other-a3' },
      ],
    };
    const world = worldOf({ one: workshop.format, two: smaller, three: again });
    const drawing = drawingOn('one', {
      sheets: [
        { id: 'first', name: '' },
        { id: 'second', name: '', sizeId: 'iso-a3-landscape' },
      ],
    });
    expect(refusal(drawing, { edition: 'two' }, world)).toBe(
      'The drawing is on A3, which “Workshop sheets” does not have. Choose a size.',
    );
    expect(
      refusal(drawing, { edition: 'two' }, world, { sizes: { '': 'iso-a9', second: 'iso-a4-portrait' } }),
    ).toContain('has no size “iso-a9”');
    const chosen = moved(drawing, { edition: 'two' }, world, {
      sizes: { '': 'iso-a4-portrait', second: 'iso-a4-portrait' },
    });
    expect([chosen.drawing.sizeId, chosen.drawing.sheets[1]!.sizeId]).toEqual(['iso-a4-portrait', 'iso-a4-portrait']);
  });

  test('one sheet alone goes to another edition or model; the others stay', () => {
    const world = worldOf({ one: workshop.format, two: { ...workshop.format, name: 'Newer' } });
    const sheets = ['a', 'b', 'c'].map((id) => ({ id, name: id }));
    const { drawing } = moved(
      drawingOn('one', { sheets }),
      { sheets: { b: { edition: 'two', model: { specimen: 'pawl' } } } },
      world,
    );
    expect(drawing.sheets).toEqual([
      { id: 'a', name: 'a' },
      { id: 'b', name: 'b', edition: 'two', specimen: 'pawl' },
      { id: 'c', name: 'c' },
    ]);
    // The whole drawing follows: the sheet is on the drawing's own edition again, another one may stay behind.
    const whole = moved(
      drawing,
      { edition: 'two', sheets: { c: { edition: 'one' }, b: { model: null } } },
      world,
    ).drawing;
    expect(whole.editionId).toBe('two');
    expect(whole.sheets).toEqual([
      { id: 'a', name: 'a' },
      { id: 'b', name: 'b' },
      { id: 'c', name: 'c', edition: 'one' },
    ]);
  });

  test('what a question does not take any more stays while it is asked as before', () => {
    const status = askedValue('status', { name: 'Status', type: 'choice', choices: ['x'] });
    const world = worldOf({ one: edition([status]) });
    const { drawing } = moved(drawingOn('one', { answers: { status: 'y' } }), { model: { specimen: 'pawl' } }, world);
    expect([drawing.answers, drawing.aside]).toEqual([{ status: 'y' }, []]);
  });

  test('what is not there, and a move that changes nothing, are refused', () => {
    const world = worldOf({ one: workshop.format });
    const drawing = drawingOn('one');
    expect(refusal(drawing, {}, world)).toContain('Nothing is moved');
    expect(refusal(drawing, { edition: 'two' }, world)).toContain('no longer on the shelf');
    expect(refusal(drawing, { model: { specimen: 'gone' } }, world)).toContain('no longer there');
    expect(refusal(drawing, { model: { specimen: 'pawl', variant: 'none' } }, world)).toContain('has no variant');
  });

  test('signatures do not carry over; a name that is only typed is kept aside; undone, they stand again', () => {
    const world = worldOf({ one: workshop.format, two: { ...workshop.format, name: 'Newer' } });
    const drawing = drawingOn('one', {
      answers: { 'checked-by': 'Marlo Aketch', 'approved-by': 'Orsolya Brandt' },
      signatures: [signature('approved-by')],
    });
    const { drawing: after, unsigned, kept } = moved(drawing, { edition: 'two' }, world);
    expect(unsigned.map(({ name, by }) => [name, by])).toEqual([
      ['Checked by', 'Marlo Aketch'],
      ['Approved by', 'Orsolya Brandt'],
    ]);
    expect([after.answers, after.signatures, after.aside.map(({ value }) => value)]).toEqual([
      {},
      [],
      ['Marlo Aketch'],
    ]);
    expect(back(after, kept, world)).toEqual({ ok: true, drawing, stays: [] });
  });
});

describe('going back after somebody has worked on', () => {
  const world = worldOf({
    one: asking(workshop.format, [askedValue('a', { name: 'A' }), askedValue('b', { name: 'B' })]),
    two: asking(workshop.format, [askedValue('a2', { name: 'A' }), askedValue('c', { name: 'C' })]),
    three: workshop.format,
  });
  const before = drawingOn('one', { answers: { a: 'x', b: 'y' } });
  const { drawing: there, kept } = moved(before, { edition: 'two' }, world);

  test('what was changed since stays, under its former question or aside', () => {
    expect(there.answers).toEqual({ a2: 'x' });
    const now: Drawing = { ...there, answers: { a2: 'newer', c: 'new' }, sizeId: 'iso-a4-portrait', overruled: {} };
    const gone = back(now, kept, world);
    if (!gone.ok) throw new Error(gone.reason);
    expect(gone.drawing).toMatchObject({
      editionId: 'one',
      sizeId: 'iso-a4-portrait',
      answers: { a: 'newer', b: 'y' },
    });
    expect(gone.drawing.aside).toEqual([
      { of: 'answer', key: 'c', name: 'C', value: 'new', from: 'Workshop sheets, two' },
    ]);
    expect(gone.stays).toEqual([
      'The size stays as it was changed since.',
      '“A” stays newer.',
      '“C”: new is kept aside.',
    ]);
  });

  test('a drawing that was moved again goes back step by step', () => {
    const again = moved(there, { edition: 'three' }, world);
    expect(back(again.drawing, kept, world)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('moved again'),
    });
    expect(back(again.drawing, again.kept, world)).toEqual({ ok: true, drawing: there, stays: [] });
  });

  test('revisions made since stay, and what is signed goes', () => {
    const now: Drawing = {
      ...there,
      revisions: [revisionRow('A', { approvedBy: 'Orsolya Brandt' })],
      signatures: [signature('', { revision: 'A' })],
    };
    const gone = back(now, kept, world);
    expect(gone).toMatchObject({
      ok: true,
      drawing: { editionId: 'one', revisions: [{ revision: 'A' }], signatures: [] },
    });
  });
});

// ————— Generated pairs of editions, drawings and moves.

const TYPES: Partial<AskedValue>[] = [
  { type: 'text' },
  { type: 'text', length: 4 },
  { type: 'number' },
  { type: 'date' },
  { type: 'yes/no' },
  { type: 'choice', choices: ['x', 'y', '12'] },
  { type: 'person' },
];
const KEYS = ['a', 'b', 'c', 'd', 'checked-by', 'approved-by', 'created-by', 'scale-note'];
const Question = fc
  .record({
    key: fc.constantFrom(...KEYS),
    name: fc.constantFrom('A', 'B', 'C', 'Heat treatment', 'Checked'),
    property: fc.option(fc.constantFrom('a', 'b', 'p', 'checked-by'), { nil: undefined }),
    form: fc.constantFrom(...TYPES),
  })
  .map(({ key, name, property, form }) => askedValue(key, { name, ...(property && { property }), ...form }));
const Questions = fc.uniqueArray(Question, { selector: ({ key }) => key, maxLength: 6 });
const SOME_CELLS = workshop.format.blocks.find(({ role }) => role === 'title')!.cells.map(({ id }) => id);
const Edition = fc
  .record({
    asked: Questions,
    printed: fc.dictionary(fc.constantFrom(...SOME_CELLS), fc.constantFrom(...KEYS, 'p'), { maxKeys: 5 }),
    overrulable: fc.boolean(),
    sizes: fc.subarray(['iso-a4-portrait', 'iso-a3-landscape'], { minLength: 1 }),
  })
  .map(({ asked, printed, overrulable, sizes }): FormatDocument => {
    const contents = Object.fromEntries(
      Object.entries(printed).map(([cell, key]): [string, Content[]] => [
        cell,
        [
          asked.some((one) => one.key === key)
            ? { parts: [{ kind: 'asked', asked: key }] as never }
            : { parts: [{ kind: 'linked', property: key, overrulable }] as never },
        ],
      ]),
    );
    return {
      ...asking(workshop.format, asked, contents),
      mainSize: sizes[0]!,
      sizes: workshop.format.sizes.filter(({ id }) => sizes.includes(id)),
    };
  });
const Answer = fc.oneof(
  fc.constantFrom<Movable['answers'][string]>('x', '12', '2026-06-02', 'yes', 12, true, 'a long text'),
  fc.record({ value: fc.integer({ min: 0, max: 9 }), unit: fc.constant('mm') }),
);
const Given = fc
  .record({
    answers: fc.dictionary(fc.constantFrom(...KEYS), Answer),
    overruled: fc.dictionary(fc.constantFrom('a', 'p', 'title'), Answer, { maxKeys: 2 }),
    sizeId: fc.constantFrom('iso-a4-portrait', 'iso-a3-landscape'),
    rows: fc.integer({ min: 0, max: 2 }),
    signed: fc.subarray(['checked-by', 'approved-by', '']),
    sheets: fc.array(fc.constantFrom(undefined, 'one', 'two'), { minLength: 1, maxLength: 4 }),
    aside: fc.array(fc.record({ key: fc.constantFrom(...KEYS), value: Answer }), { maxLength: 2 }),
  })
  .map(({ answers, overruled, sizeId, rows, signed, sheets, aside }): Drawing =>
    drawingOn('one', {
      answers,
      overruled,
      sizeId,
      revisions: ['A', 'B']
        .slice(0, rows)
        .map((revision) => revisionRow(revision, signed.includes('') ? { approvedBy: 'Orsolya Brandt' } : {})),
      signatures: signed.map((of) => signature(of, of === '' ? { revision: 'B' } : {})),
      sheets: sheets.map((edition, i) => ({ id: `s${i}`, name: '', ...(edition && edition !== 'one' && { edition }) })),
      aside: aside.map(({ key, value }) => ({ of: 'answer', key, name: key, value, from: 'before' })),
    }),
  );
const To = fc.oneof(
  fc.constant<Destination>({ edition: 'two' }),
  fc.constant<Destination>({ edition: 'two', model: { specimen: 'pawl', variant: '316L' } }),
  fc.constant<Destination>({ model: { specimen: 'pawl' } }),
  fc.constant<Destination>({ sheets: { s0: { edition: 'two' } } }),
  fc.constant<Destination>({ edition: 'two', sheets: { s0: { edition: 'one' } } }),
  fc.constant<Destination>({ sheets: { s1: { model: { specimen: 'pawl' } } } }),
);

/** Moves with the first size that there is, where one has to be chosen. */
function anyMove(drawing: Drawing, to: Destination, world: MoveWorld) {
  const { sizes } = proposeMapping(drawing, destined(drawing, to), world);
  return move(
    drawing,
    to,
    { sizes: Object.fromEntries(sizes.map((one) => [one.of, one.to ?? one.sizes[0]!.id])) },
    world,
  );
}

/** A value as it reads, without what a question may add to it. */
const read = (value: Movable['answers'][string]) => valueText(value).replace(/ mm$/, '').toLowerCase();

/** All values that somebody has given: twice the same counts twice. */
const given = ({ answers, overruled, aside }: Pick<Movable, 'answers' | 'overruled' | 'aside'>) =>
  [...Object.values(answers), ...Object.values(overruled), ...aside.map(({ value }) => value)].map(read);

const RUNS = Number(process.env.ZONOGRAPH_RUNS ?? 0);

describe('any move', () => {
  test('comes back to what it was, byte for byte, and loses no value', () => {
    let taken = 0;
    fc.assert(
      fc.property(Edition, Edition, Given, To, (one, two, drawing, to) => {
        const world = worldOf({ one, two });
        const outcome = anyMove(drawing, to, world);
        if (!outcome.ok) return;
        taken += 1;
        const { drawing: after, kept, unsigned } = outcome;
        const kept2 = JSON.parse(JSON.stringify(kept)) as typeof kept;
        const returned = back(after, kept2, world);
        if (!returned.ok) throw new Error(returned.reason);
        expect(canonicalJson(movableOf(returned.drawing))).toBe(canonicalJson(movableOf(drawing)));
        expect(returned.stays).toEqual([]);
        // Each value is there still, unless it was a signature: that is not typed.
        const signed = unsigned.flatMap(({ of, by, signature: done }) => (done && of !== '' ? [by] : [])).map(read);
        const left = given(after);
        for (const value of given(drawing)) {
          const at = left.indexOf(value);
          if (at >= 0) left.splice(at, 1);
          else {
            const as = signed.indexOf(value);
            expect([value, as >= 0]).toEqual([value, true]);
            signed.splice(as, 1);
          }
        }
        // Every answer that is left has a question, or is printed without one.
        const asked = new Set(askedBy(formatsAt(after, world)).map(({ key }) => key));
        const { linked } = proposeMapping(drawing, destined(drawing, to), world);
        for (const key of Object.keys(after.answers))
          expect([key, asked.has(key) || linked.has(key)]).toEqual([key, true]);
      }),
      { numRuns: RUNS || 300 },
    );
    expect(taken).toBeGreaterThan((RUNS || 300) / 3);
  });

  test('going back after anything was answered loses neither what was before nor what came', () => {
    fc.assert(
      fc.property(Edition, Edition, Given, To, Given, (one, two, drawing, to, since) => {
        const world = worldOf({ one, two });
        const outcome = anyMove(drawing, to, world);
        if (!outcome.ok) return;
        const asked = askedBy(formatsAt(outcome.drawing, world));
        const answered = Object.fromEntries(
          Object.entries(since.answers).filter(([key]) => asked.some((each) => each.key === key)),
        );
        const now: Drawing = { ...outcome.drawing, answers: { ...outcome.drawing.answers, ...answered } };
        const returned = back(now, outcome.kept, world);
        if (!returned.ok) throw new Error(returned.reason);
        const left = given(returned.drawing);
        for (const [key, value] of Object.entries(answered)) {
          if (JSON.stringify(outcome.kept.after.answers[key]) === JSON.stringify(value)) continue;
          expect([key, left.includes(read(value))]).toEqual([key, true]);
        }
      }),
      { numRuns: RUNS || 200 },
    );
  });
});

describe('foreseeing', () => {
  const facts = demoFacts(workshop);
  const standing = (drawing: Drawing, { formats }: MoveWorld): Standing => {
    const documents = formatsAt(drawing, { formats });
    const sources: DrawingSources = {
      document: documents[0]!,
      others: new Map([...formats].filter(([id]) => id !== drawing.editionId)),
      facts,
      scale: '1:2',
      models,
      profile: workshop.profile.document,
    };
    const { items } = drawnSheets(drawing, sources);
    return { drawing: { ...drawing, items }, documents, sources, resources };
  };
  const foreseen = (drawing: Drawing, to: Destination, world: MoveWorld) => {
    const outcome = moved(drawing, to, world);
    return { outcome, ...foresee(standing(drawing, world), standing(outcome.drawing, world), outcome) };
  };
  const words = (things: readonly Foreseen[], ...kinds: Foreseen['kind'][]) =>
    things.filter(({ kind }) => kinds.includes(kind)).map(foreseenWords);

  test('a cell that is dropped, one that is re-purposed, an answer that has no question: said in words', () => {
    const cell = 'material';
    const asks = [askedValue('heat', { name: 'Heat treatment' }), askedValue('coat', { name: 'Coating' })];
    const prints = (key: string): Record<string, Content[]> => ({
      [cell]: [{ parts: [{ kind: 'asked', asked: key }] as never }],
    });
    const world = worldOf({
      one: asking(workshop.format, asks, prints('heat')),
      two: asking(
        workshop.format,
        [
          askedValue('coat', { name: 'Coating', required: true }),
          askedValue('ral', { name: 'Colour', required: true }),
        ],
        prints('coat'),
      ),
    });
    const drawing = drawingOn('one', { answers: { heat: 'Q&T', coat: 'zinc' } });
    const { things, sheets } = foreseen(drawing, { edition: 'two' }, world);
    expect(words(things, 'aside')).toEqual(['Heat treatment is no longer printed. “Q&T” is kept.']);
    expect(words(things, 'asked')).toEqual(['Colour is asked and required.']);
    expect(words(things, 'printed').join(' ')).toContain('“zinc”');
    expect(sheets[0]!.before!.scene).not.toEqual(sheets[0]!.after!.scene);
  });

  test('an assembly in place of a part: its views, its list and the number of sheets', () => {
    const world = worldOf({ one: workshop.format });
    const { things } = foreseen(
      drawingOn('one', { specimen: 'pawl' }),
      { model: { specimen: 'recovery-winch' } },
      world,
    );
    expect(words(things, 'printed')).toContain('Title prints “RECOVERY WINCH” instead of “PAWL”.');
    // The list comes as one thing, not cell by cell.
    expect(words(things, 'rows')).toEqual([expect.stringMatching(/^The table “Parts list” comes, with \d+ rows\.$/)]);
    expect(words(things, 'printed').join(' ')).not.toContain('Item');
  });

  test('agrees with what the drawing prints after it, cell by cell', () => {
    let compared = 0;
    fc.assert(
      fc.property(Edition, Edition, Given, To, (one, two, drawing, to) => {
        const world = worldOf({ one, two });
        const outcome = anyMove(drawing, to, world);
        if (!outcome.ok) return;
        compared += 1;
        const [then, now] = [standing(drawing, world), standing(outcome.drawing, world)];
        const { things, sheets } = foresee(then, now, outcome);
        const planned = planDrawing(now.drawing, now.sources, resources);
        planned.forEach((sheet, i) => {
          const composed = composePlanned(sheet, resources);
          if (!composed.ok) throw new Error(composed.reason);
          expect(sheets[i]!.after!.scene).toEqual(composed.scene);
          for (const thing of things) {
            if (thing.kind !== 'printed' || thing.is === undefined || thing.on.sheet !== i + 1) continue;
            const cell = composed.report.cells.find(
              ({ id, block }) => id === thing.on.cell && block === thing.on.block,
            );
            expect(cell?.text).toBe(thing.is);
          }
        });
        const aside = things.flatMap((thing) => (thing.kind === 'aside' ? [thing.aside] : []));
        expect([...aside].sort(byKey)).toEqual(
          outcome.drawing.aside.filter((each) => !drawing.aside.includes(each)).sort(byKey),
        );
      }),
      { numRuns: RUNS ? Math.ceil(RUNS / 10) : 12 },
    );
    expect(compared).toBeGreaterThan(0);
  });
});

const byKey = (a: Aside, b: Aside) => canonicalJson(a).localeCompare(canonicalJson(b));

test('a sheet whose format has no such size says which one it prints', () => {
  const small = { ...inch.format, name: 'Small' };
  const drawing = drawingOn('one', { sheets: [{ id: 'first', name: '', edition: 'two' }] });
  const gone = goneFrom(drawing, {
    frozen: undefined,
    models,
    document: workshop.format,
    others: new Map([['two', small]]),
  });
  expect(gone.map(goneWords)).toEqual([
    expect.stringMatching(/^Sheet 1: its format has no size A3, and prints .+\. Choose a size for it\.$/),
  ]);
});
