import type { Page } from '@playwright/test';
import { Board, expect, makeDrawing, test, tryDrawingByHand, signOnPaper, signature } from './fixtures';

const CELL = (cell: string, more = '') =>
  `/formats/workshop-sheets?size=iso-a3-landscape&show=values&block=title-block&cell=${cell}${more}`;

/** The board with a cell selected, as a proof leads to it. */
async function at(page: Page, cell: string): Promise<Board> {
  await page.goto(CELL(cell));
  const board = new Board(page);
  await board.ready();
  return board;
}

const plate = (page: Page) => page.getByRole('contentinfo');
const undo = (page: Page) => page.getByRole('button', { name: 'Undo', exact: true });
/** What was done last before anything was done here: the demo's own sitting. */
const DONE_BEFORE = 'Undo: Parts list: WEIGHT';
const expectNothingDone = (page: Page) => expect(undo(page)).toHaveAttribute('title', DONE_BEFORE);
const expectSomethingDone = (page: Page) => expect(undo(page)).not.toHaveAttribute('title', DONE_BEFORE);
const inside = (inner: { x: number; y: number; width: number; height: number }, outer: typeof inner) =>
  inner.x >= outer.x &&
  inner.y >= outer.y &&
  inner.x + inner.width <= outer.x + outer.width + 1 &&
  inner.y + inner.height <= outer.y + outer.height + 1;

test.describe('repairs', () => {
  test('each is shown on the sheet before it is done, with all that it changes', async ({ page }) => {
    const board = await new Board(page).open();
    await board.show('Longest');
    await page.getByRole('button', { name: /^Show the findings/ }).click();
    const finding = page.getByRole('button', { name: /^Created by: .* too long/ });
    await expect(finding).toBeVisible();
    await page.getByRole('button', { name: 'Other ways…' }).first().click();
    const ways = page.getByRole('group', { name: 'Ways to repair it' });
    const shorter = ways.getByRole('button', { name: 'Write Created by as initial and surname' });
    await shorter.hover();
    await expect(page.getByRole('status').filter({ hasText: 'Shown as it would be: Write Created by' })).toBeVisible();
    await expect(board.texts('created').last()).toHaveText(/^[A-Z]\. /);
    await expectNothingDone(page);
    await expect(ways).toContainText('Changes nothing else.');
    await page.mouse.move(5, 5);
    await expect(board.texts('created').last()).not.toHaveText(/^[A-Z]\. /);
    await shorter.click();
    await expect(finding).toHaveCount(0);
    await expect(board.texts('created').last()).toHaveText(/^[A-Z]\. /);
    await undo(page).click();
    await expect(finding).toBeVisible();
  });

  test('all like one are repaired over all sizes as one thing to undo, said whole before', async ({ page }) => {
    const board = await new Board(page).open();
    await board.show('Longest');
    await page.getByRole('button', { name: /^Show the findings/ }).click();
    await page.getByRole('button', { name: 'Repair all like this…' }).first().click();
    const all = page.getByRole('group', { name: 'Repair all like this' });
    await expect(all).toContainText('A3, Created by:');
    await expect(all).toContainText('A4, ');
    await all.getByRole('button', { name: /^Repair \d+ findings$/ }).click();
    await expect(plate(page).getByText('■')).toHaveCount(0);
    await board.size('A4');
    await expect(plate(page).getByText('■')).toHaveCount(0);
    await expect(undo(page)).toHaveAttribute('title', /^Undo: Repair \d+ findings$/);
    await undo(page).click();
    await expectNothingDone(page);
  });
});

test.describe('typing on the sheet', () => {
  test('the editor stays inside the desk at every edge and zoom, and the list of properties shows whole', async ({
    page,
  }) => {
    const board = await at(page, 'sheet');
    const desk = page.locator('#desk');
    for (const zoom of ['fit', 'block', 'far'] as const) {
      if (zoom === 'block') await page.keyboard.press('z');
      if (zoom === 'far') {
        const box = (await desk.boundingBox())!;
        await page.mouse.move(box.x + 40, box.y + 60);
        for (let i = 0; i < 6; i++) await page.mouse.wheel(0, -240);
      }
      await page.keyboard.press('Enter');
      const editor = page.getByRole('group', { name: 'Typing in Sheet' });
      await expect(page.getByRole('textbox', { name: 'Content on the sheet' })).toBeFocused();
      await expect.poll(async () => inside((await editor.boundingBox())!, (await desk.boundingBox())!)).toBe(true);
      await page.keyboard.press('/');
      const list = page.getByRole('listbox', { name: 'Properties' });
      await expect(list).toBeVisible();
      await expect(page.getByRole('combobox', { name: 'Find a property' })).toBeFocused();
      const window = { x: 0, y: 0, ...page.viewportSize()! };
      await expect.poll(async () => inside((await list.boundingBox())!, window)).toBe(true);
      const row = (await list.getByRole('option').first().boundingBox())!;
      expect((await list.boundingBox())!.height).toBeGreaterThanOrEqual(6 * row.height);
      expect(await desk.evaluate((element) => element.scrollTop)).toBe(0);
      await page.keyboard.press('Escape');
      await page.keyboard.press('Escape');
      await expect(editor).toHaveCount(0);
    }
    await expect(board.saved()).toHaveAttribute('data-state', 'saved');
  });

  test('a property that is new to the office is made where it is linked', async ({ page }) => {
    await at(page, 'free');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('textbox', { name: 'Content on the sheet' })).toBeFocused();
    await page.keyboard.press('/');
    await page.getByRole('combobox', { name: 'Find a property' }).fill('Hoist class');
    await page.getByRole('option', { name: 'Hoist class a new property of models' }).click();
    await expect(page.getByRole('textbox', { name: 'Content on the sheet' })).toContainText('Hoist class');
    await expect(new Board(page).saved()).toHaveAttribute('data-state', 'saved');
    await page.goto('/properties?find=Hoist');
    await expect(page.getByRole('cell', { name: 'Hoist class', exact: true })).toBeVisible();
  });

  test('Shift and Tab goes to the caption, Tab from the caption to the content and on to the next cell', async ({
    page,
  }) => {
    await at(page, 'material');
    await page.keyboard.press('Enter');
    const content = page.getByRole('textbox', { name: 'Content on the sheet' });
    const caption = page.getByRole('textbox', { name: 'Caption on the sheet' });
    await expect(content).toBeFocused();
    await page.keyboard.press('Shift+Tab');
    await expect(caption).toBeFocused();
    await expect(caption).toHaveValue('MATERIAL');
    await page.keyboard.press('Tab');
    await expect(content).toBeFocused();
    await page.keyboard.press('Tab');
    await expect(page.getByRole('group', { name: 'Typing in Finish' })).toBeVisible();
    await expect(content).toBeFocused();
  });

  test('moving says where one is, and the sheet says what is on it', async ({ page }) => {
    await at(page, 'material');
    const spoken = page.getByTestId('spoken');
    await expect(spoken).toContainText('Row 5, column 1 of Title block, caption MATERIAL');
    await page
      .getByRole('treeitem', { name: /(^| )Material( \d|$)/ })
      .first()
      .focus();
    await page.keyboard.press('Escape');
    await expect(spoken).toContainText('Block Title block, 7 columns, 5 rows');
    await expect(page.getByRole('img', { name: 'Sheet', exact: true })).toHaveAttribute(
      'aria-description',
      /^A3, 420 by 297 mm: \d+ blocks, \d+ cells with text, \d+ findings?\.$/,
    );
  });
});

test('a block is docked to the side that is clicked, and nothing moves before', async ({ page }) => {
  const board = await at(page, 'material');
  const frame = async (source: string) => (await board.texts(source).first().boundingBox())!;
  await board.select('Tolerances and notes A3 A2 A1 A0, first sheet');
  await page.keyboard.press('d');
  await expect(page.getByRole('status').filter({ hasText: 'Click the side of the block' })).toBeVisible();
  const before = await frame('tolerance');
  const title = await frame('material');
  await page.mouse.move(title.x + 2, title.y + 4);
  const side = page.getByTestId('dock-side');
  await expect(side).toBeVisible();
  await expectNothingDone(page);
  expect(await frame('tolerance')).toEqual(before);
  await page.keyboard.press('Escape');
  await expect(side).toHaveCount(0);
  await page.keyboard.press('d');
  await page.mouse.click(title.x + 2, title.y + 4);
  await expectSomethingDone(page);
  expect((await frame('tolerance')).x).toBeLessThan(before.x);
});

test('a command that cannot act on all that is selected says why', async ({ page }) => {
  const board = await at(page, 'material');
  const box = (await board.texts('tolerance').last().boundingBox())!;
  await page.keyboard.down('Control');
  await page.mouse.click(box.x + 2, box.y + 2);
  await page.keyboard.up('Control');
  await page.keyboard.press('j');
  await expect(page.getByRole('alert').filter({ hasText: 'Select cells of “Title block” alone.' })).toBeVisible();
});

test('the finder knows sizes, views, the frame, files, proofs and properties', async ({ page }) => {
  const board = await new Board(page).open();
  const find = async (words: string) => {
    await page.keyboard.press('Control+k');
    const field = page.getByRole('combobox', { name: 'Find anything on the board' });
    await field.fill(words);
    return page.getByRole('listbox', { name: 'Found' });
  };
  await find('A2');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('radio', { name: 'A2', exact: true })).toBeChecked();
  await find('Longest');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('radio', { name: 'Longest', exact: true })).toBeChecked();
  await find('proof A4 recovery');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('radio', { name: 'A4', exact: true })).toBeChecked();
  await expect(page.getByRole('combobox', { name: 'Filled from' })).toHaveValue(/^Recovery winch/);
  await find('Frame and zones');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('treeitem', { name: /^Frame and zones/ })).toHaveAttribute('aria-selected', 'true');
  await expect((await find('Export')).getByRole('option', { name: /^Export / })).toHaveCount(9);
  await page.keyboard.press('Escape');
  await find('Heat treatment');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('searchbox', { name: 'Search properties' })).toHaveValue('Heat treatment');
  await board.page.goBack();
  await board.ready();
});

test('a finding of any proof is shown on the sheet of the board', async ({ page }) => {
  await page.goto('/formats/workshop-sheets/proofs');
  await page.getByRole('button', { name: /^Open proof A2 Longest/ }).click();
  const proof = page.getByRole('dialog', { name: /^Proof A2/ });
  await proof.getByRole('link', { name: 'Show on the sheet' }).first().click();
  const board = new Board(page);
  await board.ready();
  await expect(page.getByRole('radio', { name: 'A2', exact: true })).toBeChecked();
  await expect(page.getByRole('radio', { name: 'Longest', exact: true })).toBeChecked();
  await expect(
    page.getByRole('region', { name: 'Details' }).getByRole('heading', { name: 'Findings here' }),
  ).toBeVisible();
});

test('a finding on a drawing leads to its cell on the board, and back', async ({ page }) => {
  await makeDrawing(page, 'Pawl');
  const address = page.url();
  const finding = page.getByText(/^Approved by: “Approved by” has no value/);
  await finding.getByRole('link', { name: 'Show on the board' }).click();
  const board = new Board(page);
  await board.ready();
  await expect(page.getByRole('combobox', { name: 'Filled from' })).toHaveValue(/^Pawl/);
  await expect(page.getByRole('region', { name: 'Details' }).getByLabel('Caption').first()).toHaveValue(/APPROVED/i);
  await page.goBack();
  await expect(page).toHaveURL(address);
  await expect(finding).toBeVisible();
});

test('a filler that a trial drawing shows is mended on the board, and the drawing is rid of it', async ({ page }) => {
  const board = await at(page, 'free');
  await board.content().click();
  await page.keyboard.type('XXX');
  await board.expectSaved();
  await tryDrawingByHand(page, 'Pawl');
  const address = page.url();
  const finding = page.getByText(/“XXX” looks like a filler that nobody has replaced/);
  await finding.getByRole('link', { name: 'Show on the board' }).click();
  await board.ready();
  await expect(
    page
      .getByRole('region', { name: 'Details' })
      .getByText(/looks like a filler/)
      .first(),
  ).toBeVisible();
  await board.content().click();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Delete');
  await expect(board.texts('free')).toHaveCount(0);
  await board.expectSaved();
  await page.goBack();
  await expect(page).toHaveURL(address);
  await expect(page.getByText('What is asked')).toBeVisible();
  await expect(page.locator('svg [data-source=trial]').first()).toBeAttached();
  await expect(finding).toHaveCount(0);
});

test.describe('nothing is forgotten', () => {
  test('undo lives through leaving the board and coming back, and through a reload', async ({ page }) => {
    const board = await at(page, 'material');
    const caption = page.getByRole('region', { name: 'Details' }).getByLabel('Caption').first();
    await caption.fill('STUFF');
    await caption.press('Enter');
    await expect(board.texts('material').first()).toHaveText('STUFF');
    await board.expectSaved();
    await page.getByRole('link', { name: 'Properties' }).click();
    await page.getByRole('cell', { name: 'Material', exact: true }).waitFor();
    await page.goBack();
    await board.ready();
    await expectSomethingDone(page);
    await page.reload();
    await board.ready();
    await undo(page).click();
    await expect(board.texts('material').first()).toHaveText('MATERIAL');
    await expectNothingDone(page);
    await page.getByRole('button', { name: 'Redo' }).click();
    await expect(board.texts('material').first()).toHaveText('STUFF');
  });

  test('what drawings have answered is not taken out without a word, and their answers come back', async ({ page }) => {
    await makeDrawing(page, 'Drum barrel');
    await signOnPaper(page, 'Checked by', 'Marlo Aketch');
    const address = page.url();
    const board = await new Board(page).open();
    await board.select('Checked by');
    const parts = page.getByRole('textbox', { name: 'Content', exact: true });
    await parts.click();
    await page.keyboard.press('Control+a');
    await page.keyboard.press('Delete');
    await page.keyboard.press('Escape');
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Find anything on the board' }).fill('Sizes, lettering');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'No longer ask for Checked by' }).click();
    const warning = page.getByRole('alert').filter({ hasText: 'answered it' });
    await expect(warning).toContainText(/^\d+ drawings? ha(s|ve) answered it\. The answers are kept/);
    await warning.getByRole('button', { name: 'Go on asking' }).click();
    await expect(page.getByRole('button', { name: 'No longer ask for Checked by' })).toBeVisible();
    await board.expectSaved();
    await page.goto(address);
    await expect(signature(page, 'Checked by')).toContainText('Marlo Aketch, signed on paper');
  });

  test('an asked value with the name of a property takes what that one says', async ({ page }) => {
    await new Board(page).open();
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Find anything on the board' }).fill('Sizes, lettering');
    await page.keyboard.press('Enter');
    await page
      .getByRole('combobox', { name: 'Ask for another value' })
      .or(page.getByRole('button', { name: /Ask for another value/ }))
      .first()
      .click();
    const field = page.getByRole('combobox', { name: 'Ask for another value' });
    await field.fill('Hoist class');
    // On a slow machine the pane catches up with the board while the first key is typed already.
    const machine = await page.context().newCDPSession(page);
    await machine.send('Emulation.setCPUThrottlingRate', { rate: 6 });
    await page.getByRole('option', { name: 'Hoist class, a new property of drawings' }).click();
    const name = page.getByRole('textbox', { name: 'Name', exact: true }).last();
    await expect(name).toBeFocused();
    await page.keyboard.type('Date checked');
    await expect(name).toHaveValue('Date checked');
    await machine.send('Emulation.setCPUThrottlingRate', { rate: 1 });
    await expect(page.getByRole('textbox', { name: 'Prompt' })).toHaveValue('Date checked?');
    await page.keyboard.press('Tab');
    await expect(page.getByRole('combobox', { name: 'Type' })).toHaveValue('date');
  });

  test('the table of revisions comes into view while a revision is written', async ({ page }) => {
    await makeDrawing(page, 'Pawl');
    await page.getByRole('radio', { name: 'A3', exact: true }).click();
    const scale = () => page.locator('svg[aria-label=Sheet] > g').getAttribute('transform');
    const whole = await scale();
    await page.getByRole('radio', { name: 'Revisions' }).click();
    await page.getByRole('button', { name: /^Add revision/ }).click();
    await page
      .getByRole('textbox', { name: /changed|Change/ })
      .first()
      .fill('Bore widened');
    await expect.poll(scale).not.toBe(whole);
    await expect(page.locator('svg [data-source=rev-description] text').last()).toBeInViewport();
  });
});

test('pressed buttons and the open screen stay readable under the pointer', async ({ page }) => {
  await new Board(page).open();
  const colours = (name: RegExp) =>
    page
      .getByRole('link', { name })
      .first()
      .evaluate((element) => {
        const { color, backgroundColor } = getComputedStyle(element);
        return [color, backgroundColor];
      });
  const still = await colours(/Formats/);
  await page
    .getByRole('link', { name: /Formats/ })
    .first()
    .hover();
  expect(await colours(/Formats/)).toEqual(still);
});

test('the entry that was pressed is chosen, though what was searched for arrives before the pointer is up', async ({
  page,
}) => {
  const board = await new Board(page).open();
  let answer = () => {};
  const held = new Promise<void>((resolve) => {
    answer = resolve;
  });
  await page.route('**/api/specimens?*search=Guard*', async (route) => {
    await held;
    await route.continue();
  });
  const field = page.getByRole('combobox', { name: 'Filled from' });
  await field.click();
  const list = page.getByRole('listbox', { name: 'Filled from' });
  const entry = list.getByRole('option', { name: 'Pawl · galvanised', exact: true });
  await expect(entry).toBeVisible();
  await field.fill('Guard');
  await entry.hover();
  await page.mouse.down();
  const found = page.waitForResponse(/search=Guard/);
  answer();
  await (await found).finished();
  // The list is drawn anew within a few frames of the answer, or stands still.
  await page.evaluate(async () => {
    for (let frame = 0; frame < 10; frame++) await new Promise(requestAnimationFrame);
  });
  await page.mouse.up();
  await expect(board.texts('title')).toHaveText(['TITLE', 'PAWL']);
  await expect(field).toHaveValue('Pawl · galvanised');
});
