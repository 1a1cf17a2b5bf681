import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { chooseModel, expect, test } from './fixtures';

// Assemblies are projected in some seconds each, one after another.
const PROJECTED = { timeout: 400_000 };

const view = (page: Page, name: string) => page.getByTestId('desk').getByRole('button', { name, exact: true });
const tried = (page: Page) => page.getByRole('region', { name: 'Tried on' });

/** Where a view stands on the screen. */
async function boxOf(page: Page, name: string) {
  const box = await view(page, name).boundingBox();
  return { x: box!.x, y: box!.y, middleX: box!.x + box!.width / 2, middleY: box!.y + box!.height / 2 };
}

async function addView(page: Page, name: string) {
  await page.getByRole('button', { name: 'Add a view' }).click();
  await page.getByRole('menuitem', { name, exact: true }).click();
}

async function tryOn(page: Page, model: string) {
  const field = page.getByRole('combobox', { name: 'Try it on' });
  await field.click();
  await field.fill(model);
  await page.getByRole('option', { name: model, exact: true }).click();
  await expect(tried(page).getByText(model, { exact: true }).first()).toBeVisible();
}

test('a starter for parts is made, tried on two of them, released, and is the default', async ({ page }) => {
  await page.goto('/starters');
  await page.getByRole('button', { name: 'New starter…' }).click();
  await page.getByRole('dialog').getByRole('textbox', { name: 'Name' }).fill('Deck parts');
  await page.getByRole('dialog').getByRole('button', { name: 'Make starter' }).click();
  await page.waitForURL(/\/starters\/./);
  await expect(page.getByRole('heading', { name: 'Deck parts' })).toBeVisible();
  await tryOn(page, 'Drum barrel');
  await addView(page, 'An empty slot');
  const slot = page.getByRole('combobox', { name: 'Fill the slot' });
  await slot.click();
  await slot.fill('Pawl');
  await page.getByRole('option', { name: 'Pawl', exact: true }).click();
  await expect(slot).toHaveCount(0);
  await page.getByRole('button', { name: 'Remove this view' }).click();
  await page.getByRole('button', { name: /^From above/, expanded: false }).click();
  await page.getByRole('button', { name: 'Enlarge a detail' }).click();
  await expect(view(page, 'Detail A')).toBeVisible(PROJECTED);
  await page.getByRole('textbox', { name: 'Radius, mm' }).fill('12');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Remove this view' }).click();
  await addView(page, 'Section, seen from the front');
  await expect(view(page, 'Section, seen from the front A')).toBeVisible(PROJECTED);
  await page.getByRole('button', { name: /^Isometric/, expanded: false }).click();
  await page.getByRole('combobox', { name: 'Style' }).selectOption('shaded');
  await expect(page.locator('svg image').first()).toBeAttached(PROJECTED);

  // First angle: what is seen from the left stands at the right, what is seen from above below.
  let front = await boxOf(page, 'Front');
  let left = await boxOf(page, 'From the left');
  const above = await boxOf(page, 'From above');
  expect(left.x).toBeGreaterThan(front.x);
  expect(above.y).toBeGreaterThan(front.y);
  expect(Math.abs(above.middleX - front.middleX)).toBeLessThan(1);

  // The front view takes along what stands in projection with it; the view from the left stays in its row until it is freed.
  await view(page, 'Front').focus();
  await page.keyboard.press('Shift+ArrowDown');
  await expect.poll(async () => (await boxOf(page, 'From the left')).y).toBeGreaterThan(left.y + 2);
  left = await boxOf(page, 'From the left');
  await view(page, 'From the left').focus();
  await page.keyboard.press('ArrowUp');
  await expect.poll(async () => (await boxOf(page, 'From the left')).y).toBe(left.y);
  await page.keyboard.press('f');
  await expect(view(page, 'From the left A')).toBeVisible(PROJECTED);
  await page.getByRole('button', { name: 'Lay out again' }).click();
  await expect(view(page, 'From the left')).toBeVisible(PROJECTED);

  // What the profile is being changed to shows nothing yet: drawings are made by what is released.
  const profiles = (await (await page.request.get('/api/profiles')).json()) as { id: string; name: string }[];
  const profile = profiles.find(({ name }) => name === 'Kelvarra ISO')!;
  const changes = [{ path: 'views.projection', before: 'first angle', value: 'third angle' }];
  const put = await page.request.put(`/api/profiles/${profile.id}/settings`, { data: { changes } });
  expect(put.ok()).toBe(true);
  await page.reload();
  await tryOn(page, 'Drum barrel');
  await expect(view(page, 'From the left')).toBeVisible(PROJECTED);
  front = await boxOf(page, 'Front');
  left = await boxOf(page, 'From the left');
  expect(left.x).toBeGreaterThan(front.x);

  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Release…' }).click();
  await page.getByRole('dialog').getByRole('textbox', { name: 'What is new' }).fill('For the deck');
  await page.getByRole('dialog').getByRole('button', { name: 'Release', exact: true }).click();
  await expect(page.getByText('Released: it stays as it is.')).toBeVisible();
  await page.getByRole('link', { name: 'Starters', exact: true }).last().click();
  const own = page.getByRole('region', { name: 'Deck parts' });
  await own.getByRole('button', { name: '☆ for parts' }).click();
  await expect(own.getByRole('button', { name: '★ for parts' })).toBeVisible();
});

test('an assembly’s drawing makes itself: a cover sheet with balloons, and a sheet for every part made here', async ({
  page,
}) => {
  await page.goto('/drawings');
  await page.getByRole('button', { name: 'Make drawing…' }).click();
  await chooseModel(page, 'Recovery winch');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('button', { name: /^Workshop drawings/ })).toHaveAttribute('aria-pressed', 'true');
  await expect(dialog.getByRole('group', { name: 'Sheets of the drawing' }).getByRole('button')).toHaveCount(8);
  await dialog.getByRole('button', { name: 'Make drawing' }).click();
  await page.waitForURL(/\/drawings\/./);
  await expect(page.getByRole('tab')).toHaveCount(8);
  await page.getByRole('radio', { name: 'Views' }).click({ force: true });
  // The parts list of the winch has five rows; each has its balloon.
  await expect(page.locator('svg polyline').first()).toBeAttached(PROJECTED);
  for (const item of ['1', '2', '3', '4', '5'])
    await expect(page.locator('svg [data-source="view isometric"] text', { hasText: item }).first()).toBeAttached();
  await page.getByRole('tab', { name: /Guard/ }).click();
  await expect(view(page, 'Flat shape')).toBeVisible(PROJECTED);
  // The views' scale prints.
  await expect(page.getByRole('combobox', { name: 'Scale' }).locator('option:checked')).toHaveText('1:2');
  await expect(page.getByText(/projected…/)).toHaveCount(0, PROJECTED);
  await page.getByRole('button', { name: 'Export' }).click();
  const [download] = await Promise.all([
    // The file waits for the views of all its sheets.
    page.waitForEvent('download', PROJECTED),
    (async () => {
      await page.getByRole('menuitem', { name: /PDF/ }).click();
      await page.getByRole('button', { name: 'Export as it is' }).click();
    })(),
  ]);
  const pdf = readFileSync(await download.path()).toString('latin1');
  expect(pdf.match(/\/Type \/Page\b/g) ?? pdf.match(/\/Type\/Page\b/g)).toHaveLength(8);
  expect(pdf).toContain('/Image');
});

test('an assembly is pulled apart, and a section of it leaves its shaft whole', async ({ page }) => {
  await page.goto('/drawings');
  await page.getByRole('button', { name: 'Make drawing…' }).click();
  await chooseModel(page, 'Drum assembly');
  await page.getByRole('dialog').getByRole('button', { name: 'Make drawing' }).click();
  await page.waitForURL(/\/drawings\/./);
  await page.getByRole('radio', { name: 'Views' }).click({ force: true });
  await addView(page, 'Pulled apart, isometric');
  const parts = page.getByRole('group', { name: 'Parts pulled apart' });
  const shaft = parts.getByRole('textbox', { name: 'Drive shaft' });
  // The barrel stays; the shaft goes along the drum's axis until it is clear of it.
  await expect(parts.getByRole('textbox', { name: 'Drum barrel' })).toHaveValue('0; 0; 0', PROJECTED);
  await expect(shaft).toHaveValue(/^0; 0; −?[1-9]/);
  const proposed = await shaft.inputValue();
  await shaft.fill('0; 900');
  await shaft.press('Enter');
  await expect(parts.getByText(/Type three numbers of mm/)).toBeVisible();
  await shaft.fill('0; 0; 1500');
  await shaft.press('Enter');
  await expect(parts.getByRole('button', { name: 'All as proposed' })).toBeVisible();
  await expect(shaft).toHaveValue('0; 0; 1500', PROJECTED);
  await parts.getByRole('button', { name: 'All as proposed' }).click();
  await expect(shaft).toHaveValue(proposed, PROJECTED);

  // Dragged on the sheet, it goes along the axis that leads that way, and new views begin so once that is kept with the assembly.
  const grip = page.getByRole('button', { name: /^Drive shaft, moved by/ });
  // Another one had the focus before.
  await page.getByRole('button', { name: /^Drum barrel, moved by/ }).focus();
  await grip.hover();
  const { x, y } = (await grip.boundingBox())!;
  await page.mouse.down();
  await page.mouse.move(x + 40, y - 20, { steps: 4 });
  await expect(page.getByRole('status').filter({ hasText: /^y \+\d+ mm$/ })).toBeVisible();
  await page.mouse.up();
  await expect(shaft).toHaveValue(/^0; [1-9]\d*; /, PROJECTED);
  const dragged = await shaft.inputValue();
  await parts.getByRole('button', { name: 'Keep with Drum assembly' }).click();
  await expect(parts.getByText('As kept with Drum assembly. New views begin with these moves.')).toBeVisible();
  await addView(page, 'Pulled apart, front');
  await expect(parts.getByRole('textbox', { name: 'Drive shaft' })).toHaveValue(dragged, PROJECTED);

  await addView(page, 'Section, seen from the left');
  const whole = page.getByRole('group', { name: 'Not cut lengthwise' });
  await expect(whole.getByRole('checkbox', { name: 'Drive shaft' })).toBeChecked();
  await expect(whole.getByRole('checkbox', { name: 'Drum barrel' })).not.toBeChecked();
  await expect(page.getByText(/projected…/)).toHaveCount(0, PROJECTED);
  const lines = page.locator('svg line');
  const before = await lines.count();
  await whole.getByRole('checkbox', { name: 'Drive shaft' }).uncheck({ force: true });
  // The shaft is hatched too then.
  await expect.poll(() => lines.count(), PROJECTED).toBeGreaterThan(before);
});

test('the model store gives a changed shape: the drawing says so, and its views follow', async ({ page }) => {
  await page.goto('/drawings');
  await page.getByRole('button', { name: 'Make drawing…' }).click();
  await chooseModel(page, 'Pawl');
  await page.getByRole('dialog').getByRole('button', { name: 'Make drawing' }).click();
  await page.waitForURL(/\/drawings\/./);
  await page.getByRole('radio', { name: 'Views' }).click({ force: true });
  const edges = page.locator('svg [data-source="view front"] line');
  await expect(page.getByText(/projected…/)).toHaveCount(0, PROJECTED);
  await expect(edges.first()).toBeAttached(PROJECTED);

  const store = process.env.ZONOGRAPH_MODEL_STORE!;
  const other = await page.context().newPage();
  const shapeInStore = async (file: string) => {
    await other.goto(`${store}/edit/pawl`);
    await other.getByLabel('Shape').selectOption(file);
    await other.getByRole('button', { name: 'Save' }).click();
  };
  await shapeInStore('pawl-wheel.step');
  try {
    await expect(page.getByText('The model has changed: Its shape has changed.')).toBeVisible(PROJECTED);
    // A wheel of 28 flanks in the place of the pawl's eight sides.
    await expect.poll(() => edges.count(), PROJECTED).toBeGreaterThan(28);
  } finally {
    await shapeInStore('pawl.step');
  }
});

test('a folded part gets its flat shape from a file of its own', async ({ page }) => {
  await page.goto('/specimens/pawl');
  const words = page.getByRole('status', { name: 'Flat shape' });
  await expect(words).toContainText('None');
  await page.getByLabel('File of the flat shape').setInputFiles('demo/models/guard-flat.step');
  await expect(words).toContainText('342.6 × 610 × 2 mm, from guard-flat.step');
  await page.reload();
  await expect(words).toContainText('guard-flat.step');
});
