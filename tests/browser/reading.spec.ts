import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { choose, expect, makeDrawing, test } from './fixtures';

/** A sheet that another program wrote: in inches, off the origin, blocks in blocks, overshoots, texts in pieces. */
function foreignSheet(): string {
  const path = join(mkdtempSync(join(tmpdir(), 'zonograph-')), 'float-sheet.dxf');
  const { status, stderr } = spawnSync('/usr/bin/python3', ['tests/core/recognising/foreign-sheet.py', path], {
    encoding: 'utf8',
  });
  expect({ status, stderr }).toMatchObject({ status: 0 });
  return path;
}

const found = (page: Page) => page.getByRole('region', { name: 'What was recognised' });
const onDesk = (page: Page, text: string) => page.getByTestId('desk').locator('svg text', { hasText: text }).first();

async function addSize(page: Page, id: string) {
  await page.getByRole('combobox', { name: 'Add a standard size' }).selectOption(id);
}

test('a DXF of another program becomes a format that proves on three sizes and fills from a specimen', async ({
  page,
}) => {
  await page.goto('/formats');
  await page.getByRole('button', { name: 'Start a format' }).click();
  await page.getByRole('button', { name: /From a drawing/ }).click();
  await page.waitForURL('/formats/read');
  await page.getByLabel('Drawing file').setInputFiles(foreignSheet());
  const list = found(page);
  await expect(list.getByRole('heading', { name: 'Title block' })).toBeVisible();
  await expect(list.getByText('moved by −946.15 and 317.5 mm to the origin')).toBeVisible();
  await expect(list.getByText('frame 400.3 × 260.1 mm, 4 × 2 zones')).toBeVisible();
  await expect(list.getByText('2 figures off the sheet, left out')).toBeVisible();
  await expect(list.getByRole('button', { name: /linked to a property DRAWING NO\. KF-0042/ })).toBeVisible();

  // What is a fixed text is said to be the owner, on the list; the picture shows it at once.
  await list.getByRole('button', { name: /KELVARRA FLOATS/ }).click();
  await page.getByRole('combobox', { name: 'What “KELVARRA FLOATS” is' }).selectOption('linked');
  await choose(page.getByRole('combobox', { name: 'Property' }), 'Legal', 'Legal owner');
  await expect(list.getByRole('button', { name: /linked to a property KELVARRA FLOATS Legal owner/ })).toBeVisible();

  await page.getByRole('radio', { name: 'Laid over' }).check({ force: true });
  await expect(page.getByTestId('greatest')).toContainText(/Of \d+ lines the farthest lies 0\.254 mm off/);
  await page.getByRole('textbox', { name: 'Name of the format' }).fill('Float sheets');
  await page.getByRole('button', { name: 'Make the format' }).click();
  await page.waitForURL(/\/formats\/[0-9a-f-]{36}/);
  await expect(
    page.getByRole('button', { name: 'RELEASE CLASS' }).or(page.getByText('Release class')).first(),
  ).toBeVisible();
  await expect(onDesk(page, 'DRIVE SHAFT')).toBeVisible();
  await addSize(page, 'asme-a-landscape');
  await addSize(page, 'asme-c-landscape');
  for (const name of ['B Drive shaft', 'A Drive shaft', 'C Drive shaft'])
    await expect(page.getByText(name, { exact: true })).toBeVisible();
});

test('an SVG becomes one too, and its guesses are told and put right', async ({ page }) => {
  await page.goto('/formats/read');
  await page.getByLabel('Drawing file').setInputFiles('tests/browser/foreign-sheet.svg');
  const list = found(page);
  await expect(list.getByText('frame 564 × 400 mm, no zones')).toBeVisible();
  await expect(list.getByText(/1 guess: a text under a caption/)).toBeVisible();
  await expect(list.getByText('scripts: 1, not read')).toBeVisible();
  await list.getByRole('button', { name: /BERTH/ }).click();
  await page.getByRole('combobox', { name: 'What “4 West” is' }).selectOption('asked');
  await expect(list.getByText(/1 guess/)).toHaveCount(0);
  await page.getByRole('textbox', { name: 'Name of the format' }).fill('Yard sheets');
  await page.getByRole('button', { name: 'Make the format' }).click();
  await page.waitForURL(/\/formats\/[0-9a-f-]{36}/);
  await expect(page.getByText('Asked of the drafter')).toBeVisible();
  await expect(page.getByText('BERTH').first()).toBeVisible();
  await addSize(page, 'iso-a3-landscape');
  await addSize(page, 'iso-a1-landscape');
  for (const name of ['A2 Drive shaft', 'A3 Drive shaft', 'A1 Drive shaft'])
    await expect(page.getByText(name, { exact: true })).toBeVisible();
});

test('a further drawing of an office joins the family of a format as a size, with what differs told', async ({
  page,
}) => {
  await page.goto('/formats/sketch-sheet');
  await page.getByRole('link', { name: 'a drawing, DXF or SVG' }).click();
  await page.waitForURL(/\/formats\/read\?into=/);
  await page.getByLabel('Drawing file').setInputFiles('tests/browser/foreign-sheet.svg');
  await expect(page.getByTestId('told')).toContainText('for A2 alone');
  await expect(page.getByTestId('told')).toContainText('Sketch strip: not on A2');
  await page.getByRole('button', { name: /^Put into / }).click();
  await page.waitForURL('/formats/sketch-sheet');
  await page.getByRole('radio', { name: 'A2' }).check({ force: true });
  await expect(onDesk(page, 'MATERIAL')).toBeVisible();
  await page.goto('/formats/sketch-sheet/history');
  await expect(page.getByText('Read in foreign-sheet.svg as A2')).toBeVisible();
});

test('a DWG, a file that was cut short and one that is neither are refused in words, and nothing changes', async ({
  page,
}) => {
  await page.goto('/formats/read');
  const file = (name: string, text: string) =>
    page
      .getByLabel('Drawing file')
      .setInputFiles({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(text) });
  await file('sheet.dwg', 'AC1032 and so on');
  await expect(page.getByRole('main').getByRole('alert')).toContainText(
    'sheet.dwg: This is a DWG file. Save the drawing as DXF',
  );
  await file('short.dxf', '0\nSECTION\n2\nENTITIES\n0\nLINE\n10\n0');
  await expect(page.getByRole('main').getByRole('alert')).toContainText('cut short');
  await file('letter.svg', '<html></html>');
  await expect(page.getByRole('main').getByRole('alert')).toContainText('no svg element');
  await expect(page.getByRole('button', { name: 'Make the format' })).toHaveCount(0);
});

test('a drawing’s DXF that was filled in elsewhere gives its answers back, with what changed', async ({ page }) => {
  await makeDrawing(page, 'Drum barrel');
  await page.getByRole('button', { name: 'Export' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page
      .getByRole('menuitem', { name: 'DXF, to draw on' })
      .click()
      .then(() => page.getByRole('button', { name: 'Export as it is' }).click()),
  ]);
  const dxf = readFileSync((await download.path())!, 'utf8');
  expect(dxf).toContain('\nRuth Calder\n');
  await page.getByRole('button', { name: 'Read answers…' }).click();
  const dialog = page.getByRole('dialog', { name: 'Read answers from a DXF' });
  const file = (text: string) =>
    dialog
      .getByLabel('DXF that was filled in elsewhere')
      .setInputFiles({ name: 'drum.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(text) });
  await file(dxf);
  await expect(dialog.getByText('It says what the sheets say.')).toBeVisible();
  await file(dxf.replaceAll('\nRuth Calder\n', '\nNoor Ferreira\n').replaceAll('\nS355J2', '\nWood'));
  await expect(dialog.getByText('Noor Ferreira')).toBeVisible();
  await dialog.getByRole('button', { name: 'Take over 1 answer' }).click();
  await expect(page.locator('svg text', { hasText: 'Noor Ferreira' }).first()).toBeVisible();
});
