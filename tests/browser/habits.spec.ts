import { Board, expect, test } from './fixtures';

test('a cell prints one content or another by its conditions, and the desk shows the sheet as for each', async ({
  page,
}) => {
  const board = await new Board(page).open('inch-sheets');
  await board.select('Status');
  await page.getByRole('button', { name: '+ Case' }).click();
  await page.getByLabel('B', { exact: true }).first().waitFor();
  await page.getByRole('combobox', { name: 'On', exact: true }).selectOption('following');
  await board.content().click();
  await page.keyboard.type('CONTINUED');
  await expect(board.texts('status').last()).toHaveText('For manufacture');
  await page.getByRole('combobox', { name: 'As for' }).selectOption('following');
  await expect(board.texts('status').last()).toHaveText('CONTINUED');
  await expect(board.texts('sheet').last()).toHaveText('2 OF 2');
  await board.size('C');
  await expect(board.texts('status').last()).toHaveText('For manufacture');
  await expect(board.saved()).toHaveAttribute('data-state', 'saved');
});

test('a figure of lines stands in its cell by its numbers', async ({ page }) => {
  const board = await new Board(page).open();
  await board.select('Empty cell');
  await page.getByRole('combobox', { name: 'Holds' }).selectOption('figure');
  await page.getByRole('button', { name: '+ Rectangle' }).click();
  const width = page.getByRole('textbox', { name: 'Width', exact: true }).first();
  await width.fill('12');
  await width.press('Enter');
  // The free cell's lower left corner is at (380, 34); the sheet is 297 high.
  await expect(board.cell('free').locator('polygon')).toHaveAttribute('points', '381,262 393,262 393,258 381,258');
  await width.fill('0');
  await width.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'Width: 0.1 mm or more, not 0.' })).toBeVisible();
});

test('cells of several blocks change their look together, in one step', async ({ page }) => {
  const board = await new Board(page).open();
  await board.select('Material');
  const at = async (source: string) => {
    const box = (await board.texts(source).last().boundingBox())!;
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  };
  const [material, tolerance] = [await at('material'), await at('tolerance')];
  await page.mouse.click(material.x, material.y);
  await page.keyboard.down('Control');
  await page.mouse.click(tolerance.x, tolerance.y);
  await page.keyboard.up('Control');
  await expect(page.getByText('change in all 2 selected cells')).toBeVisible();
  await page.getByRole('combobox', { name: 'Placed across' }).selectOption('right');
  const end = async (source: string) => {
    const box = (await board.texts(source).last().boundingBox())!;
    return box.x + box.width;
  };
  await expect.poll(() => end('tolerance')).toBeGreaterThan(tolerance.x + 20);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => Math.round((await at('tolerance')).x)).toBe(Math.round(tolerance.x));
  expect(Math.round((await at('material')).x)).toBe(Math.round(material.x));
});

test('a guide is drawn out of the ruler, stays after a reload and goes with Delete; two corners are measured exactly', async ({
  page,
}) => {
  const board = await new Board(page).open();
  const ruler = (await page.getByRole('img', { name: 'Ruler across' }).boundingBox())!;
  await page.mouse.move(ruler.x + 300, ruler.y + 8);
  await page.mouse.down();
  await page.mouse.move(ruler.x + 300, ruler.y + 160, { steps: 4 });
  await page.mouse.up();
  const guide = page.getByRole('button', { name: /^Guide at y/ });
  await expect(guide).toBeVisible();
  await page.reload();
  await board.ready();
  await guide.press('Delete');
  await expect(guide).toHaveCount(0);

  await page.keyboard.press('m');
  const frame = (await board.cell('frame').locator('polygon').boundingBox())!;
  const [left, bottom, right, top] = [frame.x, frame.y + frame.height, frame.x + frame.width, frame.y];
  await page.mouse.click(left + 2, bottom - 2);
  await page.mouse.click(right - 2, top + 2);
  await expect(page.getByTestId('measured')).toHaveText('across 390 · up 277 · straight 478.361 mm');
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('measured')).toHaveCount(0);
});

test('a size takes a length of its own, zones their edges, and the office’s font letters the sheet', async ({
  page,
}) => {
  const board = await new Board(page).open();
  await board.select('Frame and zones');
  await page.getByRole('button', { name: 'Band on A3 only' }).click();
  const band = page.getByRole('textbox', { name: 'Band' });
  await band.fill('8');
  await expect(board.cell('zones').locator('polygon')).toHaveAttribute('points', '12,295 418,295 418,2 12,2');
  await page.getByRole('button', { name: 'Give A3 edges of its own' }).click();
  const labels = await board.texts('zones').count();
  await page.getByLabel('left', { exact: true }).click();
  await expect(board.texts('zones')).toHaveCount(labels - 6);
  await board.size('A2');
  await expect(page.getByRole('textbox', { name: 'Band' })).toHaveValue('5');

  await page.keyboard.press('Escape');
  await page.getByLabel('Font file').setInputFiles('README.md');
  await expect(page.getByRole('alert').filter({ hasText: 'it takes TrueType' })).toBeVisible();
  await page.getByLabel('Font file').setInputFiles('assets/fonts/DejaVuSans.ttf');
  await page.getByRole('button', { name: 'Title', exact: true }).click();
  await page.getByRole('combobox', { name: 'Font' }).selectOption({ label: 'DejaVu Sans (the office’s)' });
  await page.getByRole('combobox', { name: 'Weight' }).selectOption('bold');
  const title = board.texts('title').last();
  await expect(title).toHaveCSS('font-family', /^zono-[0-9a-f]{64}$/);
  await expect(title).toHaveAttribute('stroke-width', /\d/);
});

test('findings are counted on the plate, listed the worst first, marked on the sheet, and gone through by arrows', async ({
  page,
}) => {
  const board = await new Board(page).open();
  await page.getByRole('radio', { name: 'Longest' }).click();
  const marks = page.locator('g[data-source=findings] rect');
  await expect(marks.first()).toBeVisible();
  const outlined = await marks.count();
  await board.select('Material');
  await page.getByRole('button', { name: /^Show the findings: / }).click();
  const list = page.getByRole('region', { name: 'Details' });
  const groups = list.getByRole('group', { name: /^(Block release|Warnings|Notes|Accepted): / });
  await expect(groups.first()).toHaveAttribute('aria-label', /^Block release/);
  const first = groups.first().getByRole('button').first();
  await expect(first).toBeFocused();
  await expect(marks).toHaveCount(outlined + 1);
  await page.keyboard.press('ArrowDown');
  await expect(first).not.toBeFocused();
  await page.keyboard.press('ArrowUp');
  await expect(first).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Findings here')).toBeVisible();
});

test('what a field does not take is said at it, in words', async ({ page }) => {
  const board = await new Board(page).open();
  await page.getByLabel('Name of the size').fill('a3');
  await page.getByLabel('Width × height').fill('400 × 300');
  await page.keyboard.press('Enter');
  await expect(page.getByText('There is a size named A3 already. Give this one another name.')).toBeVisible();
  await board.expectSaved();

  await page.goto('/properties');
  await page.getByRole('button', { name: 'Add a property…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Longest').fill('ten');
  await dialog.getByLabel('Pattern').fill('(a+)+');
  await dialog.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(dialog.getByText('A property needs a name.')).toBeVisible();
  await expect(dialog.getByText('Length: a whole number from 1 to 500.')).toBeVisible();
  await expect(dialog.getByText(/could be read by this in more ways/)).toBeVisible();
  await expect(dialog.getByLabel('Name')).toHaveAttribute('aria-invalid', 'true');
});

test('pages are called by what they show', async ({ page }) => {
  await new Board(page).open();
  await expect(page).toHaveTitle('Workshop sheets · Board · Zonograph');
  await page.goto('/specimens/recovery-winch');
  await expect(page).toHaveTitle('Recovery winch · Specimen · Zonograph');
  await page.goto('/formats/nothing-of-that-name');
  await expect(page).toHaveTitle('Board · Zonograph');
});

test('dragging over the desk selects no text', async ({ page }) => {
  await new Board(page).open();
  const desk = await page.locator('#desk').boundingBox();
  await page.mouse.move(desk!.x + 40, desk!.y + 40);
  await page.mouse.down();
  await page.mouse.move(desk!.x + desk!.width - 40, desk!.y + desk!.height - 40, { steps: 8 });
  await page.mouse.up();
  expect(await page.evaluate(() => getSelection()!.toString())).toBe('');
});

test('a block with joined cells that does not grow raises no alarm; it is said once rows are repeated', async ({
  page,
}) => {
  await new Board(page).open();
  await page
    .getByRole('treeitem', { name: /^Title block/ })
    .first()
    .click();
  const alarm = page.getByText('A cell reaches over the row that is repeated and its heading. Split it first.');
  await expect(page.getByLabel('Rows are', { exact: true })).toBeVisible();
  await expect(alarm).toHaveCount(0);
  await page.getByLabel('Rows are', { exact: true }).selectOption('notes');
  await page.getByLabel('It grows', { exact: true }).selectOption('up');
  await expect(alarm.first()).toBeVisible();
});
