import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { database } from '../../src/server/database';
import { expect, test } from './fixtures';

const text = (name: string, content: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(content) });

test('the dictionary goes out as CSV and comes in again: what each row does is shown first', async ({ page }) => {
  await page.goto('/properties');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export CSV' }).click();
  const csv = readFileSync(await (await download).path(), 'utf8');
  expect(csv).toContain('Line pull');

  await page.getByRole('button', { name: 'Import CSV…' }).click();
  const dialog = page.getByRole('dialog');
  const given = 'Name,Type,Also read as\nHoist class,choice,Class\nFinish,number,\nTitle,text,Blank\n';
  await dialog.getByLabel('Dictionary file').setInputFiles(text('house.csv', given));
  await expect(dialog.getByText('+ 1 new')).toBeVisible();
  await expect(dialog.getByText('■ 1 refused')).toBeVisible();
  await expect(dialog).toContainText('“Blank” is a name of “Stock size” already');
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('button', { name: 'Import CSV…' }).click();
  await dialog
    .getByLabel('Dictionary file')
    .setInputFiles(text('house.csv', 'Name,Type,Also read as\nHoist class,text,Class\n'));
  await dialog.getByRole('button', { name: 'Import 1' }).click();
  await page.getByRole('searchbox').fill('hoist');
  await expect(page.getByRole('row', { name: /^Hoist class/ })).toContainText('Class');
});

test('a property is removed when nothing uses it, and merged when something does', async ({ page }) => {
  await page.goto('/properties');
  await page.getByRole('row', { name: /^Material/ }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('Inch sheets, edition 1: Material in Title block');
  await dialog.getByRole('button', { name: 'Remove' }).click();
  await expect(dialog.getByRole('alert')).toContainText('“Material” is used:');
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('row', { name: /^Finish/ }).click();
  await dialog.getByRole('combobox', { name: 'Merge into' }).selectOption({ label: 'Heat treatment' });
  await dialog.getByRole('button', { name: 'Merge' }).click();
  await expect(dialog.getByRole('alert')).toContainText('is released and uses “Finish”.');
  // With open editions alone their links move.
  await database.run("DELETE FROM editions WHERE state = 'released'");
  await dialog.getByRole('combobox', { name: 'Merge into' }).selectOption({ label: 'Heat treatment' });
  await dialog.getByRole('button', { name: 'Merge' }).click();
  await expect(page.getByRole('row', { name: /^Heat treatment/ })).toContainText('Finish');
  await expect(page.getByRole('row', { name: /^Finish/ })).toHaveCount(0);
  await page.getByRole('row', { name: /^File path/ }).click();
  await dialog.getByRole('button', { name: 'Remove' }).click();
  await expect(page.getByRole('row', { name: /^File path/ })).toHaveCount(0);
});

async function readIn(page: Page, files: Parameters<ReturnType<Page['getByLabel']>['setInputFiles']>[0]) {
  await page.getByRole('button', { name: 'Import…' }).click();
  await page.getByRole('dialog').getByLabel('Files of models').setInputFiles(files);
  return page.getByRole('dialog');
}

/** Has the browser let go of whatever the page does not hold on to, as it does by itself sooner or later. */
async function lettingGo(page: Page) {
  const session = await page.context().newCDPSession(page);
  await session.send('HeapProfiler.collectGarbage');
  await session.detach();
}

test('models are read in from CSV: matched, new and refused are told apart before anything is imported', async ({
  page,
}) => {
  await page.goto('/specimens/pawl');
  const csv = [
    'Model,Variant,P/N,Mass,Sling',
    'Pawl,,KW-2204,0.7 kg,no',
    'Deck eye,,KW-2300,two,yes',
    'Deck eye,galvanised,KW-2300-G,2 kg,',
    ',,KW-2301,1 kg,',
  ].join('\n');
  const dialog = await readIn(page, text('models.csv', csv));
  await expect(dialog.getByTestId('read-summary')).toHaveText('2 models, 1 of them new; 4 rows, 1 refused');
  await expect(dialog.getByRole('group', { name: 'Names in the files' })).toContainText(
    'by its other name read as Part number',
  );
  await expect(dialog.getByRole('group', { name: 'Names in the files' })).toContainText('no property reads it yet');
  await expect(dialog.getByRole('group', { name: 'What is wrong' })).toContainText('“two” is not a number');
  await expect(dialog.getByRole('group', { name: 'What is wrong' })).toContainText('It names no model');
  await dialog.getByRole('button', { name: 'Import 2 models' }).click();
  await expect(page.getByRole('textbox', { name: 'Mass of Pawl' })).toHaveValue('0.7 kg');
  await page.getByRole('searchbox', { name: 'Find a specimen' }).fill('deck');
  await page.getByRole('link', { name: /Deck eye/ }).click();
  await expect(page.getByRole('textbox', { name: 'Mass of galvanised' })).toHaveValue('2 kg');
});

test('a number that can be read in two ways is asked about, once for the file', async ({ page }) => {
  await page.goto('/specimens/pawl');
  const csv = 'Model;P/N;Mass\nDeck eye;KW-2300;1,250\nShackle;KW-2301;2\n';
  const dialog = await readIn(page, text('models.csv', csv));
  await expect(dialog).toContainText('line 2, Mass: “1,250”');
  await expect(dialog.getByRole('group', { name: 'What is wrong' })).toContainText('can be read in two ways');
  await dialog.getByRole('radio', { name: 'the comma' }).click();
  await expect(dialog.getByRole('group', { name: 'What is wrong' })).toBeHidden();
  await dialog.getByRole('button', { name: 'Import 2 models' }).click();
  await page.getByRole('searchbox', { name: 'Find a specimen' }).fill('deck');
  await page.getByRole('link', { name: /Deck eye/ }).click();
  await expect(page.getByRole('textbox', { name: 'Mass of Deck eye' })).toHaveValue('1.25 kg');
  await expect(page.getByRole('contentinfo')).toContainText('saved');
  await expect(page.getByText('value missing').first()).toBeVisible();
});

test('a STEP file gives its shape, and the shape its mass through the material', async ({ page }) => {
  await page.goto('/specimens/pawl');
  const step = readFileSync('demo/models/drum-flange.step', 'utf8');
  const bracket = {
    name: 'bracket.step',
    mimeType: 'model/step',
    buffer: Buffer.from(step.replaceAll('Drum flange', 'Deck plate')),
  };
  const cut = { ...bracket, name: 'cut.step', buffer: bracket.buffer.subarray(0, 50_000) };
  const dialog = await readIn(page, cut);
  await expect(dialog.getByRole('alert')).toContainText('cut.step: It is cut short');
  await lettingGo(page);
  await dialog.getByLabel('Files of models').setInputFiles(bracket);
  await expect(dialog.getByRole('group', { name: 'Models' })).toContainText('shape of 1144.3 cm³');
  await dialog.getByRole('button', { name: 'Import 1 model' }).click();
  await page.getByRole('link', { name: /Deck plate/ }).click();
  const mass = page.getByTestId('specimen-mass');
  await expect(mass).toContainText('420 × 420 × 12 mm');
  await expect(mass.getByRole('row', { name: /^Deck plate/ })).toContainText('8.983 kg');

  await mass.getByRole('button', { name: 'Materials…' }).click();
  const density = page.getByRole('textbox', { name: 'Density of S355J2 EN 10025-2' });
  await density.fill('7850');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('the unit is kg/dm³');
  await density.fill('8');
  await page.keyboard.press('Enter');
  await page.getByRole('dialog').getByRole('button', { name: 'Done' }).click();
  await expect(mass.getByRole('row', { name: /^Deck plate/ })).toContainText('9.155 kg');
});

test('one proof open: a cell is pointed at in the table and on the sheet', async ({ page }) => {
  await page.goto('/formats/workshop-sheets/proofs');
  await page.getByRole('button', { name: 'Open proof A3 Drum barrel · 316L' }).click();
  const dialog = page.getByRole('dialog', { name: 'Proof A3 Drum barrel · 316L' });
  const material = dialog.getByRole('row', { name: /^Material/ });
  await expect(material).toContainText('X2CrNiMo17-12-2 EN 10088-3');
  await expect(material).toContainText('variant 316L');
  await material.hover();
  await expect(dialog.getByTestId('pointed-at')).toBeVisible();
  await dialog.locator('svg [data-source=title] text').last().click();
  await expect(dialog.getByRole('row', { name: /^Title/ })).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);
});

test('a format is proved on all models by the server, and what does not fit is listed and opened', async ({ page }) => {
  await page.goto('/formats/workshop-sheets/proofs');
  const all = page.getByRole('region', { name: 'Every model' });
  await all.getByRole('button', { name: 'Prove on all 10 models' }).click();
  await expect(all.getByRole('status')).toContainText('all 100 proofs made');
  await all.getByRole('button', { name: /^List the/ }).click();
  await all.getByRole('row', { name: /^A3 Drive shaft · 316L/ }).click();
  const dialog = page.getByRole('dialog', { name: 'Proof A3 Drive shaft · 316L' });
  await expect(dialog).toContainText('mm too long');
});
