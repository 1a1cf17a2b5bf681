import type { Page } from '@playwright/test';
import { Board, choose, expect, makeDrawing, printed, test } from './fixtures';

const shelfCard = (page: Page, name: string) => page.getByRole('article', { name });
const changes = (page: Page) => page.getByRole('region', { name: 'List of changes' });
const editionOf = (page: Page, number: number) => page.getByRole('listitem', { name: `Edition ${number}` });

/** Releases the open edition of a format from its board, as it is proposed. */
async function release(page: Page, number: number, note?: string) {
  await page.getByRole('link', { name: `Release edition ${number}` }).click();
  const form = page.getByRole('region', { name: 'Release', exact: true });
  await expect(form.getByRole('heading', { name: `Release edition ${number}` })).toBeVisible();
  if (note !== undefined) await form.getByLabel(/^What/).fill(note);
  await form.getByLabel('Why it is released although a finding blocks it').fill('Long names are shortened by hand');
  await form.getByRole('button', { name: `Release edition ${number}` }).click();
  await expect(form.getByRole('status')).toHaveText(`● Edition ${number} is released.`);
}

test('an edition is mended, reviewed and released; drawings are made on it, and nothing that changes in the office reaches them', async ({
  page,
}) => {
  const board = await new Board(page).open();
  await board.select('Finish');
  await page.getByRole('region', { name: 'Details' }).getByLabel('Caption').first().fill('SURFACE');
  await page.keyboard.press('Enter');
  await board.expectSaved();

  // Every size with a part, an assembly, the longest on record and a new drawing; first and following.
  await page.getByRole('link', { name: 'Release edition 3' }).click();
  const tiles = page.getByRole('group', { name: 'Sheets to look at' }).getByRole('button');
  await expect(tiles).toHaveCount(20);
  await tiles.filter({ hasText: 'A3 longest on record' }).click();
  await expect(page.getByRole('img', { name: 'A3, longest on record' }).last()).toContainText('SURFACE');
  await expect(tiles.filter({ hasText: 'A3 longest on record' })).toContainText('✓ looked at');
  // What is found on the sheet is told beside it, each a place on it and a way to settle it on the board.
  const form = page.getByRole('region', { name: 'Release', exact: true });
  const tooLong = form.getByRole('button', { name: /^Material: .* too long/ });
  await tooLong.click();
  await expect(page.getByTestId('place')).toBeVisible();
  await expect(form.getByRole('link', { name: 'Settle…' }).first()).toHaveAttribute(
    'href',
    /\?size=iso-a3-landscape&show=longest&.*block=title-block&cell=/,
  );
  await expect(form.getByText(/findings on all sheets; \d+ block the release/)).toBeVisible();
  await page.getByRole('radio', { name: 'Following' }).click({ force: true });
  await expect(page.getByTestId('place')).toHaveCount(0);
  await expect(form.getByLabel('What is new since edition 2')).toHaveValue(/Title block: Finish/);
  await expect(form.getByLabel('for drawings of parts')).toBeChecked();
  await form.getByRole('button', { name: 'Release edition 3' }).click();
  await expect(form.getByText('Say why, or settle what blocks it first.')).toBeVisible();
  await form.getByLabel('What is new since edition 2').fill('The caption of the finish');
  await form.getByLabel('Why it is released although a finding blocks it').fill('Long names are shortened by hand');
  await form.getByRole('button', { name: 'Release edition 3' }).click();
  await expect(form.getByRole('status')).toHaveText('● Edition 3 is released.');

  await form.getByRole('link', { name: 'To the shelf' }).click();
  await expect(shelfCard(page, 'Workshop sheets')).toContainText('● edition 3, released');
  await expect(shelfCard(page, 'Workshop sheets')).toContainText('★ default for parts and assemblies');

  await makeDrawing(page, 'Drum barrel');
  const drawing = page.url();
  await expect(page.getByRole('contentinfo', { name: 'Status' })).toContainText('Workshop sheets, edition 3');
  const mass = await printed(page, 'mass').textContent();
  const before = await page.getByRole('img', { name: 'Sheet', exact: true }).last().textContent();

  // The definition of the mass and the profile change afterwards.
  const { entries } = (await (await page.request.get('/api/properties?search=Mass')).json()) as {
    entries: { definition: { id: string }; version: number }[];
  };
  const { definition, version } = entries.find((one) => one.definition.id === 'mass')!;
  const changed = { ...definition, display: { kind: 'number', decimals: 0, showUnit: false } };
  expect((await page.request.put('/api/properties/mass', { data: { definition: changed, version } })).status()).toBe(
    200,
  );
  await page.goto('/profiles');
  await page.getByRole('combobox', { name: 'Profile', exact: true }).selectOption({ label: 'Kelvarra ISO' });
  const profiles = (await (await page.request.get('/api/profiles')).json()) as { id: string; name: string }[];
  const { id: profile } = profiles.find(({ name }) => name === 'Kelvarra ISO')!;
  const set = { changes: [{ path: 'numbers.mark', before: ',', value: '.' }] };
  expect((await page.request.put(`/api/profiles/${profile}/settings`, { data: set })).status()).toBe(200);
  const { version: at } = (await (await page.request.get(`/api/profiles/${profile}`)).json()) as { version: number };
  const why = { version: at, why: 'Points from now on' };
  expect((await page.request.post(`/api/profiles/${profile}/revisions`, { data: why })).status()).toBe(200);

  await page.goto(drawing);
  await expect(page.getByRole('status', { name: 'Newer than the drawing' })).toContainText(
    'The drawing keeps those of edition 3.',
  );
  expect(await printed(page, 'mass').textContent()).toBe(mass);
  expect(await page.getByRole('img', { name: 'Sheet', exact: true }).last().textContent()).toBe(before);
  await page.getByRole('button', { name: 'What is newer…' }).click();
  const newer = page.getByRole('list', { name: 'Newer in the office' });
  await expect(newer).toContainText('The property Mass is defined otherwise now.');
  await expect(newer).toContainText('The profile Kelvarra ISO has revision 2; this edition froze revision 1.');

  // On the board the released edition says the same, and the next one takes what is new.
  await board.open();
  await expect(page.getByText('Edition 3 is released: it does not change.')).toBeVisible();
  await expect(page.getByText('▲ 2 things are newer in the office')).toBeVisible();
  await expect(board.texts('mass').last()).toHaveText(/,\d+ kg$/);
  await page.getByRole('button', { name: 'Copy it…' }).click();
  await expect(page.getByRole('dialog').getByLabel('Name')).toHaveValue('Workshop sheets, copy');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Open edition 4' }).click();
  await expect(page.getByRole('contentinfo', { name: 'Status' })).toContainText('4, open');
  await expect(board.texts('mass').last()).toHaveText(/^\d+$/);
});

test('two editions are compared, and one change is put back in the open one', async ({ page }) => {
  await page.goto('/formats');
  await page.getByRole('link', { name: 'History of Workshop sheets' }).click();
  await expect(editionOf(page, 2)).toContainText('counts from 2026-02-16');
  await expect(editionOf(page, 2)).toContainText('Filing number on A2 and larger');
  await editionOf(page, 3).getByRole('link', { name: 'Compare with edition 2' }).click();
  await expect(changes(page).getByRole('button', { name: /^Filing number: column 1/ })).toContainText('60 mm → 70 mm');
  // The block is on A2 and larger: going to its change goes to such a size.
  await changes(page)
    .getByRole('button', { name: /^Filing number: column 1/ })
    .click();
  await expect(page.getByRole('radio', { name: 'A2', exact: true })).toBeChecked();
  await expect(page.getByTestId('place')).toBeVisible();
  await page.getByRole('button', { name: 'Put back: Filing number: column 1' }).click();
  await expect(page.getByRole('status')).toContainText('edition 3 has it as edition 2 of Workshop sheets.');
  await expect(changes(page).getByRole('button', { name: /^Filing number: column 1/ })).toHaveCount(0);
  await expect(changes(page).getByRole('button', { name: /^Parts list/ })).not.toHaveCount(0);

  // From one released edition to another nothing is put back.
  await page
    .getByRole('combobox', { name: 'Edition of the first format' })
    .selectOption({ label: 'edition 1, released' });
  await expect(changes(page)).toContainText('Block General tolerances');
  await page
    .getByRole('combobox', { name: 'Edition of the second format' })
    .selectOption({ label: 'edition 2, released' });
  await expect(changes(page)).toContainText('Block Filing number');
  await expect(page.getByRole('button', { name: /^Put back/ })).toHaveCount(0);
});

test('earlier editions and states are looked at, and the open edition is taken back to one, which can be undone', async ({
  page,
}) => {
  const board = new Board(page);
  await page.goto('/formats/workshop-sheets/history');
  const sitting = page.getByRole('listitem').filter({ hasText: 'Parts list: WEIGHT' });
  await expect(sitting).toContainText('on edition 3');
  await editionOf(page, 1).getByRole('link', { name: 'Look at it' }).click();
  await board.ready();
  const note = page
    .getByRole('main')
    .getByRole('status')
    .filter({ hasText: 'Edition 1 is released: it does not change.' });
  await expect(note).toBeVisible();
  // Edition 1 had no filing number yet, and nothing is put on it now.
  await expect(page.getByRole('treeitem', { name: /Filing number/ })).toHaveCount(0);
  await board.select('Title');
  await page.keyboard.press('Delete');
  await expect(board.texts('title').first()).toHaveText('TITLE');
  await page.reload();
  await expect(note).toBeVisible();

  await note.getByRole('button', { name: 'Take edition 3 back to this' }).click();
  await expect(note).toHaveCount(0);
  await board.ready();
  await expect(page.getByRole('treeitem', { name: /Filing number/ })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', 'Undo: Taken back to edition 1');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('treeitem', { name: /Filing number/ })).toHaveCount(1);
  await board.expectSaved();

  // The state that the sitting left can be looked at too.
  await page.goto('/formats/workshop-sheets/history');
  await page.getByRole('link', { name: 'Look at the state after Taken back to edition 1' }).click();
  await expect(page.getByText('An earlier state of edition 3.')).toBeVisible();
  await expect(page.getByRole('treeitem', { name: /Filing number/ })).toHaveCount(0);
  await page.getByRole('link', { name: 'To edition 3' }).click();
  await expect(page.getByRole('treeitem', { name: /Filing number/ })).toHaveCount(1);
});

test('an edition is withdrawn with a successor named, and restored; what drawings use is not deleted', async ({
  page,
}) => {
  await makeDrawing(page, 'Drum barrel');
  const drawing = page.url();
  await page.goto('/formats');
  const card = shelfCard(page, 'Workshop sheets');
  await expect(card).toContainText('1 drawing on edition 2');
  const more = async (words: string) => {
    await card.getByRole('button', { name: 'More of Workshop sheets' }).click();
    await page.getByRole('menuitem', { name: words }).click();
  };
  await more('Delete…');
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByRole('dialog')).toContainText('“Workshop sheets” stays: a drawing is made on it.');
  await page.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click();

  await page.goto('/formats/workshop-sheets/history');
  await editionOf(page, 2).getByRole('button', { name: 'Withdraw…' }).click();
  await expect(page.getByRole('dialog')).toContainText('new drawings are made on edition 1 again.');
  await page.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click();
  await editionOf(page, 1).getByRole('button', { name: 'Withdraw…' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Withdraw', exact: true }).click();
  await expect(editionOf(page, 1)).toContainText('⊘ withdrawn');
  // The edition that drawings are made on is withdrawn, and restored, on its card too.
  await page.goto('/formats');
  await more('Withdraw edition 2…');
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('1 drawing made on it keeps it.');
  await dialog.getByRole('button', { name: 'Withdraw', exact: true }).click();
  await expect(dialog).toContainText('Name a successor, which becomes the default.');
  await choose(dialog.getByRole('combobox', { name: 'Successor' }), 'Inch sheets', 'Inch sheets, edition 1');
  await dialog.getByRole('button', { name: 'Withdraw', exact: true }).click();
  await expect(dialog).toBeHidden();
  await expect(shelfCard(page, 'Inch sheets')).toContainText('★ default for parts');
  await page.goto('/formats/workshop-sheets/history');
  await expect(editionOf(page, 2)).toContainText('Use Inch sheets instead.');

  // The drawing keeps it, and says what is used instead.
  await page.goto(drawing);
  await expect(page.getByRole('status', { name: 'Newer than the drawing' })).toContainText(
    'Edition 2 of Workshop sheets is withdrawn; Inch sheets is used instead. The drawing keeps edition 2.',
  );

  // It is not offered any more, and its successor is the default.
  await page.goto('/drawings');
  await page.getByRole('button', { name: 'Make drawing…' }).click();
  await page.getByRole('radio', { name: 'a format alone' }).click({ force: true });
  const formats = page.getByRole('group', { name: 'Formats' });
  await expect(formats.getByRole('button', { name: /^Inch sheets, edition 1/ })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await expect(formats.getByRole('button', { name: /^Workshop sheets/ })).toHaveCount(0);
  await page.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click();

  await page.goto('/formats');
  await more('Restore edition 2');
  await expect(card).toContainText('● edition 2');
  await page.goto('/formats/workshop-sheets/history');
  await expect(editionOf(page, 2)).toContainText('● released');
  await editionOf(page, 1).getByRole('button', { name: 'Restore' }).click();
  await expect(editionOf(page, 1)).toContainText('● released');
});

test('a finished drawing prints what it printed when its model changes, and says so before it is reopened', async ({
  page,
}) => {
  await makeDrawing(page, 'Pawl');
  const drawing = page.url();
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.getByLabel('Why it is finished all the same').fill('First issue');
  await page.getByRole('dialog').getByRole('button', { name: 'Finish all the same' }).click();
  await expect(page.getByRole('button', { name: 'Reopen' })).toBeVisible();
  const title = await printed(page, 'title').textContent();
  const { specimen, version } = (await (await page.request.get('/api/specimens/pawl')).json()) as {
    specimen: { values: Record<string, unknown> };
    version: number;
  };
  const renamed = { ...specimen, values: { ...specimen.values, Title: 'PAWL, LOCKING' } };
  const body = { specimen: renamed, version, sitting: crypto.randomUUID(), words: ['Title'] };
  expect((await page.request.put('/api/specimens/pawl', { data: body })).status()).toBe(200);
  await page.goto(drawing);
  await expect(page.getByRole('status', { name: 'Newer than the drawing' })).toContainText(
    '1 cell would print otherwise now.',
  );
  expect(await printed(page, 'title').textContent()).toBe(title);
  await page.getByRole('button', { name: 'Reopen' }).click();
  await expect(page.getByRole('list', { name: 'Cells that would print otherwise' })).toContainText('PAWL, LOCKING');
  await page.getByRole('dialog').getByRole('button', { name: 'Reopen' }).click();
  await expect(printed(page, 'title')).toHaveText('PAWL, LOCKING');
});

test('what somebody types while another releases goes into the next edition', async ({ page, context }) => {
  const board = await new Board(page).open();
  const other = await context.newPage();
  await new Board(other).open();
  await release(other, 3);
  await board.select('Material');
  await board.track('Column 1 width').fill('42');
  await page.keyboard.press('Enter');
  const dialog = page.getByRole('dialog', { name: 'This edition is released' });
  await dialog.getByRole('button', { name: 'Keep mine in edition 4' }).click();
  await board.expectSaved();
  await expect(page.getByRole('contentinfo', { name: 'Status' })).toContainText('4, open');
  await board.open();
  await board.select('Material');
  await expect(board.track('Column 1 width')).toHaveValue('42');
});
