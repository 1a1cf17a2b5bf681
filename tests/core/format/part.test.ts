import { documentDefects } from '@/core/format/defects';
import type { FormatDocument } from '@/core/format/document';
import { partOf, puttingPart, readPart, swappingPart, withWhatStandsOn } from '@/core/format/part';
import { startBlank } from '@/core/format/starting';
import { demoPackage } from '../demo';
import { done } from '../../builders';

const workshop = demoPackage('workshop-sheets').format;
const inch = demoPackage('inch-sheets').format;
const newId = () => {
  let n = 0;
  return () => `new-${++n}`;
};
const title = workshop.blocks.find(({ role }) => role === 'title')!;
const kept = partOf(workshop, withWhatStandsOn(workshop, title.id), 'House title block');
const captions = (document: Pick<FormatDocument, 'blocks'>) =>
  document.blocks.flatMap(({ cells }) => cells.flatMap(({ caption }) => caption?.text ?? []));

test('a part is a block with what stands on it, and all that they need; it is read again as it was kept', () => {
  expect(kept.blocks.length).toBeGreaterThan(1);
  expect(kept.asked.map(({ key }) => key)).toContain('checked-by');
  expect(kept.inks.length).toBeGreaterThan(0);
  expect(readPart(JSON.parse(JSON.stringify(kept)))).toEqual({ ok: true, part: kept });
  expect(readPart({ ...kept, name: ' ' })).toMatchObject({ ok: false });
});

test.each([
  ['a blank format', startBlank({ id: 'blank', name: 'Blank' })],
  ['inch sheets', inch],
  ['the format that it is from', workshop],
])('put into %s it is sound, its ids are new, and nothing there changes', (_, document) => {
  const put = done(document, puttingPart(document, kept, newId()));
  expect(documentDefects(put)).toEqual([]);
  expect(put.blocks).toHaveLength(document.blocks.length + kept.blocks.length);
  expect(put.blocks.slice(0, document.blocks.length)).toEqual(document.blocks);
  expect(put.letterings.slice(0, document.letterings.length)).toEqual(document.letterings);
  const ids = put.blocks.flatMap(({ id, cells }) => [id, ...cells.map((cell) => cell.id)]);
  expect(new Set(ids.slice(-kept.blocks.length)).size).toBe(kept.blocks.length);
  // Questions that are asked there already are asked once.
  expect(new Set(put.asked.map(({ key }) => key)).size).toBe(put.asked.length);
});

test('put in twice it brings its styles once', () => {
  const blank = startBlank({ id: 'blank', name: 'Blank' });
  const id = newId();
  const once = done(blank, puttingPart(blank, kept, id));
  const twice = done(once, puttingPart(once, kept, id));
  expect(twice.letterings).toEqual(once.letterings);
  expect(twice.inks).toEqual(once.inks);
});

test('swapped, cells with the same captions hold what was held, questions stay, and it is one step back', () => {
  const block = inch.blocks.find(({ role }) => role === 'title')!;
  const own = inch.blocks.map((one) => ({
    ...one,
    cells: one.cells.map((cell) =>
      cell.caption?.text.toUpperCase() === 'TITLE'
        ? { ...cell, contents: [{ parts: [{ kind: 'fixed' as const, text: 'ALWAYS THIS' }] }] }
        : cell,
    ),
  }));
  const before = { ...inch, blocks: own };
  const swapped = swappingPart(before, block.id, kept, newId());
  if (!swapped.ok) throw new Error(swapped.reason);
  const after = done(before, swapped.step);
  expect(documentDefects(after)).toEqual([]);
  expect(after.blocks.some(({ id }) => id === block.id)).toBe(false);
  expect(captions(after)).toEqual(expect.arrayContaining(['TITLE']));
  const cell = after.blocks
    .flatMap(({ cells }) => cells)
    .find(({ caption }) => caption?.text.toUpperCase() === 'TITLE')!;
  expect(cell.contents).toEqual([{ parts: [{ kind: 'fixed', text: 'ALWAYS THIS' }] }]);
  for (const { key } of inch.asked) expect(after.asked.map((one) => one.key)).toContain(key);
});

test('a locked block is not swapped', () => {
  const locked = { ...workshop, blocks: workshop.blocks.map((block) => ({ ...block, locked: true })) };
  expect(swappingPart(locked, title.id, kept, newId())).toMatchObject({ ok: false });
});
