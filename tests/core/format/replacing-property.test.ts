import { withPropertyReplaced } from '@/core/format/replacing-property';
import { picturesUsed } from '@/core/format/pictures-used';
import type { Block, Content, FormatDocument } from '@/core/format/document';
import { demoPackage } from '../demo';

const { format } = demoPackage('workshop-sheets');
const withContents = (contents: Content[], grow?: Partial<Block['grow']>): FormatDocument => ({
  ...format,
  asked: [{ ...format.asked[0]!, default: { property: 'old' } }, ...format.asked.slice(1)],
  blocks: format.blocks.map((block, i) =>
    i === 0
      ? {
          ...block,
          ...(grow && { grow: { ...format.blocks.find((one) => one.grow)!.grow!, ...grow } }),
          cells: block.cells.map((cell, c) => (c === 0 ? { ...cell, contents } : cell)),
        }
      : block,
  ),
});

describe('a property replaced by another', () => {
  test('is replaced in links, in what stands in for them, in pictures, defaults, orders and notes', () => {
    const document = withContents(
      [
        {
          parts: [
            { kind: 'linked', property: 'old', orElse: ['title', 'old'] },
            { kind: 'fixed', text: 'old' },
          ],
        },
        { picture: { from: { property: 'old' }, scale: 'fit' } },
      ],
      { parts: { kind: 'components', orderBy: 'old' }, notes: ['old', 'title', 'new'] },
    );
    const replaced = withPropertyReplaced(document, 'old', 'new');
    const [block] = replaced.blocks;
    expect(block!.cells[0]!.contents).toEqual([
      {
        parts: [
          { kind: 'linked', property: 'new', orElse: ['title', 'new'] },
          { kind: 'fixed', text: 'old' },
        ],
      },
      { picture: { from: { property: 'new' }, scale: 'fit' } },
    ]);
    expect(block!.grow).toMatchObject({ parts: { orderBy: 'new' }, notes: ['new', 'title'] });
    expect(replaced.asked[0]!.default).toEqual({ property: 'new' });
    expect(JSON.stringify(replaced)).not.toMatch(/"(property|orderBy)":"old"/);
  });

  test('leaves a document alone that does not have it', () => {
    expect(withPropertyReplaced(format, 'nobody uses this', 'new')).toBe(format);
  });
});

test('the pictures that cells hold, each once; what a property names is not among them', () => {
  const [a, b] = ['a'.repeat(64), 'b'.repeat(64)];
  const document = withContents([
    { picture: { from: { hash: a }, scale: 'fit' } },
    { when: { kinds: 'part' }, picture: { from: { hash: b }, scale: 'fill' } },
    { picture: { from: { hash: a }, scale: { percent: 50 } } },
    { picture: { from: { property: 'owner-mark' }, scale: 'fit' } },
  ]);
  const before = picturesUsed({ ...document, blocks: document.blocks.slice(1) });
  expect(picturesUsed(document).filter((hash) => !before.includes(hash))).toEqual([a, b]);
});
