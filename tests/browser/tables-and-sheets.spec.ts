import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { readPdf } from '../core/exchange/readers';
import { Board, choose, expect, makeDrawing, printed, test } from './fixtures';

/** What the rows of a table print in one column, in the order of their numbers. */
const column = (page: Page, cell: string) => page.locator(`svg [data-source="${cell}"], svg [data-source^="${cell}~"]`);

/** Chooses what stands beside the sheet of a drawing. */
const beside = (page: Page, pane: 'Asked' | 'Revisions' | 'Sheets') => page.getByRole('radio', { name: pane }).click();

async function addRevision(page: Page, name: string, change: string) {
  await page.getByRole('button', { name: `Add revision ${name}…` }).click();
  await page.getByLabel('Change', { exact: true }).fill(change);
  await page.getByRole('button', { name: `Add ${name}`, exact: true }).click();
  await expect(page.getByRole('list', { name: 'Revisions of this drawing' })).toContainText(change);
}

test('a part drawing is revised to C; table and title block agree, on A4 too, and in the file', async ({ page }) => {
  await makeDrawing(page, 'Drive shaft');
  await expect(printed(page, 'revision')).toHaveText('–');
  await beside(page, 'Revisions');
  await addRevision(page, 'A', 'First issue');
  await addRevision(page, 'B', 'Keyway widened');

  // What is wrong is said at its field, and the sheet shows a revision while it is typed.
  await page.getByRole('button', { name: 'Add revision C…' }).click();
  const form = page.getByRole('form', { name: 'Add a revision' });
  await form.getByLabel('Change', { exact: true }).fill('Undercut added on both ends');
  await expect(column(page, 'rev-description')).toHaveText([
    'First issue',
    'Keyway widened',
    'Undercut added on both ends',
  ]);
  for (const [field, wrong, words] of [
    ['Revision', 'D', 'D would skip C.'],
    ['Zones', 'Q9', 'Sheet 1 has no zone Q9; it has A to F and 1 to 8.'],
    ['Date', '2999-01-01', '2999-01-01 is in the future'],
    [
      'Change',
      'Every edge broken and every radius checked, '.repeat(6),
      '“What was changed” is too long for its row on A3',
    ],
  ] as const) {
    const input = form.getByLabel(field, { exact: true });
    const before = await input.inputValue();
    await input.fill(wrong);
    await expect(form.getByRole('alert')).toContainText(words);
    await input.fill(before);
    await expect(form.getByRole('alert')).toHaveCount(0);
  }
  await form.getByLabel('Zones').fill('c4, D5');
  await form.getByRole('button', { name: 'Add C', exact: true }).click();
  await expect(printed(page, 'revision')).toHaveText('C');
  await expect(column(page, 'rev-letter')).toHaveText(['A', 'B', 'C']);
  await expect(column(page, 'rev-zones').last()).toHaveText('C4, D5');

  await page.getByRole('radiogroup', { name: 'Sheet size' }).getByRole('radio', { name: 'A4' }).click();
  await expect(page.getByRole('status', { name: 'After the change of size' })).toContainText('On A4:');
  await expect(column(page, 'rev-letter')).toHaveText(['A', 'B', 'C']);
  await expect(printed(page, 'c-revision')).toHaveText('C');
  await page.reload();
  await expect(printed(page, 'c-revision')).toHaveText('C');

  await beside(page, 'Revisions');
  await page.getByRole('button', { name: 'Withdraw' }).click();
  await expect(printed(page, 'c-revision')).toHaveText('B');
  await addRevision(page, 'C', 'Undercut on one end');
  await page.getByRole('button', { name: 'Export' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: /^PDF/ }).click();
  await page.getByRole('button', { name: 'Export as it is' }).click();
  const pdf = readPdf(readFileSync((await (await download).path())!));
  // In the title block and in the table; the third is the zone’s.
  expect(pdf.texts.filter(({ text }) => text === 'C')).toHaveLength(3);
});

test('the winch’s parts list goes on on sheet 2; a component comes, and the others keep their numbers', async ({
  page,
  context,
}) => {
  await makeDrawing(page, 'Recovery winch');
  await page.getByRole('radiogroup', { name: 'Sheet size' }).getByRole('radio', { name: 'A4' }).click();
  const tabs = page.getByRole('tablist', { name: 'Sheets' }).getByRole('tab');
  await expect(tabs).toHaveText([/^1/, /^2 continued/]);
  await expect(column(page, 'part-item')).toHaveText(['1', '2', '3', '4']);
  const numbers = column(page, 'part-number');
  const first = await numbers.allTextContents();
  await tabs.nth(1).click();
  await expect(column(page, 'part-item')).toHaveText(['5']);
  const fifth = await numbers.textContent();
  await expect(page.getByRole('contentinfo')).toContainText('2 of 2');

  const store = process.env.ZONOGRAPH_MODEL_STORE!;
  const other = await context.newPage();
  await other.goto(`${store}/edit/recovery-winch`);
  await other.getByLabel('Add a component').selectOption({ label: 'Drive shaft' });
  await other.getByLabel('Quantity of Pawl').fill('0');
  await other.getByRole('button', { name: 'Save' }).click();
  try {
    await expect(column(page, 'part-item')).toHaveText(['6']);
    await expect(numbers).toHaveText(/^KW-2203/);
    await tabs.nth(0).click();
    await expect(column(page, 'part-item')).toHaveText(['1', '3', '4', '5']);
    expect(await numbers.allTextContents()).toEqual([first[0], first[2], first[3], fifth]);
  } finally {
    await other.goto(`${store}/edit/recovery-winch`);
    await other.getByLabel('Quantity of Drive shaft').fill('0');
    await other.getByLabel('Add a component').selectOption({ label: 'Pawl' });
    await other.getByRole('button', { name: 'Save' }).click();
    await other.goto(`${store}/edit/recovery-winch`);
    await other.getByLabel('Quantity of Pawl').fill('2');
    await other.getByRole('button', { name: 'Save' }).click();
  }
});

test('sheets are put in, named, given a model and a format, put into another order and taken out', async ({ page }) => {
  await makeDrawing(page, 'Recovery winch');
  await beside(page, 'Sheets');
  await page.getByRole('button', { name: 'Add a sheet' }).click();
  const tabs = page.getByRole('tablist', { name: 'Sheets' }).getByRole('tab');
  await page.getByLabel('Name', { exact: true }).fill('Drum');
  await choose(page.getByRole('combobox', { name: 'Model of the sheet' }), 'Drum assembly');
  await page.getByLabel('Scale', { exact: true }).first().fill('1 to 5');
  await page.getByLabel('Scale', { exact: true }).first().press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'A scale is written 1:2' })).toBeVisible();
  await page.getByLabel('Scale', { exact: true }).first().fill('1:5');
  await page.getByLabel('Scale', { exact: true }).first().press('Enter');
  await expect(tabs).toHaveText([/^1/, /^2 Drum A3/]);
  await expect(page.locator('svg text', { hasText: /^DRUM ASSEMBLY$/ })).toBeAttached();
  await expect(page.locator('svg text', { hasText: /^2 \/ 2$/ })).toBeAttached();
  await choose(page.getByRole('combobox', { name: 'Format of the sheet' }), 'Inch sheets', 'Inch sheets, edition 1');
  await expect(page.locator('svg text', { hasText: /^DRAWN$/ })).toBeAttached();
  await expect(page.getByTestId('saved')).toHaveAttribute('data-state', 'saved');

  await page.getByRole('button', { name: /^2 Drum/ }).click();
  await page.getByRole('button', { name: 'Move sheet 2' }).hover();
  await page.mouse.down();
  const above = (await page.getByRole('button', { name: 'Move sheet 1' }).boundingBox())!;
  await page.mouse.move(above.x + 5, above.y + 2, { steps: 8 });
  await page.mouse.up();
  await expect(tabs).toHaveText([/^1 Drum/, /^2 A3/]);
  await tabs.nth(0).click();
  await expect(page.locator('svg text', { hasText: /^1 OF 2$/ })).toBeAttached();
  await expect(page.getByTestId('saved')).toHaveAttribute('data-state', 'saved');
  await page.reload();
  await expect(tabs).toHaveText([/^1 Drum/, /^2 A3/]);
  await beside(page, 'Sheets');
  await page.getByRole('button', { name: /^1 Drum/ }).click();
  await page.getByRole('button', { name: 'Remove this sheet' }).click();
  await expect(tabs).toHaveCount(1);
});

test('a sheet that is added is offered the office’s default for its size', async ({ page, request }) => {
  const onA4 = { kind: 'part', sizeName: 'A4', projectId: '', siteId: '', formatId: 'inch-sheets' };
  await request.put('/api/format-defaults', { data: onA4 });
  await makeDrawing(page, 'Pawl');
  await beside(page, 'Sheets');
  await page.getByRole('button', { name: 'Add a sheet' }).click();
  await expect(page.getByText(/^The office’s default for parts/)).toHaveCount(0);
  await page.getByRole('combobox', { name: 'Size' }).selectOption('A4');
  await expect(page.getByText('The office’s default for parts on A4 is Inch sheets.')).toBeVisible();
  await page.getByRole('button', { name: 'Use it' }).click();
  await expect(page.locator('svg text', { hasText: /^DRAWN$/ })).toBeAttached();
  await expect(page.getByText(/^The office’s default for parts/)).toHaveCount(0);
});

test('the office’s scheme of revisions is seen for sixty steps before it is kept', async ({ page }) => {
  await page.goto('/drawings');
  await page.getByRole('button', { name: 'Revisions…' }).click();
  const dialog = page.getByRole('dialog', { name: 'How revisions are named' });
  const names = dialog.getByRole('list', { name: 'Names of revisions' }).getByRole('listitem');
  await expect(names).toHaveCount(60);
  await expect(names.nth(8)).toHaveText('J');
  await dialog.getByRole('button', { name: 'I O Q S X Z' }).click();
  await expect(names.nth(20)).toHaveText('AA');
  await dialog.getByLabel('First issue').selectOption({ label: 'A dash' });
  await expect(names.nth(0)).toHaveText('-');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toBeHidden();
  await makeDrawing(page, 'Pawl');
  await beside(page, 'Revisions');
  await expect(page.getByRole('button', { name: 'Add revision -…' })).toBeVisible();
});

test('on the board a ready table is added, shows its growth with sample rows, and its cells are built once for all rows', async ({
  page,
}) => {
  const board = await new Board(page).open('sketch-sheet', 'frame');
  await page.keyboard.press('b');
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Revisions/ })
    .click();
  const growth = page.getByTestId('growth');
  await page.getByRole('combobox', { name: 'Rows of tables' }).selectOption({ label: 'tables of 3 rows' });
  await expect(growth).toHaveText('↓ 3 of at most 8 rows');
  await page.getByRole('combobox', { name: 'Rows of tables' }).selectOption({ label: 'tables over-full' });
  await expect(growth).toHaveText('↓ 7 of at most 8 rows, 4 more to show');
  await page.getByLabel('At most', { exact: true }).fill('5');
  await page.getByLabel('At most', { exact: true }).press('Enter');
  await expect(growth).toHaveText('↓ 4 of at most 5 rows, 4 more to show');
  await page.getByRole('combobox', { name: 'Rows of tables' }).selectOption({ label: 'tables of 3 rows' });

  // A click on any row is a click on the one that is repeated.
  const letters = page.locator('svg text', { hasText: /^[ABC]$/ });
  await expect(letters).toHaveCount(3);
  const box = (await letters.nth(2).boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await expect(board.content()).toContainText('Revision');
  await expect(page.getByRole('textbox', { name: 'Row 2 height' })).toHaveValue('6');
  await page.getByRole('textbox', { name: 'Row 2 height' }).fill('7.5');
  await page.getByRole('textbox', { name: 'Row 2 height' }).press('Enter');
  await expect(page.getByRole('treeitem', { name: /^Revisions/ })).toContainText('155 × 28.5');
  await board.expectSaved();
});

test('numbered notes and a parts list are set up under Rows from data; what cannot be is refused with the reason', async ({
  page,
}) => {
  const board = await new Board(page).open('inch-sheets');
  await board.fillFrom('Drum barrel · 316L');
  const notes = column(page, 'note');
  await expect(notes).toHaveText(['All dimensions in inch', 'Break sharp edges .01 to .02', 'Pickled and passivated']);
  await page.getByRole('treeitem', { name: /^Notes/ }).click();
  await page.getByRole('button', { name: 'Remove units-note' }).click();
  await expect(notes).toHaveText(['Break sharp edges .01 to .02', 'Pickled and passivated']);
  await page.getByRole('combobox', { name: 'Add a note' }).selectOption({ label: 'Heat treatment' });
  await expect(column(page, 'note-number').first()).toHaveText('1');

  await board.fillFrom('Recovery winch · 316L');
  const items = column(page, 'part-item');
  await expect(items).toHaveCount(5);
  await page.getByRole('treeitem', { name: /^Parts list/ }).click();
  await page.getByLabel('Lists', { exact: true }).selectOption('all parts');
  await expect(items).toHaveCount(8);
  await page.getByLabel('Lists', { exact: true }).selectOption('indented');
  await expect(items.filter({ hasText: /^1\.4$/ })).toHaveCount(1);
  await page.getByLabel('Rows at least', { exact: true }).fill('9');
  await page.getByLabel('Rows at least', { exact: true }).press('Enter');
  await expect(
    page.getByRole('alert').filter({ hasText: 'At least 9 rows are more than the most on A, 2.' }),
  ).toBeVisible();
  await page.getByLabel('Rows at least', { exact: true }).press('Escape');
  await page.getByLabel('At most on B', { exact: true }).fill('3');
  await page.getByLabel('At most on B', { exact: true }).press('Enter');
  await expect(page.getByTestId('growth')).toHaveText('↑ 3 of at most 3 rows, 6 more to show');
  await page.getByRole('combobox', { name: 'As for' }).selectOption('following');
  await expect(items).toHaveText(['1.3', '1.4', '2']);
  await page.getByLabel('When full', { exact: true }).selectOption('second column');
  await page.getByRole('combobox', { name: 'As for' }).selectOption('first');
  await expect(page.getByTestId('growth')).toHaveText('↑ 6 of at most 2 × 3 rows, 3 more to show');
  await board.expectSaved();
});

test('an open proof shows every sheet, and so does the file taken from the board', async ({ page }) => {
  await page.goto('/formats/workshop-sheets/proofs');
  await page.getByRole('button', { name: 'Open proof A4 Recovery winch · 316L' }).click();
  await expect(column(page, 'part-item')).toHaveText(['1', '2', '3', '4']);
  await page.getByRole('radio', { name: 'Sheet 2' }).click();
  await expect(column(page, 'part-item')).toHaveText(['5']);
  await expect(page.locator('svg text', { hasText: /^2 \/ 2$/ })).toBeAttached();
});
