import { partsFromEditor, partsToEditor } from '@/ui/board/details/content-parts';
import { partsAt, withCaption, withContent, withParts } from '@/ui/board/details/cell-content';
import { keepGuides, keptGuides, withGuide } from '@/ui/board/desk/guides';
import { cornersOn, levelsOn, nearestLevel } from '@/ui/board/desk/snapping';
import { fromDesk, scaleWords, toDesk } from '@/ui/sheet/view-store';
import { askedPlaces } from '@/ui/drawings/asked-places';
import { askedOf, sourcesOf } from '@/ui/drawings/use-sheets';
import { rowsOf } from '@/ui/proofs/proof-rows';
import type { Part } from '@/core/format/document';
import { demoPackage, demoSheet, demoSpecimens } from '../core/demo';
import { standInStorage } from './browser-stand-in';

const workshop = demoPackage('workshop-sheets');
const { report } = demoSheet(workshop, 'iso-a3-landscape', { specimen: 'recovery-winch', variant: '316L' });
const cell = (id: string) => workshop.format.blocks.flatMap(({ cells }) => cells).find((one) => one.id === id)!;

test('the desk and the sheet are mapped onto one another, and the scale is written as on a drawing', () => {
  const view = { k: 3, x: 40, y: 20 };
  expect(toDesk(view, 297, { x: 10, y: 290 })).toEqual({ x: 70, y: 41 });
  expect(fromDesk(view, 297, toDesk(view, 297, { x: 123, y: 45 }))).toEqual({ x: 123, y: 45 });
  expect([96 / 25.4, (96 / 25.4) * 2.43, 1.5, 0.2].map(scaleWords)).toEqual(['1 : 1', '2.4 : 1', '1 : 2.5', '1 : 19']);
});

test('edges are brought in line with those of other blocks, the drawing space and guides, within reach', () => {
  const levels = levelsOn(report, [{ axis: 'x', at: 111 }], 'notes-block');
  expect(levels.x).toEqual(expect.arrayContaining([20, 410, 210, 230, 111]));
  expect(levels.x).not.toContain(340);
  expect(levels.y).toEqual(expect.arrayContaining([10, 287, 64]));
  expect([nearestLevel(levels.y, 64.4, 1), nearestLevel(levels.y, 66, 1)]).toEqual([64, undefined]);
  expect(cornersOn(report)).toEqual(
    expect.arrayContaining([
      { x: 230, y: 64 },
      { x: 420, y: 297 },
    ]),
  );
});

test('a content goes into the editor and comes back as it was', () => {
  const parts: Part[] = [
    { kind: 'fixed', text: 'SHEET ' },
    { kind: 'linked', property: 'sheet-number' },
    { kind: 'break' },
    { kind: 'asked', asked: 'language' },
  ];
  const editor = partsToEditor(parts, (part) => (part.kind === 'linked' ? part.property : 'asked'));
  expect(editor.content).toHaveLength(2);
  expect(partsFromEditor(editor)).toEqual(parts);
  expect(partsFromEditor(partsToEditor([], () => ''))).toEqual([]);
});

test('contents of a cell are replaced at their place, under the condition that stood there', () => {
  const when = { sheets: 'following' as const };
  const two = { ...cell('material'), contents: [{ when, parts: [] }, { parts: [] }] };
  const parts: Part[] = [{ kind: 'fixed', text: 'X' }];
  expect(withParts(two, 0, parts)).toEqual([{ when, parts }, { parts: [] }]);
  expect(withContent(two, 2, { parts })).toHaveLength(3);
  expect(withParts({ ...two, contents: [{ parts }] }, 0, [])).toEqual([]);
  expect(partsAt({ ...two, contents: [{ symbol: { name: 'projection' } }] }, 0)).toEqual([]);
  expect(withCaption(cell('material'), 'STUFF', workshop.format)).toMatchObject({ text: 'STUFF' });
  expect(withCaption(cell('mark'), 'MARK', workshop.format)).toMatchObject({ text: 'MARK', lettering: 'caption' });
  expect(withCaption(cell('material'), '', workshop.format)).toBeNull();
});

test('guides are kept for each format; what is no guide is not taken up', () => {
  standInStorage();
  keepGuides('one', withGuide([{ axis: 'x', at: 40 }], 0, 41.00000049));
  expect(keptGuides('two')).toEqual([]);
  expect(keptGuides('one')).toEqual([{ axis: 'x', at: 41 }]);
  expect(withGuide(keptGuides('one'), 0, undefined)).toEqual([]);
  localStorage.setItem('zonograph-guides-two', '[{"axis":"z"}]');
  expect(keptGuides('two')).toEqual([]);
});

test('the matrix of proofs: the longest, new drawings, every model in each variant, blank', () => {
  const rows = rowsOf(demoSpecimens().map((one) => ({ ...one, variants: one.variants.map(({ name }) => name) })));
  expect(rows).toHaveLength(26);
  expect(rows.slice(1, 5).map(({ words }) => words)).toEqual([
    'New drawing, part, just made',
    'New drawing, part, answered with samples',
    'New drawing, assembly, just made',
    'New drawing, assembly, answered with samples',
  ]);
  expect([rows[0], rows.at(-1)]).toMatchObject([{ show: 'longest' }, { show: 'blank' }]);
  expect(rows.map(({ words }) => words)).toContain('Pawl · 316L');
});

test('asked values of all formats of a drawing’s sheets, each once, and where each is answered', () => {
  const formats = [workshop, demoPackage('inch-sheets'), workshop].map(({ format }, i) => ({
    edition: { id: `e${i}`, document: format },
    facts: { today: '2026-06-02' },
    scale: '1:2',
  }));
  const open = { formats, office: { specimens: [], properties: [], materials: [] } } as never;
  expect(askedOf(open).map(({ key }) => key)).toEqual(workshop.format.asked.map(({ key }) => key));
  const sources = sourcesOf(open);
  expect([...sources.others.keys()]).toEqual(['e1', 'e2']);
  expect(sources.facts.today).toBe('2026-06-02');
  const places = askedPlaces(askedOf(open), report);
  expect(places.map(({ cell: at }) => at?.id)).toEqual([
    'created',
    'issued',
    'doc-type',
    'checked',
    'status',
    'language',
    'approved',
  ]);
  expect(askedPlaces(askedOf(open), undefined).every(({ cell: at }) => at === undefined)).toBe(true);
});
