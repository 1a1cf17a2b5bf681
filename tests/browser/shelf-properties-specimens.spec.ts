import { Board, choose, expect, test } from './fixtures';

test('the shelf shows true pictures, finds, copies and renames', async ({ page }) => {
  await page.goto('/formats');
  for (const name of ['Workshop sheets', 'Inch sheets', 'Sketch sheet']) {
    await expect(page.getByRole('img', { name: `Sheet of ${name}` })).toHaveAttribute('data-drawn', 'yes');
  }
  await page.getByRole('searchbox').fill('a0');
  await expect(page.getByRole('article')).toHaveCount(1);
  await page.getByRole('searchbox').fill('nothing like it');
  await expect(
    page.getByText('No formats have “nothing like it” in their name, sizes, description or tags.'),
  ).toBeVisible();
  await page.getByRole('searchbox').fill('');

  await page.getByRole('article', { name: 'Sketch sheet' }).getByRole('button', { name: 'Describe…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill('Inch sheets');
  await dialog.getByLabel('Tags, with commas between').fill('sketch, jigs, sketch');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByRole('alert')).toContainText('There is a format named “Inch sheets” already.');
  await dialog.getByLabel('Name').fill('');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByRole('alert')).toContainText('needs a name.');
  await dialog.getByLabel('Name').fill('Pad for sketches');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('article', { name: 'Pad for sketches' })).toContainText('Workshop · sketch · jigs');
  await page.getByRole('searchbox').fill('jigs');
  await expect(page.getByRole('article')).toHaveCount(1);
  await page.getByRole('searchbox').fill('');
  await page.getByRole('combobox', { name: 'State' }).selectOption('released');
  await expect(page.getByRole('article')).toHaveCount(2);
  await page.getByRole('combobox', { name: 'Category' }).selectOption('Export');
  await expect(page.getByRole('article')).toHaveCount(1);
  await page.getByRole('combobox', { name: 'State' }).selectOption('any');
  await page.getByRole('combobox', { name: 'Category' }).selectOption('');

  await page.getByRole('article', { name: 'Workshop sheets' }).getByRole('button', { name: 'Copy' }).click();
  await dialog.getByLabel('Name').fill('Shop sheets');
  await dialog.getByRole('button', { name: 'Copy and open' }).click();
  await new Board(page).ready();
  await expect(page.getByRole('contentinfo')).toContainText('Shop sheets');
});

test('a property is added, read under its alias on the board, and changed', async ({ page }) => {
  await page.goto('/properties');
  await expect(page.getByRole('row', { name: /^Line pull/ })).toContainText('30 %');
  await page.getByRole('button', { name: 'Add a property' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill('Blank size');
  await dialog.getByLabel('Also read as').fill('Blank');
  await dialog.getByRole('button', { name: 'Add' }).click();
  await expect(dialog.getByRole('alert')).toContainText('“Blank” is a name of “Stock size” already.');
  await dialog.getByLabel('Name').fill('Winch class');
  await dialog.getByLabel('Also read as').fill('Class, Klasse');
  await dialog.getByLabel('Longest').fill('0');
  await dialog.getByRole('button', { name: 'Add' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Length: a whole number from 1 to 500.');
  await dialog.getByLabel('Longest').fill('12');
  await dialog.getByRole('button', { name: 'Add' }).click();
  await page.getByRole('searchbox').fill('winch');
  const row = page.getByRole('row', { name: /^Winch class/ });
  await expect(row).toContainText('Class, Klasse');

  await page.goto('/specimens/recovery-winch');
  await page.getByRole('textbox', { name: 'New property' }).fill('KLASSE');
  await page.getByRole('button', { name: 'Add' }).click();
  await page.getByRole('textbox', { name: 'KLASSE of Recovery winch' }).fill('W3');
  const saved = page.waitForResponse(
    (response) => response.request().method() === 'PUT' && response.request().postData()!.includes('W3'),
  );
  await page.keyboard.press('Enter');
  await saved;
  await expect(page.getByText('read as Winch class')).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Specimens' })).toBeVisible();

  const board = await new Board(page).open();
  await board.fillFrom('Recovery winch · 316L');
  await board.select('Empty cell');
  await board.link('klasse');
  await expect(board.texts('free')).toHaveText(['W3']);
  await expect(page.getByText('Winch class ▸ read as “KLASSE” ▸ Recovery winch')).toBeVisible();
  await board.expectSaved();

  await page.goto('/properties');
  await page.getByRole('searchbox').fill('winch');
  await page.getByRole('row', { name: /^Winch class/ }).click();
  await dialog.getByLabel('Name').fill('Class of winch');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('row', { name: /^Class of winch/ })).toContainText('1 cell');
});

test('editing a specimen changes its proofs and every sheet filled from it', async ({ page }) => {
  await page.goto('/specimens/pawl');
  const proof = page.getByRole('img', { name: 'Proof Workshop sheets · 316L' });
  await expect(proof).toHaveAttribute('data-drawn', 'yes');
  const before = await proof.evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL());
  await page.getByRole('textbox', { name: 'Mass of 316L' }).fill('heavy');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/■ wrong value/).first()).toBeVisible();
  await page.getByRole('textbox', { name: 'Mass of 316L' }).fill('1.25 kg');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Title of Pawl' }).fill('PAWL, LEFT HAND');
  await page.keyboard.press('Enter');
  await expect.poll(() => proof.evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL())).not.toBe(before);
  await expect(page.getByTestId('saved')).toHaveAttribute('data-state', 'saved');
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Mass of 316L' })).toHaveValue('1.25 kg');
  const board = await new Board(page).open();
  await board.fillFrom('Pawl · 316L');
  await expect(board.texts('mass')).toHaveText(['MASS', '1,25 kg']);
  await expect(board.texts('title')).toHaveText(['TITLE', 'PAWL, LEFT HAND']);
});

test('an unknown format or specimen is said, not shown empty', async ({ page }) => {
  await page.goto('/formats/gone');
  await expect(page.getByRole('alert').filter({ hasText: 'There is no such format on the shelf.' })).toBeVisible();
  await page.goto('/specimens/gone');
  await expect(page.getByRole('alert').filter({ hasText: 'There is no such specimen.' })).toBeVisible();
});

test('what is asked for is a property: a new one is in the dictionary at once', async ({ page }) => {
  const board = await new Board(page).open();
  await board.select('Empty cell');
  await board.content().click();
  await page.keyboard.press('/');
  const finder = page.getByRole('combobox', { name: 'Find a property' });
  await finder.press('Tab');
  await finder.fill('customer order');
  await expect(page.getByRole('option', { name: /^customer order a new property of drawings/ })).toBeVisible();
  // What is made is chosen first.
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.locator('.chip-asked', { hasText: 'customer order' })).toBeVisible();
  await board.expectSaved();
  await page.goto('/properties');
  await page.getByRole('searchbox').fill('customer order');
  await expect(page.getByRole('row', { name: /^customer order/ })).toContainText('1 cell');
});

test('the format’s details ask for another value: of the dictionary, or new to it', async ({ page }) => {
  const board = await new Board(page).open();
  const another = page.getByRole('combobox', { name: 'Ask for another value' });
  await choose(another, 'test pressure', 'test pressure, a new property of drawings');
  await expect(page.getByRole('button', { name: 'test pressure', exact: true })).toBeVisible();
  await board.expectSaved();
  await page.goto('/properties');
  await page.getByRole('searchbox').fill('test pressure');
  await expect(page.getByRole('row', { name: /^test pressure/ })).toContainText('drawing');
});
