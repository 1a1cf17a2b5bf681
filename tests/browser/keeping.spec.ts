import { Board, expect, pageOf, test } from './fixtures';
import { startDatabase } from './surroundings';
import { readFileSync } from 'node:fs';

const start = () => startDatabase(process.env.ZONOGRAPH_DATA!, Number(process.env.ZONOGRAPH_DATABASE_PORT));

/** Kills the database process outright, as a crash would. */
async function killDatabase() {
  const pid = Number(readFileSync(`${process.env.ZONOGRAPH_DATA!}/mariadb.pid`, 'utf8'));
  process.kill(pid, 'SIGKILL');
  await expect.poll(() => isAlive(pid)).toBe(false);
}

function isAlive(pid: number): boolean {
  try {
    return process.kill(pid, 0) && !readFileSync(`/proc/${pid}/stat`, 'utf8').includes(') Z ');
  } catch {
    return false;
  }
}

test('what is typed while the database is away stays, over a reload, and is saved when it is back', async ({
  page,
  context,
}) => {
  const board = await new Board(page).open();
  await board.select('Title');
  await board.expectSaved();
  await page.getByRole('textbox', { name: 'Caption', exact: true }).click();
  await page.keyboard.type('XY');
  await killDatabase();
  try {
    await page.keyboard.type('Z');
    await expect(board.saved()).toHaveText(/database away: kept in this browser/);
    await expect(board.texts('title').first()).toHaveText('TITLEXYZ');

    await page.reload();
    await board.ready();
    await expect(board.texts('title').first()).toHaveText('TITLEXYZ');
    await expect(board.saved()).toHaveText(/database away: kept in this browser/);
  } finally {
    await start();
  }
  await expect(board.saved()).toHaveAttribute('data-state', 'saved');

  const other = await context.newPage();
  const elsewhere = await new Board(other).open();
  await expect(elsewhere.texts('title').first()).toHaveText('TITLEXYZ');
});

test('a database that hangs is said to be away, and what was typed is saved when it goes on', async ({ page }) => {
  const board = await new Board(page).open();
  await board.select('Title');
  await board.expectSaved();
  const pid = Number(readFileSync(`${process.env.ZONOGRAPH_DATA!}/mariadb.pid`, 'utf8'));
  process.kill(pid, 'SIGSTOP');
  try {
    await page.getByRole('textbox', { name: 'Caption', exact: true }).click();
    await page.keyboard.type('HANGS');
    await expect(board.saved()).toHaveText(/database away: kept in this browser/);
  } finally {
    process.kill(pid, 'SIGCONT');
  }
  await expect(board.saved()).toHaveAttribute('data-state', 'saved');
});

test('when the answer to a save is lost, what is typed after it is no conflict with oneself, also over a reload', async ({
  page,
}) => {
  const board = await new Board(page).open();
  await board.select('Title');
  await board.expectSaved();
  const caption = page.getByRole('textbox', { name: 'Caption', exact: true });
  let lost = 0;
  // The server gets the save; its answer does not come back.
  await page.route('**/api/editions/*', async (route) => {
    if (route.request().method() !== 'PUT' || lost >= 2) return route.fallback();
    lost += 1;
    await route.fetch();
    await route.abort();
  });
  await caption.fill('ONE');
  await expect(board.saved()).toHaveText(/kept in this browser/);
  await caption.fill('ONE, TWO');
  await expect(board.saved()).toHaveAttribute('data-state', 'saved');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  expect(lost).toBeGreaterThan(0);

  lost = 1;
  await caption.fill('THREE');
  await expect(board.saved()).toHaveText(/kept in this browser/);
  await page.reload();
  await board.ready();
  await expect(board.texts('title').first()).toHaveText('THREE');
  await expect(board.saved()).toHaveAttribute('data-state', 'saved');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('of two tabs the second is told, sees both versions place by place, and joins them', async ({ page, context }) => {
  const mine = await new Board(page).open();
  const other = await context.newPage();
  const theirs = await new Board(other).open();

  await theirs.select('Material');
  await other.getByRole('textbox', { name: 'Caption', exact: true }).fill('STOFF');
  await other.keyboard.press('Enter');
  await theirs.track('Column 1 width').fill('38');
  await other.keyboard.press('Enter');
  await theirs.expectSaved();

  // The save waits until both edits are made.
  let release = () => {};
  const bothMade = new Promise<void>((resolve) => (release = resolve));
  await page.route('**/api/editions/*', async (route) => {
    await bothMade;
    await route.continue();
  });
  await mine.select('Material');
  await mine.track('Column 1 width').fill('42');
  await page.keyboard.press('Enter');
  await mine.select('Empty cell');
  await mine.link('line pull');
  await expect(mine.texts('free')).not.toHaveCount(0);
  release();

  const dialog = page.getByRole('dialog', { name: 'Somebody else changed this edition' });
  await expect(dialog).toBeVisible();
  await expect(dialog.getByRole('group', { name: 'Title block: column 1' })).toContainText('both changed it');
  const material = dialog.getByRole('group', { name: 'Title block: Stoff' });
  await expect(material).toContainText('mine: MATERIAL · [Material]');
  await expect(material).toContainText('theirs: STOFF · [Material]');
  await expect(dialog.getByRole('group', { name: /Empty cell|Line pull/ })).toContainText('you changed it');
  await dialog
    .getByRole('group', { name: 'Title block: column 1' })
    .getByRole('radio', { name: 'Take theirs' })
    .click();
  await dialog.getByRole('button', { name: 'Save with these choices' }).click();

  await mine.expectSaved();
  await expect(mine.texts('material').first()).toHaveText('STOFF');
  await page.reload();
  await mine.ready();
  await mine.select('Stoff');
  await expect(mine.track('Column 1 width')).toHaveValue('38');
  await expect(page.getByRole('treeitem', { name: /Line pull/ }).first()).toBeVisible();
});

test('a table that one adds and what the other changes of the sheet and its lettering are both there after joining', async ({
  page,
  context,
}) => {
  const mine = await new Board(page).open('sketch-sheet', 'frame');
  const other = await context.newPage();
  const theirs = await new Board(other).open('sketch-sheet', 'frame');
  await other.getByRole('textbox', { name: 'Name', exact: true }).fill('Sketches');
  await other.keyboard.press('Enter');
  await other.getByRole('button', { name: '+ Style' }).click();
  await theirs.expectSaved();

  await page.keyboard.press('b');
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Revisions/ })
    .click();
  const dialog = page.getByRole('dialog', { name: 'Somebody else changed this edition' });
  await expect(dialog.getByRole('group', { name: 'Name of the format' })).toContainText('they changed it');
  await expect(dialog.getByRole('group', { name: 'Lettering style New style' })).toContainText('mine: not there');
  const table = dialog.getByRole('group', { name: 'Block Revisions' });
  await expect(table).toContainText('you changed it');
  await expect(table).toContainText('theirs: not there');
  await dialog.getByRole('button', { name: 'Save with these choices' }).click();
  await mine.expectSaved();
  await page.reload();
  await mine.ready('frame');
  await expect(page.getByRole('treeitem', { name: /^Revisions/ })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Sketches');
});

test('a version that should not be joined is kept as a copy', async ({ page, context }) => {
  const mine = await new Board(page).open();
  const other = await context.newPage();
  const theirs = await new Board(other).open();
  await theirs.select('Title');
  await other.getByRole('textbox', { name: 'Caption', exact: true }).fill('THEIRS');
  await other.keyboard.press('Enter');
  await theirs.expectSaved();
  await mine.select('Title');
  await page.getByRole('textbox', { name: 'Caption', exact: true }).fill('MINE');
  await page.keyboard.press('Enter');
  await page.getByRole('dialog').getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(page).not.toHaveURL(/workshop-sheets/);
  await mine.ready();
  await expect(mine.texts('title').first()).toHaveText('MINE');
  await expect(page.getByRole('contentinfo')).toContainText('Workshop sheets, my version');
});

test('what is typed into an edition that was released meanwhile is kept as a copy', async ({ page }) => {
  const board = await new Board(page).open();
  await board.select('Title');
  const { edition } = (await (await page.request.get('/api/formats/workshop-sheets')).json()) as {
    edition: { id: string; version: number };
  };
  const release = { note: 'New', reason: 'In a hurry', countsFrom: '2026-01-01', defaults: [] };
  const data = { version: edition.version, ...release };
  expect((await page.request.post(`/api/editions/${edition.id}/release`, { data })).status()).toBe(200);
  await page.getByRole('textbox', { name: 'Caption', exact: true }).fill('NAMING');
  const dialog = page.getByRole('dialog', { name: 'This edition is released' });
  await expect(dialog).toContainText('What you typed is not in it, and is not lost');
  await dialog.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await page.waitForURL((url) => !url.pathname.endsWith('/workshop-sheets'));
  await board.ready();
  await expect(page.getByRole('contentinfo')).toContainText('Workshop sheets, my version');
  await expect(board.texts('title').first()).toHaveText('NAMING');
  await page.goto('/formats/workshop-sheets');
  await board.ready();
  await expect(board.texts('title').first()).toHaveText('TITLE');
});

test('the board is left in the middle of zooming without an error, and is as it was after coming back', async ({
  browser,
}) => {
  // A clock that is stopped is the whole browser's.
  const page = await pageOf(browser, 'administrator');
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(error.message));
  await page.clock.install();
  const board = await new Board(page).open();
  await page.locator('svg[aria-label=Sheet]').hover();
  await page.mouse.wheel(0, -240);
  await page.getByRole('link', { name: 'Formats' }).click();
  await expect(page.getByRole('article')).toHaveCount(3);
  // Zooming ends a moment after the last turn of the wheel, when its sheet is not there any more.
  await page.clock.runFor(1000);
  await page.getByRole('link', { name: 'Open Workshop sheets' }).click();
  await board.ready();
  expect(errors).toEqual([]);
  await page.context().close();
});
