import { type Progress, newDrawing } from '@/core/drawing/new-drawing';
import type { FormatDocument } from '@/core/format/document';
import { type StartOptions, startFromStandard } from '@/core/format/starting';
import { GIVEN_ON_DRAWINGS, SUPPLIED } from '@/core/property/supplied';
import { compose } from '@/core/scene/compose';
import type { Person } from '@/core/office/person';
import { composeProof } from '@/core/scene/proof';
import { demoFacts, demoPackage, demoResources } from '../demo';

const workshop = demoPackage('workshop-sheets');
const resources = demoResources(workshop);
const person = (name: string, may: Partial<Person>): Person => ({
  id: name,
  name,
  initials: '',
  email: '',
  mayCreate: false,
  mayCheck: false,
  mayApprove: false,
  left: false,
  ...may,
});
const surroundings = {
  facts: { ...demoFacts(workshop, 'pawl', '316L'), today: '2026-11-26' },
  properties: workshop.properties,
  people: [person('Ines Sundqvist', { mayCheck: true }), person('Orsolya Brandt', { mayApprove: true })],
  me: 'Marlo Aketch',
  number: 'KD-00042',
};
const drawn = (document: FormatDocument, progress: Progress) => newDrawing(document, progress, surroundings);

test('a drawing just made has what is proposed and its number, and nothing of what the format is proved with', () => {
  const { facts, scale } = drawn(workshop.format, 'made');
  expect(scale).toBeUndefined();
  expect(facts.drawing?.values).toMatchObject({
    [SUPPLIED.createdBy]: 'Marlo Aketch',
    [SUPPLIED.dateOfIssue]: '2026-11-26',
    [SUPPLIED.drawingNumber]: 'KD-00042',
  });
  expect(facts.drawing?.values).not.toHaveProperty(SUPPLIED.checkedBy);
  expect(facts.revisions).toEqual([]);
});

test('answered, it has a sample for everything: who may sign, a choice there is, today', () => {
  expect(drawn(workshop.format, 'answered').facts.drawing?.values).toMatchObject({
    [SUPPLIED.createdBy]: 'Marlo Aketch',
    [SUPPLIED.checkedBy]: 'Ines Sundqvist',
    [SUPPLIED.approvedBy]: 'Orsolya Brandt',
  });
});

const starts = (['iso', 'asme'] as const).flatMap((standard) =>
  (['full', 'compact', 'full, compact on A4'] as const).map(
    (titleBlock): [string, Omit<StartOptions, 'id' | 'name'>] => [
      `${standard}, ${titleBlock}`,
      {
        standard,
        sizes:
          standard === 'iso'
            ? ['iso-a3-landscape', 'iso-a4-portrait', 'iso-a0-landscape']
            : ['asme-b-landscape', 'asme-a-portrait', 'asme-d-landscape'],
        zones: true,
        titleBlock,
      },
    ],
  ),
);

test.each(starts)('on a start from a standard (%s) every drawing value that is printed can be filled', (_, options) => {
  let n = 0;
  const started = startFromStandard({ id: 'n', name: 'N', ...options }, () => `n-${++n}`);
  if (!started.ok) throw new Error(started.reason);
  const { document } = started;
  const { facts, scale } = drawn(document, 'answered');
  let printed = 0;
  for (const { id: sizeId } of document.sizes) {
    const { findings } = composeProof(document, { sizeId, show: 'values', scale: scale! }, facts, resources);
    expect(findings.filter(({ code }) => code === 'nobody is asked')).toEqual([]);
    const composed = compose(
      document,
      { sizeId, sheet: { number: 1, total: 1, scale: scale! }, show: 'values' },
      facts,
      resources,
    );
    if (!composed.ok) throw new Error(composed.reason);
    for (const { trace } of composed.report.cells)
      for (const { property, source } of trace) {
        const isOfDrawing = source === 'drawing' && !GIVEN_ON_DRAWINGS.has(property);
        if (!isOfDrawing && property !== SUPPLIED.scale) continue;
        printed += 1;
        expect([
          property,
          findings.filter(
            ({ code, params }) => code === 'no value' && 'property' in params && params.property === property,
          ),
        ]).toEqual([property, []]);
      }
  }
  expect(printed).toBeGreaterThan(document.sizes.length * 3);
});
