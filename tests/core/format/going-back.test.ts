import { canonicalHash } from '@/core/format/canonical';
import { goneBack, wayBack } from '@/core/format/going-back';
import { applyStep } from '@/core/format/steps/step';
import { demoPackage } from '../demo';

const { format } = demoPackage('workshop-sheets');

test('the way back from any edit leads to the very document that it was made from, and shares what did not change', () => {
  const block = format.blocks.find(({ id }) => id === 'title-block')!;
  const edits = [
    { op: 'set margins' as const, change: { left: 33 } },
    { op: 'remove block' as const, block: 'filing-block' },
    { op: 'set cell' as const, block: block.id, cell: 'material', change: { caption: null, contents: [] } },
    { op: 'set track' as const, block: block.id, axis: 'row' as const, track: block.rows[0]!.id, size: 11 },
  ];
  for (const edit of edits) {
    const done = applyStep(format, edit as Parameters<typeof applyStep>[1]);
    if (!done.ok) throw new Error(done.reason);
    const back = goneBack(done.document, JSON.parse(JSON.stringify(wayBack(done.document, format))) as never);
    expect(canonicalHash(back)).toBe(canonicalHash(format));
    expect(back.letterings).toBe(done.document.letterings);
  }
});

test('a way that starts from another document is refused', () => {
  const [first, ...others] = format.blocks;
  const back = wayBack({ ...format, blocks: others }, format);
  expect(() => goneBack({ ...format, blocks: [] }, back)).toThrow();
  expect(first).toBeDefined();
});
