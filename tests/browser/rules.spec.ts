import type { Locator, Page } from '@playwright/test';
import { Board, choose, expect, makeDrawing, test, signOnPaper } from './fixtures';

const ahead = (page: Page) => page.getByRole('status', { name: 'What it would change' });
const check = (page: Page, name: string) => page.locator('[data-check]').filter({ hasText: name }).first();
const plate = (page: Page) => page.getByRole('contentinfo', { name: 'Status' });

/** The rule books with one open and counted. */
async function openBook(page: Page, name: string) {
  await page.goto('/profiles/rules');
  await page.getByRole('combobox', { name: 'Rule book' }).selectOption({ label: name });
  await expect(plate(page)).toContainText(name);
  await counted(page);
}

/** The count of the open book has come to its end. */
const counted = (page: Page) => expect(page.getByRole('button', { name: 'Count again' })).toBeVisible();

async function weigh(page: Page, name: string, weight: string, why: string) {
  await page.getByRole('textbox', { name: 'Search the checks' }).fill(name);
  await check(page, name).click();
  await page.getByRole('combobox', { name: 'Weight' }).selectOption(weight);
  await page.getByRole('textbox', { name: 'Why' }).fill(why);
  await expect(ahead(page)).toHaveText(/^It would/);
  const said = await ahead(page).innerText();
  await page.getByRole('button', { name: 'Change the rule' }).click();
  await expect(page.getByRole('button', { name: 'Change the rule' })).toBeHidden();
  return said;
}

/** How many a check finds, as its row in the list says. */
const found = async (row: Locator) => Number(/(\d+)$/.exec((await row.innerText()).trim())?.[1] ?? '0');

test('a house book on ISO demands capitals, a noun first and a checker: findings come, repairs are one click, the counts fall', async ({
  page,
}) => {
  await makeDrawing(page, 'Drum barrel');
  const drawing = page.url();

  // A book that derives from ISO and differs in two checks, with the reason.
  await page.goto('/profiles/rules');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'New rule book…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Make rule book' }).click();
  await expect(dialog.getByRole('alert')).toContainText('It needs a name.');
  await dialog.getByLabel('Name').fill('Yard rules');
  await dialog.getByLabel('Derives from').selectOption({ label: 'ISO' });
  await dialog.getByRole('button', { name: 'Make rule book' }).click();
  await expect(page.getByRole('heading', { name: 'Yard rules' })).toBeVisible();
  await counted(page);

  await page.getByRole('textbox', { name: 'Search the checks' }).fill('Capitals');
  await check(page, 'Capitals').click();
  await page.getByRole('combobox', { name: 'Weight' }).selectOption('warning');
  await page.getByRole('button', { name: 'Change the rule' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Say why the house differs.' })).toBeVisible();
  await check(page, 'Capitals').click();
  expect(await weigh(page, 'Capitals', 'warning', 'The yard letters everything in capitals')).toMatch(
    /^It would add \d\d+ findings and settle 0 findings\.$/,
  );
  await weigh(page, 'Titles begin with a noun', 'warning', 'Parts are found by their noun');

  // A check of the house's own.
  await page.getByRole('textbox', { name: 'Search the checks' }).fill('');
  await page.getByRole('button', { name: 'Add a check…' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('A checker');
  await choose(
    page.getByRole('combobox', { name: 'Property', exact: true }),
    'Checked by',
    'Checked by, of the drawing',
  );
  await page.getByRole('combobox', { name: 'Weight' }).selectOption('blocks release');
  await expect(ahead(page)).toHaveText(/^It would add 1 finding and settle 0 findings\.$/);
  await page.getByRole('button', { name: 'Add the check' }).click();
  await expect(check(page, 'A checker')).toBeVisible();

  // The profile names it, and formats and drawings follow.
  await page.getByRole('link', { name: 'Drafting profiles' }).click();
  await expect(page.getByRole('img', { name: 'Specimen drawing' })).toBeVisible();
  await page.getByRole('combobox', { name: 'Rule book' }).selectOption({ label: 'Yard rules' });
  await page.getByRole('link', { name: 'Open', exact: true }).click();
  await expect(plate(page)).toContainText('Yard rules');
  await expect(check(page, 'A checker')).toContainText(/1$/);
  const capitals = await found(check(page, 'Capitals'));
  expect(capitals).toBeGreaterThan(5);
  await check(page, 'A checker').click();
  await expect(page.getByText('A checker: “Checked by” has no value.')).toBeVisible();

  // On the drawing: the title is mended in the model by one click, the checker is answered.
  await page.goto(drawing);
  const title = page.getByText('the title “DRUM BARREL” does not begin with its noun');
  await expect(title).toBeVisible();
  await page.getByRole('button', { name: 'Write “BARREL, DRUM” in the model' }).click();
  await expect(title).toBeHidden();
  await expect(page.locator('svg [data-source=title] text').last()).toHaveText('BARREL, DRUM');
  await signOnPaper(page, 'Checked by', 'Marlo Aketch');
  await expect(page.getByText('A checker: “Checked by” has no value.')).toBeHidden();

  // On the board: capitals for all cells at once.
  const board = await new Board(page).open();
  await page.getByRole('button', { name: /^Show the findings/ }).click();
  const small = page
    .locator('div')
    .filter({ hasText: /has small letters/ })
    .filter({ has: page.getByRole('button', { name: 'Repair all like this…' }) })
    .last();
  await small.getByRole('button', { name: 'Repair all like this…' }).click();
  const all = page.getByRole('group', { name: 'Repair all like this' });
  await all.getByRole('button', { name: /^Repair \d+ findings?$/ }).click();
  await board.expectSaved();

  await openBook(page, 'Yard rules');
  await expect(async () => {
    expect(await found(check(page, 'Capitals'))).toBeLessThan(capitals);
    expect(await found(check(page, 'A checker'))).toBe(0);
  }).toPass();
});

test('what a rule book may not say is refused at its place, and nothing is lost', async ({ page }) => {
  await openBook(page, 'Kelvarra house rules');
  await page.getByRole('textbox', { name: 'Search the checks' }).fill('Pattern of drawing');
  await check(page, 'Pattern of drawing numbers').click();
  const pattern = page.getByRole('textbox', { name: 'Pattern of drawing numbers' });
  await pattern.fill('(a+)+$');
  await pattern.press('Enter');
  await expect(page.getByRole('region', { name: 'Check' }).getByRole('alert')).toContainText(
    'more ways than can be tried',
  );
  await expect(page.getByRole('button', { name: 'Change the rule' })).toBeDisabled();
  await page.getByRole('button', { name: 'Leave it' }).click();
  await expect(pattern).toHaveValue(/^KD-/);
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Remove' }).click();
  await expect(page.getByRole('region', { name: 'Checks' }).getByRole('alert')).toContainText(
    'Kelvarra house rules stays: “Kelvarra ISO” names it.',
  );

  await page.getByRole('combobox', { name: 'Rule book' }).selectOption({ label: 'ISO, shipped' });
  await expect(page.getByText('A shipped book stays as it is.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Search the checks' }).fill('Length of titles');
  await check(page, 'Length of titles').click();
  await expect(page.getByRole('combobox', { name: 'Weight' })).toBeDisabled();
});
