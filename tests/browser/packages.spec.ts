import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { readOfficePackage } from '../../src/core/exchange/office-package-zip';
import { STANDARDS_DESK } from '../../src/server/actor';
import { copyFormat } from '../../src/server/services/formats';
import { database } from '../../src/server/database';
import { signInAs } from '../../scripts/application.mjs';
import { anotherOffice, emptyOffice, freshOffice } from '../fresh-office';
import { expect, test } from './fixtures';

const hashes = () =>
  database.query(
    'SELECT editions.id, hash, snapshot FROM editions LEFT JOIN edition_releases ON edition_id = editions.id ORDER BY editions.id',
  );

async function openPackages(page: Page) {
  await page.goto('/office');
  await page.getByRole('button', { name: 'Packages' }).click();
}

test('a package goes out of one office and into an empty one, hashes equal; taken in again, nothing changes', async ({
  page,
  context,
}) => {
  await openPackages(page);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Pack the whole office' }).click(),
  ]);
  const bytes = readFileSync((await download.path())!);
  const before = await hashes();
  await emptyOffice();
  await signInAs('administrator', context, process.env.ZONOGRAPH_ADDRESS!);
  await openPackages(page);
  const choose = () =>
    page
      .getByLabel('Package', { exact: true })
      .setInputFiles({ name: 'office.zip', mimeType: 'application/zip', buffer: bytes });
  await choose();
  await expect(page.getByText(/From KELVARRA .*: \d+ new, 0 here just the same, 0 otherwise here/)).toBeVisible();
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(page.getByRole('status')).toContainText(/things taken in, 0 left as they are/);
  expect(await hashes()).toEqual(before);
  await page.goto('/formats');
  await expect(page.getByRole('link', { name: /Workshop sheets/ }).first()).toBeVisible();
  await openPackages(page);
  await choose();
  await expect(page.getByText(/0 new, \d+ here just the same, 0 otherwise here/)).toBeVisible();
});

test('what is otherwise here is told thing by thing, and what was chosen is done', async ({ page }) => {
  await openPackages(page);
  await page.getByRole('checkbox', { name: 'Sketch sheet' }).check({ force: true });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Pack 1 format' }).click(),
  ]);
  await database.run("UPDATE formats SET description = 'Ours by now' WHERE id = 'sketch-sheet'");
  await page.getByLabel('Package', { exact: true }).setInputFiles((await download.path())!);
  await page.getByRole('combobox', { name: 'What becomes of the format Sketch sheet' }).selectOption('both');
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(page.getByRole('status')).toContainText('1 thing taken in');
  await page.goto('/formats');
  await expect(page.getByText('Sketch sheet (taken in)').first()).toBeVisible();
});

test('among many formats those are packed that were searched for and chosen', async ({ page }) => {
  for (let i = 1; i <= 40; i++)
    await copyFormat(STANDARDS_DESK, { copyOf: 'sketch-sheet', name: `Yard sheet ${String(i).padStart(3, '0')}` });
  await openPackages(page);
  const pack = page.getByRole('region', { name: 'Pack', exact: true });
  await pack.getByRole('button', { name: /^Show more/ }).click();
  await expect(pack.getByRole('checkbox', { name: 'Yard sheet 030' })).toBeAttached();
  await pack.getByRole('searchbox', { name: 'Search formats' }).fill('Yard sheet 03');
  await expect(pack.getByRole('checkbox')).toHaveCount(10);
  await pack.getByRole('button', { name: 'Choose all shown' }).click();
  await pack.getByRole('searchbox', { name: 'Search formats' }).fill('Sketch sheet');
  await pack.getByRole('checkbox', { name: 'Sketch sheet' }).check({ force: true });
  await pack.getByRole('button', { name: 'Leave out Yard sheet 035' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    pack.getByRole('button', { name: 'Pack 10 formats' }).click(),
  ]);
  const read = readOfficePackage(readFileSync((await download.path())!));
  const names = read.ok ? read.package.contents.formats.map(({ name }) => name).toSorted() : [];
  expect(names).toEqual(['Sketch sheet', ...[0, 1, 2, 3, 4, 6, 7, 8, 9].map((i) => `Yard sheet 03${i}`)]);
});

test('two offices that were each set up exchange packages both ways; what was released elsewhere says so', async ({
  page,
  context,
}) => {
  const pack = async () => {
    await openPackages(page);
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Pack the whole office' }).click(),
    ]);
    return readFileSync((await download.path())!);
  };
  const takeIn = async (buffer: Buffer) => {
    await openPackages(page);
    await page
      .getByLabel('Package', { exact: true })
      .setInputFiles({ name: 'office.zip', mimeType: 'application/zip', buffer });
    await page.getByRole('combobox', { name: 'What becomes of the format Workshop sheets' }).selectOption('both');
    await page
      .getByRole('combobox', { name: /^What becomes of the starter / })
      .first()
      .selectOption('both');
    await page.getByRole('button', { name: 'Take in' }).click();
    await expect(page.getByRole('status')).toContainText(/\d+ things taken in/);
  };
  const signIn = () => signInAs('administrator', context, process.env.ZONOGRAPH_ADDRESS!);
  const first = await pack();
  await anotherOffice();
  await database.run(
    `UPDATE value_places SET value_list = JSON_SET(value_list, '$."legal-owner"', 'FAR YARD') WHERE source = 'organisation'`,
  );
  await signIn();
  const second = await pack();
  await takeIn(first);
  await page.goto('/formats');
  await expect(page.getByText('Workshop sheets (taken in)').first()).toBeVisible();
  const [taken] = await database.query<{ id: string }>(
    "SELECT id FROM formats WHERE name = 'Workshop sheets (taken in)'",
  );
  await page.goto(`/formats/${taken!.id}/history`);
  await expect(page.getByText(/at KELVARRA BUOY AND WINCH WORKS, taken in by Ruth Calder/).first()).toBeVisible();
  // And back into the first one.
  await freshOffice();
  await signIn();
  await takeIn(second);
  const [back] = await database.query<{ id: string }>(
    "SELECT id FROM formats WHERE name = 'Workshop sheets (taken in)'",
  );
  await page.goto(`/formats/${back!.id}/history`);
  await expect(page.getByText(/at FAR YARD, taken in by Ruth Calder/).first()).toBeVisible();
});

test('a file that is no package is refused in words', async ({ page }) => {
  await openPackages(page);
  await page
    .getByLabel('Package', { exact: true })
    .setInputFiles({ name: 'holiday.zip', mimeType: 'application/zip', buffer: Buffer.from('no zip') });
  await expect(page.getByRole('main').getByRole('alert')).toContainText(
    'holiday.zip: This is no ZIP, or one that is damaged.',
  );
});

test('a format that was removed comes back whole, as the format that it was', async ({ page }) => {
  await copyFormat(STANDARDS_DESK, { copyOf: 'sketch-sheet', name: 'Yard sheet' });
  await page.goto('/formats');
  const card = page.getByRole('article').filter({ hasText: 'Yard sheet' });
  await card.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: /^Delete/ }).click();
  await expect(page.getByRole('dialog')).toContainText('It can be brought back for 30 days');
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Delete/ })
    .click();
  await expect(card).toHaveCount(0);
  await page.goto('/office');
  await page.getByRole('button', { name: 'Removed' }).click();
  const removed = page.getByRole('region', { name: 'Removed' });
  await expect(removed.getByRole('listitem')).toContainText('Ruth Calder');
  await removed.getByRole('button', { name: 'Bring back the format Yard sheet' }).click();
  await expect(removed.getByRole('status')).toHaveText('The format Yard sheet is back.');
  await expect(removed.getByText('Nothing was removed in the last 30 days.')).toBeVisible();
  await page.goto('/formats');
  await expect(card).toBeVisible();
});
