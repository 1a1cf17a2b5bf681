import { type Step, applyStep, stepWords } from '@/core/format/steps/step';
import { done } from '../../builders';
import { demoPackage } from '../demo';

const { format } = demoPackage('workshop-sheets');

const refusal = (step: Step, document = format) => {
  const outcome = applyStep(document, step);
  if (outcome.ok) throw new Error('was not refused');
  return outcome.reason;
};
const column = (track: string, size: number, rest: object = {}): Step => ({
  op: 'set track',
  block: 'title-block',
  axis: 'column',
  track,
  size,
  ...rest,
});

test('a step that changes nothing gives the document itself, so that there is nothing to undo', () => {
  const steps: Exclude<Step, { op: 'together' }>[] = [
    { op: 'rename format', name: format.name },
    { op: 'set track', block: 'title-block', axis: 'column', track: 'tb-c1', size: 35 },
    { op: 'set margins', change: { left: 20 } },
    { op: 'set asked', asked: [...format.asked] },
  ];
  for (const step of steps) expect(done(format, step)).toBe(format);
  expect(done(format, { op: 'together', name: 'All of it', steps })).toBe(format);
});

describe('set track', () => {
  test('changes that column alone and shares everything else with the document before', () => {
    const next = done(format, column('tb-c1', 42));
    expect(next.blocks[0]!.columns[0]).toEqual({ id: 'tb-c1', size: 42 });
    expect(next.blocks[1]).toBe(format.blocks[1]);
    expect(next.blocks[0]!.cells).toBe(format.blocks[0]!.cells);
    expect(format.blocks[0]!.columns[0]).toEqual({ id: 'tb-c1', size: 35 });
  });

  test('on one size only, it becomes an exception', () => {
    const next = done(format, column('tb-c1', 30, { onlyOn: 'iso-a4-portrait' }));
    expect(next.blocks[0]!.columns[0]).toEqual({ id: 'tb-c1', size: { base: 35, at: { 'iso-a4-portrait': 30 } } });
  });

  test('with the total held, the next column takes up the change', () => {
    const next = done(format, column('tb-c4', 25, { holdTotal: true }));
    expect(next.blocks[0]!.columns.slice(3, 5)).toEqual([
      { id: 'tb-c4', size: 25 },
      { id: 'tb-c5', size: 17 },
    ]);
  });

  test.each([
    [column('tb-c1', -2), 'Column 1 cannot be -2 mm: a column takes 0.5 to 5000 mm.'],
    [column('tb-c1', 0), 'Column 1 cannot be 0 mm: a column takes 0.5 to 5000 mm.'],
    [
      column('tb-c4', 60, { holdTotal: true }),
      'Column 4 cannot be 60 mm: with the block’s total held, column 5 would be left with -18 mm.',
    ],
    [column('gone', 10), 'That column is no longer in “Title block”.'],
    [{ ...column('tb-c1', 10), block: 'gone' } as Step, 'That block is no longer in the format.'],
  ])('refuses %j', (step, reason) => {
    expect(refusal(step).replaceAll('’', "'")).toBe(reason.replaceAll('’', "'"));
  });

  test('is named in words', () => {
    expect(stepWords(format, column('tb-c1', 42))).toBe('Column 1 to 42 mm');
  });
});

describe('set cell', () => {
  const cell = (change: Extract<Step, { op: 'set cell' }>['change']): Step => ({
    op: 'set cell',
    block: 'title-block',
    cell: 'free',
    change,
  });
  test('gives a caption, a link and takes the caption away again', () => {
    const contents = [{ parts: [{ kind: 'linked' as const, property: 'line-pull' }] }];
    const caption = {
      text: 'LINE PULL',
      lettering: 'caption',
      place: format.blocks[0]!.cells.find(({ id }) => id === 'created')!.caption!.place,
    };
    const next = done(format, cell({ caption, contents }));
    const changed = next.blocks[0]!.cells.find(({ id }) => id === 'free')!;
    expect(changed).toMatchObject({ caption, contents });
    expect(done(next, cell({ caption: null })).blocks[0]!.cells.find(({ id }) => id === 'free')).not.toHaveProperty(
      'caption',
    );
  });

  test('an unknown lettering style or a cell that is gone is refused', () => {
    expect(refusal(cell({ lettering: 'shouting' }))).toMatch(
      /lettering style shouting, which the format does not have/,
    );
    expect(refusal({ ...cell({}), cell: 'gone' } as Step)).toBe('That cell is no longer in “Title block”.');
  });

  test('a locked block keeps its cells', () => {
    const locked = {
      ...format,
      blocks: format.blocks.map((block, i) => (i === 0 ? { ...block, locked: true } : block)),
    };
    expect(refusal(cell({ fit: [] }), locked)).toBe('“Title block” is locked. Unlock it to change it.');
  });
});

describe('the sheet', () => {
  test('margins change, but never leave a size without drawing space', () => {
    expect(done(format, { op: 'set margins', change: { left: 25 } }).margins).toEqual({ ...format.margins, left: 25 });
    expect(refusal({ op: 'set margins', change: { left: 195 } })).toBe(
      'On A4 the left and right margins leave 5 mm of drawing space; it needs at least 10 mm.',
    );
    // What is accepted can be saved: a base counts that no size takes.
    const everywhere = Object.fromEntries(format.sizes.map(({ id }) => [id, 10]));
    expect(refusal({ op: 'set margins', change: { left: { base: 9000, at: everywhere } } })).toBe(
      'The left margin is 9000 mm; at most 2000 mm are possible.',
    );
    expect(refusal({ op: 'set margins', change: { left: { base: -3, at: everywhere } } })).toBe(
      'The left margin cannot be -3 mm on any size.',
    );
    expect(refusal({ op: 'set margins', change: { top: -1 } })).toBe(
      'The top margin cannot be -1 mm: the frame would lie outside the sheet.',
    );
  });

  test('zones change; fields shorter than 5 mm are refused', () => {
    expect(done(format, { op: 'set zones', change: { verticalRuns: 'up' } }).zones.verticalRuns).toBe('up');
    expect(refusal({ op: 'set zones', change: { rule: { base: { kind: 'pitch', pitch: 2, corner: 10 } } } })).toBe(
      'The step is not valid at change › rule › base › pitch: a length from 5 to 2000 mm is needed.',
    );
  });
});

describe('steps of what is asked, in words', () => {
  const { asked } = format;
  const stepWordsOf = (step: Step) => stepWords(format, step);
  const words = (next: typeof asked) => {
    const step = { op: 'set asked', asked: next } as const;
    expect(applyStep({ ...format, blocks: [] }, step).ok).toBe(true);
    return stepWordsOf(step);
  };
  test.each([
    ['one more', () => [...asked, { ...asked[0]!, key: 'heat', name: 'Heat number' }], 'Ask for Heat number'],
    ['one less', () => asked.slice(1), `No longer ask for ${asked[0]!.name}`],
    [
      'one changed',
      () => asked.map((one, i) => (i === 1 ? { ...one, required: !one.required } : one)),
      `Asked value ${asked[1]!.name}`,
    ],
    ['another order', () => asked.toReversed(), 'Order of the asked values'],
  ])('%s', (_, next, told) => {
    expect(words(next())).toBe(told);
  });

  test('a finding accepted, and no longer', () => {
    const accepted = [{ code: 'no value', place: {}, params: {}, reason: 'A sketch' }];
    expect(stepWordsOf({ op: 'set accepted', accepted })).toBe('Accept a finding');
    expect(stepWords({ ...format, accepted }, { op: 'set accepted', accepted: [] })).toBe('No longer accept a finding');
  });
});
