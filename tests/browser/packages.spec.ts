import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
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
