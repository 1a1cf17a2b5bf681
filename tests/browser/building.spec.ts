import { readFileSync } from 'node:fs';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { readDxf } from '../core/exchange/readers';
import { Board, expect, test } from './fixtures';

test('a title block of 180 × 54 built from blank with the keyboard alone', async ({ page }) => {
  const keys = page.keyboard;
  const type = async (...texts: string[]) => {
    for (const text of texts) await keys.type(text);
  };
  /** Presses Tab until the focused element is the one that is meant. */
  const tabTo = async (name: string | RegExp) => {
    for (let i = 0; i < 60; i++) {
      const found = await page.evaluate(() => {
        const element = document.activeElement as HTMLElement | null;
        return element?.getAttribute('aria-label') ?? element?.textContent ?? '';
      });
      if (typeof name === 'string' ? found === name : name.test(found)) return;
      await keys.press('Tab');
    }
    throw new Error(`no way to ${name} by Tab`);
  };
  await page.goto('/formats');
  await expect(page.getByRole('article')).toHaveCount(3);
  await tabTo(/^Start a format/);
  await keys.press('Enter');
  await expect(page.getByRole('dialog')).toBeVisible();
  await tabTo(/^Blank/);
  await keys.press('Enter');
  await tabTo(/^$/);
  await keys.press('Control+a');
  await type('Keyboard sheets');
  await keys.press('Enter');
  const board = new Board(page);
  await expect(page.getByRole('tree', { name: 'On the sheet' })).toBeVisible();

  // A grid of 7 × 5 and its numbers: columns 35 45 30 20 20 15 15, rows 10 10 10 14 10.
  await keys.press('b');
  const dialog = page.getByRole('dialog', { name: 'Add a block' });
  await expect(dialog).toBeVisible();
  await tabTo('Name');
  await keys.press('Control+a');
  await type('Title block');
  for (const text of ['7', '5', '30', '10']) {
    await keys.press('Tab');
    await keys.press('Control+a');
    await type(text);
  }
  await keys.press('Enter');
  await expect(page.getByRole('treeitem', { name: /Title block 210 × 50/ })).toBeVisible();
  await keys.press('n');
  for (const size of ['35', '45', '30', '20', '20', '15', '15', '10', '10', '10', '14', '10']) {
    await type(size);
    await keys.press('Tab');
  }
  await expect(page.getByRole('treeitem', { name: /Title block 180 × 54/ })).toBeVisible();

  // Join the owner's cell and the title's; caption and link a row without leaving the cells.
  await page.getByRole('treeitem', { name: /Title block/ }).focus();
  await keys.press('ArrowRight');
  await keys.press('Shift+ArrowRight');
  await keys.press('Shift+ArrowDown');
  await keys.press('Shift+ArrowDown');
  await keys.press('j');
  await expect(page.getByRole('treeitem')).toHaveCount(1 + 1 + 35 - 5);
  for (let i = 0; i < 3; i++) await keys.press('ArrowDown');
  await keys.press('Enter');
  for (const [n, property] of ['title', 'drawing number', 'created by', 'date of issue'].entries()) {
    await expect(page.getByRole('textbox', { name: 'Content on the sheet' })).toBeFocused();
    await keys.press('/');
    await type(property);
    await keys.press('Enter');
    await expect(page.getByRole('textbox', { name: 'Content on the sheet' }).locator('[data-chip]')).toHaveCount(1);
    await expect(page.getByRole('textbox', { name: 'Content on the sheet' })).toBeFocused();
    await keys.press(n === 3 ? 'Escape' : 'Tab');
  }
  await board.expectSaved();
  await page.reload();
  await expect(page.getByRole('treeitem', { name: /Title block 180 × 54/ })).toBeVisible();
  for (const name of ['Title', 'Drawing number', 'Created by', 'Date of issue']) {
    await expect(page.getByRole('treeitem', { name: new RegExp(`linked ${name}`) })).toBeVisible();
  }
});

test('the same by pointer: split, join, drag a boundary, hide a line, undo', async ({ page }) => {
  await page.goto('/formats');
  await page.getByRole('button', { name: 'Start a format' }).click();
  const start = page.getByRole('dialog', { name: 'Start a format' });
  await start.getByRole('button', { name: /^Blank/ }).click();
  await start.getByLabel('Name', { exact: true }).fill('Pointer sheets');
  await start.getByRole('button', { name: 'Start', exact: true }).click();
  await page.getByRole('button', { name: '+ Block' }).click();
  const add = page.getByRole('dialog', { name: 'Add a block' });
  await add.getByLabel('Columns').fill('3');
  await add.getByLabel('Column width').fill('60');
  await add.getByLabel('Row height').fill('18');
  await add.getByRole('button', { name: 'Add the grid' }).click();
  await expect(page.getByRole('treeitem', { name: /Block 180 × 54/ })).toBeVisible();
  await page.getByRole('button', { name: 'Fill the view with it' }).click();

  const cells = page.getByRole('treeitem', { name: /Empty cell/ });
  await cells.first().click();
  const bar = page.getByRole('toolbar', { name: 'Cells' });
  await bar.getByLabel('Split into parts or at a measure').fill('25 mm');
  await bar.getByRole('button', { name: 'Split across' }).click();
  await expect(page.getByRole('textbox', { name: 'Column 1 width' })).toHaveValue('25');
  await expect(page.getByRole('textbox', { name: 'Column 2 width' })).toHaveValue('35');
  await bar.getByLabel('Split into parts or at a measure').fill('99 mm');
  await bar.getByRole('button', { name: 'Split down' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'A cell of 18 mm cannot be split at 99 mm' })).toBeVisible();

  // Dragging over cells selects the rectangle they make.
  const sheet = page.locator('svg[aria-label=Sheet]');
  const box = (await page.locator('svg [data-source=selection] rect').first().boundingBox())!;
  await page.mouse.move(box.x + 5, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width + 20, box.y + 8, { steps: 4 });
  await page.mouse.up();
  await expect(page.locator('[role=treeitem][aria-selected=true]')).toHaveCount(2);
  await bar.getByRole('button', { name: 'Join' }).click();
  await expect(page.locator('[role=treeitem][aria-selected=true]')).toHaveCount(1);
  await expect(sheet).toBeVisible();

  const width = page.getByRole('textbox', { name: 'Column 3 width' });
  await expect(width).toHaveValue('60');
  const handle = (await page.locator('[data-boundary=column-3]').boundingBox())!;
  await page.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2);
  await page.mouse.down();
  await page.mouse.move(handle.x + handle.width / 2 - 40, handle.y + 5, { steps: 5 });
  await page.mouse.up();
  await expect(width).not.toHaveValue('60');
  expect((Number(await width.inputValue()) * 2) % 1).toBe(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(width).toHaveValue('60');

  const lines = page.locator('svg [data-source] line');
  const before = await lines.count();
  await page.getByLabel('Lines', { exact: true }).selectOption({ label: 'all inside the block' });
  await page.getByLabel('Line type').last().selectOption('hidden');
  await expect.poll(() => lines.count()).toBeLessThan(before);
});

test('a format from a standard is on the board at once, with its proofs', async ({ page }) => {
  await page.goto('/formats');
  await page.getByRole('button', { name: 'Start a format' }).click();
  const start = page.getByRole('dialog', { name: 'Start a format' });
  await start.getByLabel('Name', { exact: true }).fill('Workshop sheets');
  await start.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(start.getByRole('alert')).toContainText('There is a format named “Workshop sheets” already.');
  await start.getByLabel('Name', { exact: true }).fill('Yard sheets');
  await start.getByRole('radio', { name: 'ASME, inches' }).click();
  await start.getByRole('button', { name: 'Start', exact: true }).click();
  const board = await new Board(page);
  await board.ready();
  await expect(page.getByRole('contentinfo')).toContainText('Yard sheets');
  await expect(page.getByRole('img', { name: /Proof B / }).first()).toHaveAttribute('data-drawn', 'yes');

  // The family: an extra size in inches, and one that leaves no drawing space.
  await page.locator('svg[aria-label=Sheet]').click({ position: { x: 24, y: 24 } });
  await page.getByLabel('Name of the size').fill('Legal');
  await page.getByLabel('Width × height').fill('14 × 8.5');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Details' })).toContainText('14 × 8.5 in');
  await board.size('Legal');
  await expect(page.getByRole('contentinfo')).toContainText('Legal, 355.6 × 215.9');
});

test('pictures: a vector and a raster logo by file, refused ones with their reason, both in PDF and DXF', async ({
  page,
}) => {
  const board = await new Board(page).open();
  await board.fillFrom('Side cheek · galvanised');
  await board.select('Empty cell');
  const png = await sharp({ create: { width: 400, height: 100, channels: 3, background: '#7A2E5D' } })
    .png()
    .toBuffer();
  const file = page.getByLabel('Picture file');
  await file.setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('hello') });
  await expect(page.getByRole('alert').filter({ hasText: 'it takes PNG, JPEG and SVG' })).toBeVisible();
  await file.setInputFiles({ name: 'broken.png', mimeType: 'image/png', buffer: png.subarray(0, 60) });
  await expect(page.getByRole('alert').filter({ hasText: 'The PNG file is damaged' })).toBeVisible();
  await file.setInputFiles({ name: 'logo.png', mimeType: 'image/png', buffer: png });
  await expect(board.cell('free').locator('image')).toHaveCount(1);
  await expect(page.getByLabel('Size', { exact: true })).toHaveValue('fit');
  await expect(page.getByRole('region', { name: 'Details' })).not.toContainText('dots per inch');
  await board.expectSaved();
  await page.reload();
  await board.ready();
  await board.fillFrom('Side cheek · galvanised');
  await expect(board.cell('free').locator('image')).toHaveCount(1);
  await expect(board.cell('mark').locator('path')).toHaveCount(4);

  const { name, path } = await board.export('DXF');
  expect(name).toMatch(/\.zip$/);
  const files = unzipSync(readFileSync(path));
  const drawing = Object.keys(files).find((one) => one.endsWith('.dxf'))!;
  const dxf = readDxf(new TextDecoder().decode(files[drawing]));
  expect(dxf.errors).toEqual([]);
  expect(dxf.images).toHaveLength(1);
  expect(Buffer.from(files[dxf.images[0]!.file]!).equals(png)).toBe(true);
  expect(dxf.images[0]!.width / dxf.images[0]!.height).toBeCloseTo(4, 6);
});

test('cells are found, copied between blocks and typed in where they stand', async ({ page }) => {
  const board = await new Board(page).open();
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Find anything on the board' }).fill('scale');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Caption', exact: true })).toHaveValue('SCALE');
  await page
    .locator('svg[aria-label=Sheet]')
    .focus()
    .catch(() => undefined);
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await page.keyboard.press('Control+c');
  await board.select('Empty cell');
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await page.keyboard.press('Control+v');
  await expect(board.texts('free')).toHaveText(['SCALE', '1:2']);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Content on the sheet' })).toBeFocused();
  await page.keyboard.type(' full');
  await expect(board.texts('free').last()).toHaveText('1:2 full');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(board.texts('free').last()).toHaveText('1:2');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keyboard shortcuts' })).toContainText('Split across, into two');
});

test('a title block is kept as a part, put into another format, and another block is swapped for it', async ({
  page,
}) => {
  const board = await new Board(page).open();
  await page
    .getByRole('treeitem', { name: /^Title block/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Keep as a part…' }).click();
  await page.getByRole('textbox', { name: 'Name of the part' }).fill('House title block');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('House title block is on the shelf of parts.')).toBeVisible();

  await board.open('sketch-sheet', 'frame');
  const blocks = page.getByRole('tree', { name: 'On the sheet' });
  await page.getByRole('button', { name: /Add a block|\+ Block/ }).click();
  const parts = page.getByRole('region', { name: 'Parts of the office' });
  await parts.getByRole('button', { name: /^House title block/ }).click();
  await expect(blocks.getByRole('treeitem', { name: /^Title block/ })).toBeVisible();
  await expect(page.getByRole('contentinfo')).not.toContainText('■');
  await expect(page.locator('svg text', { hasText: /^DRAWING NUMBER$/ }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.locator('svg text', { hasText: /^DRAWING NUMBER$/ })).toHaveCount(0);

  await board.open('inch-sheets');
  await page
    .getByRole('treeitem', { name: /^Title block/ })
    .first()
    .click();
  await page.getByRole('combobox', { name: 'Swap for a part' }).selectOption('House title block');
  await expect(page.locator('svg text', { hasText: /^DOCUMENT STATUS$/ }).first()).toBeVisible();
  await board.expectSaved();
});
