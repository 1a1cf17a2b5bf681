import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { Board, expect, makeDrawing, makeDrawingByHand, printed, test, signOnPaper } from './fixtures';

test('a property is linked and proved, the name that is too long is reported, and its repair is one click', async ({
  page,
}) => {
  const board = await new Board(page).open();
  await board.select('Empty cell');
  await board.link('Material');
  await board.fillFrom('Drum flange · 316L');
  const details = page.getByRole('region', { name: 'Details' });
  const finding = details.getByRole('button', { name: /^Material: .* mm too long/ });
  await expect(finding).toBeVisible();
  await expect(page.getByRole('button', { name: /A3 Drum flange/ })).toContainText('overflows');
  await details.getByRole('button', { name: /^Let it / }).click();
  await expect(finding).toHaveCount(0);
  await expect(page.getByRole('button', { name: /A3 Drum flange/ })).not.toContainText('overflows');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(finding).toBeVisible();
});

test('a finding is accepted with a reason and does not count any more', async ({ page }) => {
  const board = await new Board(page).open();
  await board.select('Material');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: /Empty the cells/ }).click();
  await page.getByRole('textbox', { name: 'Caption', exact: true }).fill('STUFF');
  const details = page.getByRole('region', { name: 'Details' });
  await expect(details.getByText('its caption has nothing behind it')).toBeVisible();
  await details.getByRole('button', { name: 'Accept…' }).click();
  await details.getByRole('textbox', { name: 'Why it is accepted' }).fill('Stamped by the stores');
  await details.getByRole('button', { name: 'Accept', exact: true }).click();
  await expect(details.getByText('Accepted: Stamped by the stores')).toBeVisible();
  await expect(page.getByRole('contentinfo')).not.toContainText('▲ 1');
});

test('the winch: a drawing is made, answered by Tab alone, and exported', async ({ page }) => {
  await makeDrawingByHand(page, 'Recovery winch');
  await expect(printed(page, 'mass')).toHaveText('100,72 kg');
  await expect(page.getByRole('status').first()).toContainText('2 of 8 still open');
  await page.locator('input[data-asked=created-by]').focus();
  const answers = ['Ines Sundqvist', '2026-06-02', 'Assembly drawing', 'For manufacture', 'en'];
  for (const answer of answers) {
    await page.keyboard.type(answer);
    await page.keyboard.press('Tab');
  }
  await signOnPaper(page, 'Checked by', 'Marlo Aketch');
  await signOnPaper(page, 'Approved by', 'Orsolya Brandt');
  await expect(page.getByRole('status').first()).toContainText('all 8 answered');
  for (const [cell, text] of [
    ['created', 'Ines Sundqvist'],
    ['doc-type', 'Assembly drawing'],
    ['approved', 'Orsolya Brandt'],
  ] as const)
    await expect(printed(page, cell)).toHaveText(text);
  await expect(page.getByTestId('saved')).toHaveAttribute('data-state', 'saved');

  await page.getByRole('button', { name: 'Export' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'SVG, to show' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toMatch(/^KD-\d{5}-RECOVERY-WINCH\.svg$/);
  expect(readFileSync((await file.path())!, 'utf8')).toContain('>Orsolya Brandt<');

  await page.getByRole('button', { name: 'Finish' }).click();
  const lacking = page.getByRole('dialog', { name: /is not complete$/ });
  await expect(lacking.getByRole('listitem')).toContainText(['There is no revision yet.']);
  await lacking.getByRole('textbox').fill('First issue');
  await lacking.getByRole('button', { name: 'Finish all the same' }).click();
  await expect(page.getByRole('contentinfo')).toContainText('finished');
  await page.reload();
  await expect(printed(page, 'created')).toHaveText('Ines Sundqvist');
  await page.goto('/drawings');
  await expect(page.getByRole('row', { name: /RECOVERY WINCH/ })).toContainText('finished');
});

test('two people on one drawing: different answers are joined, and of the same one both are shown', async ({
  page,
  context,
}) => {
  await makeDrawing(page, 'Drum barrel');
  const other = await context.newPage();
  await other.goto(page.url());
  const answer = (one: Page, key: string, text: string) => one.locator(`input[data-asked=${key}]`).fill(text);
  const saved = (one: Page) => expect(one.getByTestId('saved')).toHaveAttribute('data-state', 'saved');
  await answer(other, 'created-by', 'Marlo Aketch');
  await saved(other);
  await answer(page, 'document-type', 'Layout');
  await expect(printed(page, 'created')).toHaveText('Marlo Aketch');
  await saved(page);

  await answer(other, 'created-by', 'Ines Sundqvist');
  const strip = other.getByRole('alertdialog', { name: 'Somebody else changed this drawing' });
  await expect(printed(other, 'doc-type')).toHaveText('Layout');
  await expect(strip).not.toBeVisible();
  await saved(other);
  await answer(page, 'created-by', 'Orsolya Brandt');
  const mine = page.getByRole('alertdialog', { name: 'Somebody else changed this drawing' });
  await expect(mine).toContainText('Created by: yours “Orsolya Brandt”, theirs “Ines Sundqvist”');
  await mine.getByRole('button', { name: 'Take theirs' }).click();
  await expect(printed(page, 'created')).toHaveText('Ines Sundqvist');
  await saved(page);
  await page.reload();
  await expect(printed(page, 'created')).toHaveText('Ines Sundqvist');
  await expect(printed(page, 'doc-type')).toHaveText('Layout');
});

test('what is wrong is said at the field and kept there; what is open is asked about at export; locks say why', async ({
  page,
}) => {
  await makeDrawing(page, 'Drum barrel');
  const issued = page.locator('input[data-asked=date-of-issue]');
  const today = await printed(page, 'issued').textContent();
  await issued.fill('June');
  await expect(page.getByRole('alert').filter({ hasText: '“June” is not a date' }).first()).toBeVisible();
  // It stays in the field, over a reload too; the answer that was there stays as well.
  await issued.press('Tab');
  await page.reload();
  await expect(issued).toHaveValue('June');
  await expect(printed(page, 'issued')).toHaveText(today!);
  await issued.fill('2026-06-02');
  await expect(printed(page, 'issued')).toHaveText('2026-06-02');
  await page.getByRole('button', { name: 'Finish' }).click();
  const unfinished = page.getByRole('dialog', { name: /^KD-\d{5} is not complete$/ });
  await expect(unfinished.getByRole('list', { name: 'What is missing' }).getByRole('listitem')).toContainText([
    'Approved by must be answered.',
    'Checked by is empty.',
    'There is no revision yet.',
  ]);
  await unfinished.getByRole('button', { name: 'Finish all the same' }).click();
  await expect(unfinished.getByRole('alert')).toContainText('Say why, or complete it first.');
  await unfinished.getByRole('textbox').fill('Trial order, approved on paper');
  await unfinished.getByRole('button', { name: 'Finish all the same' }).click();
  await expect(page.getByText('Finished although not complete: Trial order, approved on paper')).toBeVisible();
  await page.getByRole('button', { name: 'Reopen' }).click();
  await expect(page.getByRole('button', { name: 'Finish' })).toBeVisible();

  const click = async (cell: string) => {
    const box = (await printed(page, cell).boundingBox())!;
    await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  };
  await click('material');
  await expect(page.getByRole('note')).toContainText('Material comes from Drum barrel, variant galvanised');
  await expect(page.getByRole('note')).toContainText('It is locked here');
  await click('finish');
  await page.getByRole('textbox', { name: 'Overrule Finish' }).fill('Bead blasted');
  await page.getByRole('button', { name: 'Overrule', exact: true }).click();
  await expect(printed(page, 'finish')).toHaveText('Bead blasted');
  await page.getByRole('button', { name: 'Go back' }).click();
  await expect(printed(page, 'finish')).not.toHaveText('Bead blasted');

  await page.getByRole('button', { name: 'Export' }).click();
  await page.getByRole('menuitem', { name: 'PDF, to print' }).click();
  const dialog = page.getByRole('dialog', { name: /is not complete$/ });
  await expect(dialog).toContainText('Checked by, Approved by');
  const download = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Export as it is' }).click();
  expect((await download).suggestedFilename()).toMatch(/\.pdf$/);
});

test('a value changed on the model store’s page is on the board, the specimen’s proof and the drawing, which say so', async ({
  page,
  context,
}) => {
  const store = process.env.ZONOGRAPH_MODEL_STORE!;
  await makeDrawing(page, 'Pawl');
  await expect(printed(page, 'title')).toHaveText('PAWL');
  const board = await new Board(await context.newPage()).open();
  await board.fillFrom('Pawl · 316L');
  await expect(board.texts('title')).toHaveText(['TITLE', 'PAWL']);
  const other = await context.newPage();
  await other.goto(`${store}/edit/pawl`);
  await other.getByLabel('Title', { exact: true }).fill('PAWL, LEFT HAND');
  await other.getByRole('button', { name: 'Save' }).click();
  try {
    await expect(printed(page, 'title')).toHaveText('PAWL, LEFT HAND');
    await expect(page.getByText('The model has changed: Title: PAWL → PAWL, LEFT HAND.')).toBeVisible();
    await expect(board.texts('title')).toHaveText(['TITLE', 'PAWL, LEFT HAND']);
    await other.goto('/specimens/pawl');
    await expect(other.getByTestId('store-changes')).toContainText('Title: PAWL → PAWL, LEFT HAND.');
    await expect(other.getByLabel('Title of Pawl')).toHaveValue('PAWL, LEFT HAND');
    await expect(other.getByRole('status', { name: 'Model store' })).toContainText('answered');
  } finally {
    await other.goto(`${store}/edit/pawl`);
    await other.getByLabel('Title', { exact: true }).fill('PAWL');
    await other.getByRole('button', { name: 'Save' }).click();
  }
});

test('the sheet of a drawing is fitted into its desk by a button and by 0, as on the board', async ({ page }) => {
  await makeDrawing(page, 'Drum barrel');
  const scale = page.getByText(/^[\d.]+ : [\d.]+$/);
  const fitted = await scale.textContent();
  const sheet = await page.locator('svg [data-source=number]').first().boundingBox();
  const zoom = async () => {
    await page.mouse.move(sheet!.x, sheet!.y);
    await page.mouse.wheel(0, -600);
    await expect(scale).not.toHaveText(fitted!);
  };
  await zoom();
  await page.keyboard.press('0');
  await expect(scale).toHaveText(fitted!);
  await zoom();
  await page.getByRole('button', { name: 'Fit', exact: true }).click();
  await expect(scale).toHaveText(fitted!);
});

test('the register and a parts list leave as CSV', async ({ page }) => {
  await makeDrawing(page, 'Recovery winch');
  const saved = async (press: () => Promise<void>) => {
    const [download] = await Promise.all([page.waitForEvent('download'), press()]);
    return { name: download.suggestedFilename(), text: readFileSync((await download.path())!, 'utf8') };
  };
  await page.getByRole('button', { name: 'Export' }).click();
  const parts = await saved(() => page.getByRole('menuitem', { name: 'CSV of the parts list' }).click());
  expect(parts.name).toMatch(/^KD-\d{5}-parts\.csv$/);
  expect(parts.text).toContain('ITEM,QTY,PART NUMBER');
  await page.goto('/drawings');
  const register = await saved(() => page.getByRole('button', { name: 'Export CSV' }).click());
  expect(register.text).toMatch(/Number,Title,Model[^\n]*\r?\nKD-\d{5},/);
});

test('Enter takes the only model that has what is typed in its name, and makes nothing of a word that none has', async ({
  page,
}) => {
  await page.goto('/drawings');
  await page.getByRole('button', { name: 'Make drawing…' }).click();
  const model = page.getByRole('dialog').getByRole('combobox', { name: 'Model' });
  await model.click();
  await page.getByRole('dialog').getByRole('combobox', { name: 'Model' }).fill('fairlead');
  await page.keyboard.press('Enter');
  await expect(model).toHaveValue(/^Fairlead roller/);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');

  const board = await new Board(page).open();
  await board.select('Material');
  await board.content().click();
  await page.keyboard.press('/');
  const finder = page.getByRole('combobox', { name: 'Find a property' });
  await finder.fill('Keelson');
  await expect(page.getByRole('option', { name: 'Keelson a new property of models' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(finder).toHaveValue('Keelson');
  await finder.fill('matl');
  await expect(page.getByRole('listbox', { name: 'Properties' }).getByRole('option', { selected: true })).toContainText(
    'Material',
  );
});

test('a variant that is gone is said on the drawing, which prints its last values and is not finished without a reason', async ({
  page,
}) => {
  await makeDrawing(page, 'Pawl');
  const finish = await printed(page, 'finish').textContent();
  // The model store has said what it has; it does not bring the variant back.
  await page.request.post('/api/store', { data: {} });
  await expect.poll(async () => (await page.request.get('/api/store')).text()).toContain('"answeredAt":"');
  const { specimen, version } = (await (await page.request.get('/api/specimens/pawl')).json()) as {
    specimen: object;
    version: number;
  };
  const gone = await page.request.put('/api/specimens/pawl', {
    data: { specimen: { ...specimen, variants: [] }, version, sitting: crypto.randomUUID(), words: ['Variants gone'] },
  });
  expect(gone.status(), await gone.text()).toBe(200);
  await page.reload();
  const words = 'Pawl no longer has the variant “galvanised”. Its last values print. Choose another one.';
  await expect(page.getByRole('alert').filter({ hasText: words })).toBeVisible();
  await expect(printed(page, 'finish')).toHaveText(finish!);
  await page.getByRole('button', { name: 'Finish' }).click();
  const unfinished = page.getByRole('dialog', { name: /is not complete$/ });
  await expect(unfinished.getByRole('list', { name: 'What is missing' })).toContainText(words);
});

test('the register is ordered by its columns and narrowed, and remembers both', async ({ page }) => {
  for (const specimen of ['pawl', 'guard', 'drive-shaft']) {
    const made = await page.request.post('/api/drawings', {
      data: { formatId: 'workshop-sheets', specimen, variant: 'galvanised', sizeId: 'iso-a3-landscape', scale: '1:2' },
    });
    expect(made.status()).toBe(200);
  }
  await page.goto('/drawings');
  const titles = page.getByRole('row').locator('td:nth-child(3)');
  await expect(titles).toHaveText(['DRIVE SHAFT', /^GUARD/, 'PAWL']);
  const head = page.getByRole('columnheader', { name: 'Title' });
  await head.getByRole('button').click();
  await expect(head).toHaveAttribute('aria-sort', 'ascending');
  await head.getByRole('button').click();
  await expect(head).toHaveAttribute('aria-sort', 'descending');
  await expect(titles).toHaveText(['PAWL', /^GUARD/, 'DRIVE SHAFT']);
  await page.getByRole('combobox', { name: 'Which drawings' }).selectOption('older edition');
  await expect(page.getByText('No drawings match. Clear the search, or show all.')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('combobox', { name: 'Which drawings' })).toHaveValue('older edition');
  await page.getByRole('button', { name: 'Show all' }).click();
  await expect(head).toHaveAttribute('aria-sort', 'descending');
  await expect(titles).toHaveText(['PAWL', /^GUARD/, 'DRIVE SHAFT']);
});
