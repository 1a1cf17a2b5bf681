import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { Board, choose, expect, test } from './fixtures';

const changes = (page: Page) => page.getByRole('region', { name: 'List of changes' });

test('a copy that was changed is compared with what it was copied from: pictures laid over each other, changes in words, each a place', async ({
  page,
}) => {
  await page.goto('/formats');
  await page.getByRole('article', { name: 'Workshop sheets' }).getByRole('button', { name: 'Copy…' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Copy and open' }).click();
  const board = new Board(page);
  await board.ready();
  await board.select('Material');
  await board.track('Column 1 width').fill('42');
  await page.keyboard.press('Enter');
  await page.getByRole('region', { name: 'Details' }).getByLabel('Caption').first().fill('STUFF');
  await page.keyboard.press('Enter');
  await board.expectSaved();

  await page.goto('/formats');
  await page.getByRole('link', { name: 'Compare Workshop sheets', exact: true }).click();
  await expect(page.getByText('Choose two formats')).toBeVisible();
  await choose(
    page.getByRole('combobox', { name: 'The second format' }),
    'Workshop sheets, copy',
    'Workshop sheets, copy, edition 1',
  );
  await expect(page.getByRole('img', { name: 'Compared sheets' })).toBeVisible();
  await expect(changes(page)).toContainText('Name of the format');
  const column = changes(page).getByRole('button', { name: /^Title block: column 1/ });
  await expect(column).toContainText('35 mm → 42 mm');
  await expect(changes(page).getByRole('button', { name: /^Title block: Material/ })).toContainText(
    'STUFF · [Material]',
  );
  // What went and what came, told by line and sign.
  await expect(page.getByText(/^− \d+ went: dashed, struck through$/)).toBeVisible();
  await expect(page.getByText(/^\+ \d+ came: bold, underlined$/)).toBeVisible();
  await expect(page.getByTestId('compared').locator('text').filter({ hasText: 'STUFF' })).toHaveCount(1);
  await expect(
    page
      .getByTestId('compared')
      .locator('text')
      .filter({ hasText: /^MATERIAL$/ }),
  ).toHaveCount(1);
  await changes(page)
    .getByRole('button', { name: /^Title block: Material/ })
    .click();
  await expect(page.getByTestId('place')).toBeVisible();

  // On A4 another block stands, which nobody has changed.
  await page.getByRole('radio', { name: 'A4', exact: true }).click({ force: true });
  await expect(page.getByText('− 0 went: dashed, struck through')).toBeVisible();
  await expect(page.getByText('Nothing differs on this sheet.')).toBeVisible();
  await page.getByRole('radio', { name: 'A3', exact: true }).click({ force: true });
  await page.getByRole('radio', { name: 'Side by side' }).click({ force: true });
  await expect(page.getByRole('img', { name: 'Workshop sheets, edition 3' })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Workshop sheets, copy, edition 1' })).toContainText('STUFF');
  // Both are filled from any model of the office, or from none.
  const sheet = page.getByRole('img', { name: 'Workshop sheets, copy, edition 1' });
  await choose(page.getByRole('combobox', { name: 'Filled from' }), 'pawl wheel', 'Pawl wheel');
  await expect(sheet.locator('[data-source=title] text').last()).toHaveText('PAWL WHEEL');
  await choose(page.getByRole('combobox', { name: 'Filled from' }), 'no model', 'No model');
  await expect(sheet.locator('[data-source=title] text').last()).toHaveText('–');
  // The title block is on first sheets only; going to its change goes back to one.
  await page.getByRole('radio', { name: 'Following' }).click({ force: true });
  await expect(sheet).not.toContainText('STUFF');
  await changes(page)
    .getByRole('button', { name: /^Title block: Material/ })
    .click();
  await expect(page.getByRole('radio', { name: 'First' })).toBeChecked();
  await expect(sheet).toContainText('STUFF');
  await page.getByRole('radio', { name: 'Slider' }).click({ force: true });
  await page.getByRole('slider', { name: 'How much of the first sheet is seen' }).fill('100');
});

test('an edition is compared with a format file from outside, and its changes are taken over, with a picture that the office lacks', async ({
  page,
  request,
}) => {
  await page.goto('/formats/compare?a=workshop-sheets');
  await expect(page.getByRole('combobox', { name: 'The first format', exact: true })).toHaveValue('Workshop sheets');
  const file = page.getByLabel('Format file or package');
  await file.setInputFiles({ name: 'notes.json', mimeType: 'application/json', buffer: Buffer.from('{"kind": 1}') });
  await expect(
    page.getByRole('alert').filter({ hasText: 'notes.json: This is not a Zonograph format file' }),
  ).toBeVisible();
  const json = JSON.parse(readFileSync('demo/formats/workshop-sheets.json', 'utf8')) as {
    format: { margins: { left: number }; blocks: { cells: { id: string; contents: object[] }[] }[] };
    pictures: Record<string, object>;
  };
  json.format.margins.left = 30;
  const create = { width: 400, height: 100, channels: 3, background: '#7A2E5D' } as const;
  const png = await sharp({ create }).png().toBuffer();
  const hash = createHash('sha256').update(png).digest('hex');
  json.pictures[hash] = { kind: 'raster', type: 'png', width: 400, height: 100, data: png.toString('base64') };
  const free = json.format.blocks.flatMap(({ cells }) => cells).find(({ id }) => id === 'free')!;
  free.contents = [{ picture: { from: { hash }, scale: 'fit' } }];
  const theirs = Buffer.from(JSON.stringify(json));
  await file.setInputFiles({ name: 'from-the-yard.json', mimeType: 'application/json', buffer: theirs });
  const margin = changes(page)
    .getByRole('button', { name: /^Left margin|^Margins/ })
    .first();
  await expect(margin).toContainText('30');
  await expect(page.getByText(/^\+ \d+ came: bold, underlined$/)).toBeVisible();
  // Its picture is shown out of the file: the office has none such.
  const logo = (await page.locator('svg image').first().getAttribute('href'))!;
  expect(logo).toMatch(/^blob:/);
  const widthOf = async (src: string) => {
    const image = Object.assign(new Image(), { src });
    await image.decode();
    return image.naturalWidth;
  };
  expect(await page.evaluate(widthOf, logo)).toBe(400);
  expect((await request.get(`/api/pictures/${hash}`)).status()).toBe(404);
  // What one looks at stays as it is when a change is taken.
  await page.getByRole('radio', { name: 'A4', exact: true }).click({ force: true });
  const takeMargin = page.getByRole('button', { name: /^Take over: (Left margin|Margins)/ });
  await takeMargin.click();
  await expect(page.getByRole('status')).toContainText('edition 3 has it as edition 1 of from-the-yard.json.');
  await expect(takeMargin).toHaveCount(0);
  await page.getByRole('button', { name: /^Take over: / }).click();
  await expect(changes(page)).toContainText('They are alike in everything.');
  await expect(page.getByRole('status')).toBeVisible();
  await expect(page.getByRole('radio', { name: 'A4', exact: true })).toBeChecked();
  expect((await request.get(`/api/pictures/${hash}/file`)).status()).toBe(200);
});

test('an edition is compared with every edition of a package from outside', async ({ page, request }) => {
  const packed = await (await request.post('/api/packages/pack', { data: { formats: ['workshop-sheets'] } })).body();
  await page.goto('/formats/compare?a=workshop-sheets');
  const file = page.getByLabel('Format file or package');
  await file.setInputFiles({ name: 'cut-short.zip', mimeType: 'application/zip', buffer: packed.subarray(0, 900) });
  await expect(page.getByRole('main').getByRole('alert')).toContainText('cut-short.zip: This is no ZIP');
  await file.setInputFiles({ name: 'from-the-yard.zip', mimeType: 'application/zip', buffer: packed });
  await expect(changes(page)).toContainText('They are alike in everything.');
  await page.getByRole('combobox', { name: 'Edition in the file' }).selectOption({
    label: 'Workshop sheets, edition 1, released',
  });
  await expect(changes(page)).toContainText('Block Filing number');
  await page.getByRole('button', { name: 'Take over: Block Filing number' }).click();
  await expect(page.getByRole('status')).toContainText('edition 3 has it as edition 1 of Workshop sheets.');
});

test('formats that are alike say so, and formats without a size in common too', async ({ page }) => {
  await page.goto('/formats/compare?a=workshop-sheets&b=workshop-sheets');
  await expect(changes(page)).toContainText('They are alike in everything.');
  await page.goto('/formats/compare?a=workshop-sheets&b=inch-sheets');
  await expect(page.getByText('They have no size in common.')).toBeVisible();
  await expect(changes(page)).toContainText('Drafting profile');
  await page.goto('/formats/compare?a=workshop-sheets&b=nowhere');
  await expect(page.getByText('There is no such format on the shelf.')).toBeVisible();
});
