import { inReadingOrder } from '../../src/ui/board/commands/selection';
import type { FormatDocument } from '../../src/core/format/document';
import { Board, expect, test } from './fixtures';

/** Letters that are commands on the board are in each of them. */
const WORDS = 'SIZE,Yard,NBS,Dry,bns,Quay,Sling,Drum,Edge,Nut,Bolt,Nose,Buoy,Yoke,Deck,Spar'.split(',');

test('sixteen cells typed at 20 ms a key on a slow machine: not a letter is lost, and none is a command', async ({
  page,
}) => {
  const board = await new Board(page).open();
  const read = async () => {
    const opened = await page.request.get('/api/formats/workshop-sheets');
    return ((await opened.json()) as { edition: { document: FormatDocument } }).edition.document;
  };
  const before = (await read()).blocks.find(({ id }) => id === 'title-block')!;
  await board.select('Created by');
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: 6 });
  await page.keyboard.press('Enter');
  for (const word of WORDS) {
    await page.keyboard.type(word, { delay: 20 });
    await page.keyboard.press('Tab', { delay: 20 });
  }
  await page.keyboard.press('Escape');
  await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  await board.expectSaved();
  const after = (await read()).blocks.find(({ id }) => id === 'title-block')!;
  expect(after.cells.map(({ id }) => id)).toEqual(before.cells.map(({ id }) => id));
  expect([after.columns, after.rows]).toEqual([before.columns, before.rows]);
  const order = inReadingOrder(before.cells).map(({ id }) => id);
  const first = order.indexOf('created');
  const cell = (id: string, { cells }: typeof before) => cells.find((one) => one.id === id)!;
  const typedInto = WORDS.map((word, i) => {
    const id = order[first + i]!;
    const [is, was] = [after, before].map((block) => JSON.stringify(cell(id, block)));
    return is !== was && is!.includes(word);
  });
  expect(typedInto).toEqual(WORDS.map(() => true));
});
