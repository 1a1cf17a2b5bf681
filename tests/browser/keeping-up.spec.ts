import { largeFormat } from './large-format';
import { Board, expect, test } from './fixtures';

test('typing in one of 500 cells touches that cell alone, and orders only the proofs it appears on', async ({
  page,
  request,
}) => {
  await request.post('/api/formats', {
    data: { start: largeFormat('large', 'Large sheets'), projection: 'first angle' },
  });
  const board = await new Board(page).open('large');
  await board.size('A0');
  await board.select('Cell 260');
  const caption = page.getByRole('textbox', { name: 'Caption', exact: true });
  await expect(caption).toHaveValue('CELL 260');
  const tile = (name: RegExp) => page.getByRole('group', { name: 'Proofs' }).getByRole('button', { name }).first();
  const made = (name: RegExp) => tile(name).getAttribute('data-made');
  await expect.poll(() => made(/^A3 Longest/)).not.toBe('0');
  await expect.poll(() => made(/^A0 Longest/)).not.toBe('0');
  await board.expectSaved();
  const before = { a0: await made(/^A0 Longest/), a3: await made(/^A3 Longest/) };

  await page.evaluate(() => {
    const touched = new Set<string>();
    const sheet = document.querySelector('svg[aria-label=Sheet]')!;
    new MutationObserver((records) => {
      for (const record of records) {
        const element = record.target instanceof Element ? record.target : record.target.parentElement;
        touched.add(element?.closest('[data-source]')?.getAttribute('data-source') ?? element?.tagName ?? '?');
      }
    }).observe(sheet, { subtree: true, childList: true, characterData: true, attributes: true });
    Object.assign(window, { touched });
  });
  await caption.focus();
  await page.keyboard.press('End');
  await page.keyboard.type('XY');
  await expect(board.texts('cell-260').first()).toHaveText('CELL 260XY');
  await expect.poll(() => made(/^A0 Longest/)).not.toBe(before.a0);
  expect(await page.evaluate(() => [...(window as unknown as { touched: Set<string> }).touched])).toEqual(['cell-260']);
  expect(await made(/^A3 Longest/)).toBe(before.a3);
});
