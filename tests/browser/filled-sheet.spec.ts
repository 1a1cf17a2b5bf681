import { readFileSync } from 'node:fs';
import { readDxf, readPdf, readSvg } from '../core/exchange/readers';
import { Board, expect, test } from './fixtures';

test('from an open format to three exact files', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Open Workshop sheets' }).click();
  const board = new Board(page);
  await board.ready();

  await test.step('set the material column to 42 mm on the sheet itself', async () => {
    await board.select('Material');
    await board.track('Column 1 width').fill('42');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('treeitem', { name: /Material 42 × 10/ })).toBeVisible();
  });

  await test.step('link the free cell to Line pull, whose present value stands beside its name', async () => {
    await board.select('Empty cell');
    await board.content().click();
    await page.keyboard.press('/');
    await page.getByRole('combobox', { name: 'Find a property' }).fill('line p');
    await page.keyboard.press('Enter');
    await expect(board.content().locator('[data-chip]')).toHaveText('Line pull');
  });

  await test.step('show Drum barrel in 316L', async () => {
    await board.fillFrom('Drum barrel · 316L');
    await expect(board.texts('free')).toHaveText(['12,5 kN']);
    await expect(board.texts('material')).toHaveText(['MATERIAL', 'X2CrNiMo17-12-2 EN 10088-3']);
  });

  await test.step('switch to A4 and back', async () => {
    await board.size('A4');
    await expect(page.getByRole('contentinfo')).toContainText('A4, 210 × 297');
    await expect(board.texts('c-title')).toHaveText(['TITLE', 'DRUM BARREL']);
    await board.size('A3');
    await expect(page.getByRole('contentinfo')).toContainText('A3, 420 × 297');
  });

  await test.step('everything is saved by itself, and the proofs have followed', async () => {
    await board.expectSaved();
    await expect(page.getByRole('button', { name: /A4 Recovery winch/ }).getByRole('img')).toHaveAttribute(
      'data-drawn',
      'yes',
    );
    await page.reload();
    await board.ready();
    await expect(page.getByRole('treeitem', { name: /Line pull/ }).first()).toBeVisible();
    await board.fillFrom('Drum barrel · 316L');
  });

  await test.step('the PDF has the true size, and the words where the screen shows them', async () => {
    const { name, path } = await board.export('PDF');
    expect(name).toBe('Workshop-sheets-A3-Drum-barrel-316L.pdf');
    const pdf = readPdf(readFileSync(path));
    expect([pdf.width, pdf.height]).toEqual([expect.closeTo(420, 3), expect.closeTo(297, 3)]);
    const pull = pdf.texts.find((text) => text.text === '12,5 kN')!;
    // The free cell begins 30 mm from the frame's right edge, in the title block's third row; its inset is 1 × 1.2 mm.
    expect(pull.start.x).toBeCloseTo(410 - 30 + 1, 1);
    expect(pull.start.y).toBeCloseTo(10 + 24 + 1.2, 1);
    const material = pdf.texts.find((text) => text.text === 'X2CrNiMo17-12-2 EN 10088-3')!;
    expect(material.start.x).toBeCloseTo(231, 1);
    expect(material.end.x).toBeLessThanOrEqual(230 + 42 - 1 + 0.01);
  });

  await test.step('the DXF opens in a strict reader and carries the link as an attribute', async () => {
    const { path } = await board.export('DXF');
    const dxf = readDxf(readFileSync(path, 'utf8'));
    expect(dxf.errors).toEqual([]);
    expect(dxf.limits).toEqual([
      [0, 0],
      [420, 297],
    ]);
    expect(dxf.texts.find((text) => text.tag === 'LINE_PULL')).toMatchObject({
      text: '12,5 kN',
      start: { x: 381, y: 35.2 },
    });
    const upright = dxf.segments.filter(({ from, to }) => from.x === to.x).map(({ from }) => from.x);
    expect(upright).toContain(230 + 42);
  });

  await test.step('the SVG says the same', async () => {
    const { path } = await board.export('SVG');
    const svg = readSvg(readFileSync(path, 'utf8'));
    expect(svg.texts.find((text) => text.text === '12,5 kN')?.start).toEqual({ x: 381, y: expect.closeTo(35.2, 6) });
  });
});

test('what is typed out of range is refused at its place, and nothing changes', async ({ page }) => {
  const board = await new Board(page).open();
  await board.select('Material');
  await board.track('Column 1 width').fill('-4');
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('alert').filter({ hasText: 'Column 1 cannot be -4 mm: a column takes 0.5 to 5000 mm.' }),
  ).toBeVisible();
  await expect(page.getByRole('treeitem', { name: /Material 35 × 10/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(board.track('Column 1 width')).toHaveValue('35');

  await board.select('Frame and zones');
  await page.getByRole('textbox', { name: 'Left margin' }).fill('195');
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('alert').filter({ hasText: 'On A4 the left and right margins leave 5 mm of drawing space' }),
  ).toBeVisible();
  await page.getByRole('textbox', { name: 'Left margin' }).fill('wide');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: '“wide” is not a length.' })).toBeVisible();
});

test('margins and the zone rule recompute the sheet as they are typed', async ({ page }) => {
  const board = await new Board(page).open();
  await board.select('Frame and zones');
  await page.getByRole('textbox', { name: 'Left margin' }).fill('25');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Details' })).toContainText('385 × 277 mm');
  // A4 takes a margin of its own; the other sizes keep theirs.
  await board.size('A4');
  await page.getByRole('button', { name: 'Left margin on A4 only' }).click();
  await page.getByRole('textbox', { name: 'Left margin' }).fill('22');
  await expect(page.getByRole('region', { name: 'Details' })).toContainText('178 × 277 mm');
  await board.size('A3');
  await expect(page.getByRole('textbox', { name: 'Left margin' })).toHaveValue('25');
  await page.getByLabel('Rule', { exact: true }).selectOption('count');
  await page.getByLabel('Columns').fill('5');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('treeitem', { name: /Frame and zones 5 × 6/ })).toBeVisible();
  await page.getByLabel('Columns').fill('0');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'A whole number from 1 to 60.' })).toBeVisible();
});

test('names, values, longest and blank; undo and redo', async ({ page }) => {
  const board = await new Board(page).open();
  await board.fillFrom('Pawl · galvanised');
  await expect(board.texts('title')).toHaveText(['TITLE', 'PAWL']);
  await board.show('Names');
  await expect(board.texts('title')).toHaveText(['TITLE', 'Title']);
  await board.show('Longest');
  await expect(board.texts('title').last()).toContainText('DRIVE SHAFT COUPLING');
  await board.show('Blank');
  await expect(board.texts('title')).toHaveText(['TITLE']);
  await board.show('Values');

  await board.select('Title');
  await page.getByRole('textbox', { name: 'Caption', exact: true }).fill('NAME');
  await page.keyboard.press('Enter');
  await expect(board.texts('title')).toHaveText(['NAME', 'PAWL']);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(board.texts('title')).toHaveText(['TITLE', 'PAWL']);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(board.texts('title')).toHaveText(['NAME', 'PAWL']);
  await page.locator('svg[aria-label=Sheet]').click({ position: { x: 24, y: 24 } });
  await page.keyboard.press('Control+z');
  await expect(board.texts('title')).toHaveText(['TITLE', 'PAWL']);
});

test('lettering, placing and squeezing of a cell', async ({ page }) => {
  const board = await new Board(page).open();
  await board.fillFrom('Guard · 316L');
  await board.select('Finish');
  const finding = page.getByRole('region', { name: 'Details' }).getByText(/mm too long, even squeezed to 0.6/);
  await expect(finding.first()).toBeVisible();
  await page.getByLabel('1 Squeeze to').fill('0.3');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('1 Squeeze to')).toHaveValue('0.3');
  await page.getByLabel('Lettering').selectOption({ label: 'Caption · 1.8 mm' });
  await expect(page.getByText(/Now: squeezed to/)).toBeVisible();
  await page.getByLabel('Placed across').selectOption('right');
  const end = await board
    .texts('finish')
    .last()
    .evaluate((text: SVGTextElement) => {
      const box = text.getBBox();
      const point = new DOMPoint(box.x + box.width, 0).matrixTransform(text.transform.baseVal.consolidate()!.matrix);
      return point.x;
    });
  expect(end).toBeCloseTo(230 + 35 + 43 - 1, 0);
});
