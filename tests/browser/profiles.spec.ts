import { readFileSync } from 'node:fs';
import { Board, expect, test, tryDrawing } from './fixtures';
import type { Page } from '@playwright/test';
import { readDxf } from '../core/exchange/readers';

const drawing = (page: Page) => page.getByRole('img', { name: 'Specimen drawing' });
const setting = (page: Page, name: string) => page.getByLabel(name, { exact: true });
const type = async (page: Page, name: string, text: string) => {
  await setting(page, name).fill(text);
  await setting(page, name).press('Enter');
};

async function openProfile(page: Page, name?: string) {
  await page.goto('/profiles');
  await expect(drawing(page).locator('text').first()).toBeAttached();
  if (name) await page.getByRole('combobox', { name: 'Profile' }).selectOption({ label: name });
  await expect(page.getByRole('contentinfo', { name: 'Status' })).toContainText(name ?? 'Kelvarra ISO');
  await expect(drawing(page).locator('text').first()).toBeAttached();
}

test('the office changes to inch, two decimals, no leading zero, dual mm in brackets, arrows 3:1: drawing, note and DXF agree', async ({
  page,
}) => {
  await openProfile(page);
  await setting(page, 'Unit of lengths').selectOption('in');
  await type(page, 'Decimals of lengths', '2');
  await page.getByRole('checkbox', { name: 'Leading zero', exact: true }).uncheck();
  await setting(page, 'Decimal mark').selectOption('.');
  await setting(page, 'Dual unit').selectOption('beside');
  await type(page, 'Dual unit: decimals', '1');
  await type(page, 'Length to width', '3');
  const texts = drawing(page).locator('text');
  await expect(texts.filter({ hasText: /^All dimensions in inch$/ })).toHaveCount(1);
  await expect(texts.filter({ hasText: /^\.31 P9$/ })).toHaveCount(1);
  await expect(texts.filter({ hasText: /^8\.0 P9$/ })).toHaveCount(1);
  await expect(page.getByTestId('saved')).toHaveAttribute('data-state', 'saved');

  // Release it: what changed is listed, and why is asked.
  await page.getByRole('button', { name: 'Release revision 2…' }).click();
  const changed = page.getByRole('list', { name: 'What changed' });
  await expect(changed).toContainText('Length to width: 1.87 → 3');
  await expect(changed).toContainText('Unit of lengths: millimetres → inches');
  await page.getByRole('button', { name: 'Release revision 2', exact: true }).click();
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('Say why it is released.');
  await page.getByLabel('Why').fill('The yard goes to inches');
  await page.getByRole('button', { name: 'Release revision 2', exact: true }).click();
  await expect(page.getByRole('contentinfo', { name: 'Status' })).toContainText('Revision2');

  // The specimen drawing's file.
  await page.getByRole('button', { name: 'Export' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: /^DXF/ }).click();
  const own = readDxf(readFileSync(await (await download).path(), 'utf8'));
  expect(own.dimensionStyles.PROFILE).toMatchObject({ dimdec: 2, dimzin: 12, dimalt: 1, dimaltd: 1, dimaltf: 25.4 });

  // The board's title block, and its DXF.
  const board = await new Board(page).open();
  await expect(board.page.locator('svg text').filter({ hasText: 'All dimensions in inch' }).first()).toBeAttached();
  await page.getByRole('button', { name: 'Export' }).click();
  const sheet = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'DXF, to draw on' }).click();
  const read = readDxf(readFileSync(await (await sheet).path(), 'utf8'));
  expect(read.errors).toEqual([]);
  expect(read.texts.map(({ text }) => text)).toContain('All dimensions in inch');
  expect(read.dimensionStyles.PROFILE).toMatchObject({ dimdec: 2, dimdsep: 46, dimalt: 1 });
});

test('the setting under the hand is marked, a click on the drawing opens its setting, a search finds it', async ({
  page,
}) => {
  await openProfile(page);
  const marked = page.getByTestId('marked');
  await expect(marked).toHaveCount(0);
  await setting(page, 'Hatching: pitch').focus();
  await expect(marked.locator('line').first()).toBeAttached();
  const sources = await marked
    .locator('[data-source]')
    .evaluateAll((groups) => groups.map((one) => one.getAttribute('data-source')));
  expect(new Set(sources)).toEqual(new Set(['hatching.pitch']));

  await drawing(page)
    .locator('text')
    .filter({ hasText: /^ISO 2768-m$/ })
    .first()
    .click();
  await expect(setting(page, 'Class')).toBeFocused();

  await page.getByRole('textbox', { name: 'Search the settings' }).fill('hidden width');
  await expect(setting(page, 'Hidden edge: width')).toBeVisible();
  await expect(setting(page, 'Class')).toHaveCount(0);
  await page.getByRole('textbox', { name: 'Search the settings' }).fill('no such thing');
  await expect(page.getByText('No settings match.')).toBeVisible();
});

test('what does not do is refused or reported at its setting; back to the standard is one click, and so is undo', async ({
  page,
}) => {
  await openProfile(page);
  await type(page, 'Gap at the outline', '500');
  await expect(page.getByRole('alert').filter({ hasText: 'cannot be 500: it takes 0 to 20 mm' })).toBeVisible();
  await setting(page, 'Gap at the outline').press('Escape');
  await type(page, 'Gap at the outline', '1/16 in');
  await expect(setting(page, 'Gap at the outline')).toHaveValue('1.5875');
  await page.getByRole('button', { name: 'Gap at the outline: back to ISO, 0 mm' }).click();
  await expect(setting(page, 'Gap at the outline')).toHaveValue('0');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(setting(page, 'Gap at the outline')).toHaveValue('1.5875');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(setting(page, 'Gap at the outline')).toHaveValue('0');

  await type(page, 'Hidden edges: name', 'A/B');
  await expect(page.getByRole('alert').filter({ hasText: 'is no name for a layer' })).toBeVisible();
  await setting(page, 'Hidden edges: name').press('Escape');
  await setting(page, 'Hidden edge: layer').selectOption('outlines');
  await expect(
    page.getByRole('note').filter({ hasText: 'are on the layer VISIBLE with different widths' }),
  ).toBeVisible();
});

test('changes since the release are laid over the drawing; profiles are compared, copied and taken out', async ({
  page,
}) => {
  await openProfile(page, 'Kelvarra inch');
  await type(page, 'Hatching: angle', '30');
  await page.getByRole('checkbox', { name: 'Changes since revision 1' }).check();
  await expect(page.getByText(/^− \d+ went$/)).toBeVisible();
  await expect(page.getByText(/^\+ \d+ came$/)).toBeVisible();

  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Compare…' }).click();
  const differences = page.getByRole('region', { name: 'Differences' });
  await expect(differences.getByRole('row')).toHaveCount(2);
  await expect(differences).toContainText('Hatching: angle45 °30 °');
  await page.getByLabel('with', { exact: true }).selectOption({ label: 'Kelvarra ISO' });
  await expect(differences).toContainText('Unit of lengths');
  await differences.getByRole('button', { name: 'Decimal mark' }).click();
  await expect(setting(page, 'Decimal mark')).toBeFocused();

  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'New profile…' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Slipway');
  await page.getByRole('button', { name: 'Make profile' }).click();
  await expect(page.getByRole('contentinfo', { name: 'Status' })).toContainText('Slipway');
  await expect(setting(page, 'Hatching: angle')).toHaveValue('30');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Remove' }).click();
  await expect(page.getByRole('combobox', { name: 'Profile' })).not.toContainText('Slipway');
});

test('a trial drawing follows the release of its profile, not what is tried; two who change one setting see it', async ({
  page,
  context,
}) => {
  await tryDrawing(page, 'Pawl');
  const address = page.url();
  await openProfile(page);
  const other = await context.newPage();
  await openProfile(other);
  await type(page, 'Note of the unit', 'Lengths in {unit}');
  await expect(page.getByTestId('saved')).toHaveAttribute('data-state', 'saved');
  await type(other, 'Note of the unit', 'Sizes in {unit}');
  await expect(
    other.getByRole('alert').filter({ hasText: 'Somebody else has changed Note of the unit meanwhile.' }),
  ).toBeVisible();
  await expect(
    other.getByRole('alert').filter({ hasText: 'Not kept: Note of the unit “Sizes in {unit}”.' }),
  ).toBeVisible();
  await expect(setting(other, 'Note of the unit')).toHaveValue('Lengths in {unit}');

  await page.goto(address);
  await expect(page.locator('svg text').filter({ hasText: 'All dimensions in mm' }).first()).toBeAttached();
  await other.getByRole('button', { name: 'Release revision 2…' }).click();
  await other.getByLabel('Why').fill('Shorter');
  await other.getByRole('button', { name: 'Release revision 2', exact: true }).click();
  await expect(other.getByRole('contentinfo', { name: 'Status' })).toContainText('Revision2');
  await page.reload();
  await expect(page.locator('svg text').filter({ hasText: 'Lengths in mm' }).first()).toBeAttached();
});

test('a format is given another profile on the board, and its proofs follow', async ({ page }) => {
  const board = await new Board(page).open();
  await page.keyboard.press('Escape');
  await expect(
    page
      .locator('svg text')
      .filter({ hasText: /^ISO 2768-m$/ })
      .first(),
  ).toBeAttached();
  await page.getByRole('combobox', { name: 'Profile' }).selectOption({ label: 'Kelvarra inch' });
  await expect(page.locator('svg text').filter({ hasText: 'All dimensions in inch' }).first()).toBeAttached();
  await board.page.reload();
  await expect(page.locator('svg text').filter({ hasText: 'All dimensions in inch' }).first()).toBeAttached();
  await page.getByRole('link', { name: 'Open the profile' }).click();
  await expect(page.getByRole('contentinfo', { name: 'Status' })).toContainText('Kelvarra inch');
});

test.describe('a drafter', () => {
  test.use({ as: 'drafter' });
  test('looks at profiles and exports their drawing, and changes nothing', async ({ page }) => {
    await openProfile(page);
    await expect(page.getByText(/Changed by .*administrators?\./)).toBeVisible();
    await expect(setting(page, 'Hatching: pitch')).toBeDisabled();
    await expect(page.getByRole('button', { name: 'Release revision 2…' })).toBeDisabled();
  });
});
