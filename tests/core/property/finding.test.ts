import { foundProperties, propertyRank } from '@/core/property/finding';
import { readFileSync } from 'node:fs';
import type { PropertyDefinition } from '@/core/property/definition';

const { properties } = JSON.parse(readFileSync('demo/office.json', 'utf8')) as { properties: PropertyDefinition[] };

/** What somebody may type for a property: captions of ISO 7200 and ASME Y14.1, of custom, and the beginnings of them. */
const WORDS: [property: string, words: string][] = [
  ['title', 'title, drawing title, part name, designation'],
  ['supplementary-title', 'supplementary title, subtitle'],
  ['drawing-number', 'drawing number, drawing no., dwg no, identification number, document number'],
  ['part-number', 'part number, part no, article number'],
  ['revision', 'revision, rev, revision index, issue'],
  ['scale', 'scale, main scale'],
  ['sheet-number', 'sheet, sheet no, page'],
  ['number-of-sheets', 'number of sheets, of sheets, total sheets'],
  ['sheet-size', 'sheet size, paper size, drawing size'],
  ['created-by', 'creator, drawn by, drawn, author, prepared by'],
  ['checked-by', 'checked, chkd, checker, reviewed by'],
  ['approved-by', 'approval person, appd, approved, released by'],
  ['date-of-issue', 'date of issue, issue date, date issued'],
  ['document-type', 'document type, type of document'],
  ['document-status', 'document status, release status'],
  ['language', 'language code, lang'],
  ['material', 'matl, material specification'],
  ['finish', 'surface treatment, coating'],
  ['mass', 'weight, wt, calc weight'],
  ['legal-owner', 'owner, company, design activity'],
  ['general-tolerance', 'tolerances, unless otherwise specified'],
  ['projection-angle', 'angle of projection, projection method'],
  ['department', 'responsible department, dept'],
  ['project', 'contract no, job'],
  ['heat-treatment', 'heat treat'],
];

test('at least sixty usual words each find their property first', () => {
  const typed = WORDS.flatMap(([id, words]) => words.split(', ').map((word) => [id, word] as const));
  expect(typed.length).toBeGreaterThanOrEqual(60);
  const found = typed.map(([id, word]) => [
    word,
    foundProperties(properties, word)[0]?.id === id ? id : foundProperties(properties, word)[0]?.id,
  ]);
  expect(found).toEqual(typed.map(([id, word]) => [word, id]));
});

test('what is typed whole tells better than what only begins so, and what tells nothing finds nothing', () => {
  const [mass] = properties.filter(({ id }) => id === 'mass');
  expect(propertyRank(mass!, 'Mass')).toBe(0);
  expect(propertyRank(mass!, 'ma')).toBe(2);
  expect(propertyRank(mass!, 'calc')).toBe(5);
  expect(propertyRank(mass!, 'keelson')).toBeUndefined();
  expect(foundProperties(properties, '')).toHaveLength(properties.length);
});
