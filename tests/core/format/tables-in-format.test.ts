import { withPropertyReplaced } from '@/core/format/replacing-property';
import { READY_PARTS, type ReadyPart, readyBlock } from '@/core/format/ready-parts';
import { growthTrouble, partsKey } from '@/core/format/growth';
import { documentDefects, tilingDefects } from '@/core/format/defects';
import { partStyle, startFromStandard } from '@/core/format/starting';
import { linksByProperty } from '@/core/format/usage';
import { applyStep } from '@/core/format/steps/step';
import { partsRules } from '@/core/specimen/parts-tables';
import { demoPackage } from '../demo';

const { format } = demoPackage('inch-sheets');
let count = 0;
const newId = () => `id-${(count += 1)}`;

describe('ready parts', () => {
  const started = startFromStandard(
    { id: 'f', name: 'F', standard: 'iso', sizes: ['iso-a3-landscape'], zones: true, titleBlock: 'full' },
    newId,
  );
  if (!started.ok) throw new Error(started.reason);
  const { document } = started;

  test.each(Object.keys(READY_PARTS) as ReadyPart[])('%s is a sound block that a format takes', (part) => {
    const block = readyBlock(part, partStyle(document), newId, document.blocks);
    expect(tilingDefects(block)).toEqual([]);
    const added = applyStep(document, { op: 'add block', block });
    if (!added.ok) throw new Error(added.reason);
    expect(documentDefects(added.document)).toEqual([]);
    if (block.grow) expect(growthTrouble(block, block.grow)).toBeUndefined();
  });

  test('a parts list stands on the title block, its heading below; a revision table hangs from the upper right corner', () => {
    const parts = readyBlock('parts', partStyle(document), newId, document.blocks);
    expect(parts.dock.to).toEqual([{ block: document.blocks[0]!.id, side: 'above' }]);
    expect(parts.grow).toMatchObject({ rows: 'parts', direction: 'up', whenFull: 'following sheet' });
    expect(parts.condition).toEqual({ kinds: 'assembly' });
    const revisions = readyBlock('revisions', partStyle(document), newId, document.blocks);
    expect(revisions).toMatchObject({ dock: { to: [], corner: 'upper right' }, condition: { sheets: 'first' } });
  });
});

test('merging a property takes the tables along: their notes and the order of their parts', () => {
  const merged = withPropertyReplaced(withPropertyReplaced(format, 'edges-note', 'finish'), 'part-number', 'title');
  const grow = (id: string) => merged.blocks.find((block) => block.id === id)!.grow!;
  expect(grow('notes-block').notes).toEqual(['units-note', 'finish', 'notes']);
  expect(grow('parts-block').parts).toEqual({ kind: 'components', orderBy: 'title' });
  expect(withPropertyReplaced(format, 'gone', 'title')).toBe(format);
});

test('a property whose lines are notes is used by the table', () => {
  expect(linksByProperty(format).get('edges-note')).toContainEqual({ block: 'notes-block', cell: 'note-head-1' });
});

test('parts lists of different rules are told apart, equal ones are one', () => {
  expect(partsKey(undefined)).toBe('components');
  expect(partsKey({ kind: 'indented', orderBy: 'title' })).toBe('indented by title');
  const [parts] = format.blocks.filter(({ grow }) => grow?.rows === 'parts');
  const rules = partsRules({
    ...format,
    blocks: [...format.blocks, parts!, { ...parts!, grow: { ...parts!.grow!, parts: { kind: 'all parts' } } }],
  });
  expect([...rules.keys()]).toEqual(['components by part-number', 'all parts']);
});
