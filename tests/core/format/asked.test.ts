import type { Finding } from '@/core/findings/finding';
import { checkOverruled, unsoundAnswers } from '@/core/drawing/asking';
import { drawingFacts, modelHash } from '@/core/drawing/drawing';
import { proposedAnswer } from '@/core/format/asked';
import { readValue } from '@/core/property/reading-value';
import type { AskedValue, FormatDocument } from '@/core/format/document';
import { applyStep } from '@/core/format/steps/step';
import { modelFacts as factsOf } from '@/core/specimen/model-facts';
import type { Specimen } from '@/core/specimen/specimen';
import { compose } from '@/core/scene/compose';
import { demoFacts, demoPackage, demoResources, demoSpecimen, demoModels } from '../demo';

const base: AskedValue = {
  key: 'x',
  name: 'Test load',
  prompt: 'Which load?',
  type: 'text',
  required: false,
  missing: { print: 'dash', report: true },
};

test.each<[Partial<AskedValue>, string, unknown]>([
  [{ type: 'text' }, '  KELVARRA ', 'KELVARRA'],
  [{ type: 'text' }, '   ', undefined],
  [{ type: 'number' }, '12,5', 12.5],
  [{ type: 'number', quantity: 'force', unit: 'kN' }, '12.5', { value: 12.5, unit: 'kN' }],
  [{ type: 'number', quantity: 'force', unit: 'kN' }, '900 N', { value: 900, unit: 'N' }],
  [{ type: 'date' }, '2026-06-02', '2026-06-02'],
  [{ type: 'yes/no' }, 'Yes', true],
  [{ type: 'choice', choices: ['As built', 'Layout'] }, 'as BUILT', 'As built'],
  [{ type: 'text', pattern: '[A-HJ-NP-Z]{1,2}' }, 'AB', 'AB'],
])('the answer %j takes “%s”', (part, text, value) => {
  expect(readValue({ ...base, ...part }, text)).toEqual({ ok: true, value });
});

test.each<[Partial<AskedValue>, string, string]>([
  [{ length: 4 }, 'LONGER', 'Test load takes 4 characters; “LONGER” has 6.'],
  [{ type: 'number' }, 'heavy', '“heavy” is not a number. Test load takes for example 12.5.'],
  [
    { type: 'number', quantity: 'force', unit: 'kN' },
    '3 kg',
    '“kg” is not a unit of force. Test load takes for example 12.5 kN.',
  ],
  [{ type: 'date' }, '2026-02-30', '“2026-02-30” is not a date. Type it as 2026-06-02.'],
  [{ type: 'choice', choices: ['As built', 'Layout'] }, 'Sketch', 'Test load takes As built, Layout.'],
  [
    { pattern: '[A-HJ-NP-Z]', hint: 'I and O are not used' },
    'I',
    '“I” is not of the form that Test load takes: I and O are not used.',
  ],
  [{ type: 'yes/no' }, 'perhaps', 'Test load takes yes or no.'],
])('the answer %j refuses “%s”', (part, text, reason) => {
  expect(readValue({ ...base, ...part }, text)).toEqual({ ok: false, reason });
});

test('an asked value proposes today, me, a fixed value or a property’s', () => {
  const sources = { today: '2026-11-25', me: 'Ines Sundqvist', resolve: (id: string) => `value of ${id}` };
  expect(
    (['today', 'me', { value: 7 }, { property: 'title' }, undefined] as const).map((preset) =>
      proposedAnswer({ ...base, default: preset }, sources),
    ),
  ).toEqual(['2026-11-25', 'Ines Sundqvist', 7, 'value of title', undefined]);
});

describe('on a drawing', () => {
  const workshop = demoPackage('workshop-sheets');
  const modelFacts = (specimen: Specimen, variant: string) => factsOf(specimen, variant, demoModels(workshop));
  const model = modelFacts(demoSpecimen('drum-barrel'), '316L');
  const sheet = (answers: Record<string, string>, overruled: Record<string, string> = {}, format = workshop.format) => {
    const facts = drawingFacts(demoFacts(workshop), model, { number: 'KD-00007', answers, overruled });
    const request = { sizeId: 'iso-a3-landscape', sheet: { number: 1, total: 1 }, show: 'values' as const };
    const composed = compose(format, request, facts, demoResources(workshop));
    if (!composed.ok) throw new Error(composed.reason);
    const cell = (id: string) => composed.report.cells.find((one) => one.id === id)!;
    return { ...composed, text: (id: string) => cell(id).text, trace: (id: string) => cell(id).trace[0]! };
  };

  test('an answer stands in every cell that asks for it or links to it; the number is the drawing’s', () => {
    const filled = sheet({ 'created-by': 'Ines Sundqvist', language: 'de' });
    expect([filled.text('created'), filled.text('language'), filled.text('number')]).toEqual([
      'Ines Sundqvist',
      'de',
      'KD-00007',
    ]);
    expect(filled.trace('created')).toMatchObject({ from: 'Drawing KD-00007', value: 'Ines Sundqvist' });
  });

  test('an unanswered one prints what the format says, never its default or sample: a line for the pen, a dash', () => {
    const filled = sheet({});
    expect([filled.text('created'), filled.text('issued'), filled.text('language')]).toEqual(['', '–', '']);
    const line = filled.scene.primitives.find((one) => one.kind === 'line' && one.source === 'created');
    expect(line).toMatchObject({ width: 0.18, from: { y: expect.any(Number) } });
    expect(filled.report.findings).toContainEqual(
      expect.objectContaining({
        code: 'no value',
        params: { property: 'approved-by', name: 'Approved by', from: 'Drawing KD-00007' },
      }),
    );
  });

  test('a linked value that may be overruled shows the other one and keeps its own in the trace', () => {
    const filled = sheet({}, { finish: 'Bead blasted' });
    expect(filled.text('finish')).toBe('Bead blasted');
    expect(filled.trace('finish')).toMatchObject({ value: 'Pickled and passivated', overruledBy: 'Bead blasted' });
    expect(sheet({}, { material: 'Bronze' }).text('material')).toBe('X2CrNiMo17-12-2 EN 10088-3');
  });

  test('the longest of a linked cell is that of its question: the longest choice, never a text of that length', () => {
    const question = { ...workshop.format.asked.find(({ key }) => key === 'document-type')!, length: 40 };
    const asked = workshop.format.asked.map((one) => (one.key === question.key ? question : one));
    const contents = [{ parts: [{ kind: 'linked' as const, property: 'document-type' }] }];
    const blocks = workshop.format.blocks.map((block) => ({
      ...block,
      cells: block.cells.map((cell) => (cell.id === 'doc-type' ? { ...cell, contents } : cell)),
    }));
    const made = compose(
      { ...workshop.format, asked, blocks },
      { sizeId: 'iso-a3-landscape', sheet: { number: 1, total: 1 }, show: 'longest' },
      demoFacts(workshop),
      demoResources(workshop),
    );
    if (!made.ok) throw new Error(made.reason);
    expect(made.report.cells.find(({ id }) => id === 'doc-type')!.trace[0]!.value).toBe('Weldment drawing');
  });

  test('what is kept of a drawing is checked against its format', () => {
    const kept = { 'no longer asked': 'kept' };
    const check = (answers: Record<string, string>) => unsoundAnswers([workshop.format], answers, kept);
    expect(check({ 'created-by': 'Ines Sundqvist', ...kept })).toEqual({});
    expect(check({ 'no longer asked': 'another', 'never asked': 'x', 'date-of-issue': 'June' })).toEqual({
      'no longer asked': 'Nobody is asked for “no longer asked” on this drawing.',
      'never asked': 'Nobody is asked for “never asked” on this drawing.',
      'date-of-issue': expect.stringContaining('“June” is not a date'),
    });
    expect(checkOverruled([workshop.format], { material: 'Bronze' })).toEqual({
      ok: false,
      reason: 'The format does not let “material” be overruled on a drawing.',
    });
  });

  test('a changed value or variant of the model changes its hash', () => {
    const barrel = demoSpecimen('drum-barrel');
    const hashes = [
      modelHash(modelFacts(barrel, '316L')),
      modelHash(modelFacts(barrel, 'galvanised')),
      modelHash(modelFacts({ ...barrel, values: { ...barrel.values, Title: 'BARREL' } }, '316L')),
    ];
    expect(new Set(hashes).size).toBe(3);
    expect(modelHash(modelFacts(demoSpecimen('drum-barrel'), '316L'))).toBe(hashes[0]);
  });

  test('asked values are put in order, and one that a cell still asks for cannot go', () => {
    const { asked } = workshop.format;
    const turned = applyStep(workshop.format, { op: 'set asked', asked: asked.toReversed() });
    expect(turned.ok && turned.document.asked[0]!.key).toBe('approved-by');
    expect(applyStep(workshop.format, { op: 'set asked', asked: asked.slice(1) })).toMatchObject({
      ok: false,
      reason: expect.stringContaining('asks for created-by, which is not defined'),
    });
    const document = (turned as { document: FormatDocument }).document;
    const composed = compose(
      document,
      { sizeId: 'iso-a3-landscape', sheet: { number: 1, total: 1 }, show: 'values' },
      demoFacts(workshop, 'drum-barrel'),
      demoResources(workshop),
    );
    const finding = composed.ok && composed.report.findings.find((one) => one.code === 'asked out of order');
    expect(finding && finding.repair).toBeDefined();
    const repaired = applyStep(document, (finding as Finding).repair!.steps[0]!);
    expect(repaired.ok && repaired.document.asked.map(({ key }) => key)).toEqual(asked.map(({ key }) => key));
  });
});
