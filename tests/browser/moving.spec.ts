import type { Page } from '@playwright/test';
import { askedValue } from '../builders';
import { choose, expect, printed, signOnPaper, test } from './fixtures';

type Json = Record<string, unknown>;

/** Asks the server as whoever the page is signed in as. */
async function asks<T>(page: Page, method: 'get' | 'post' | 'put', path: string, data?: Json): Promise<T> {
  const answer = await page.request[method](path, data && { data });
  expect(answer.status(), `${path} ${await answer.text()}`).toBe(200);
  return (await answer.json()) as T;
}

interface Format {
  edition: { id: string; number: number; state: string; version: number; document: Document };
}
interface Document {
  asked: Json[];
  blocks: { id: string; cells: { id: string; caption?: Json; contents: Json[] }[] }[];
}

const formatOf = (page: Page, id: string) => asks<Format>(page, 'get', `/api/formats/${id}`);

/** Releases the next edition of a format with its document changed. @returns its number */
async function releaseNext(page: Page, id: string, change: (document: Document) => void): Promise<number> {
  let { edition } = await formatOf(page, id);
  if (edition.state !== 'open') {
    await asks(page, 'post', `/api/formats/${id}/editions`, {});
    ({ edition } = await formatOf(page, id));
  }
  change(edition.document);
  const saved = {
    version: edition.version,
    document: edition.document,
    sitting: crypto.randomUUID(),
    words: ['Change'],
  };
  await asks(page, 'put', `/api/editions/${edition.id}`, saved);
  ({ edition } = await formatOf(page, id));
  const release = {
    version: edition.version,
    note: 'Next',
    reason: 'For the test',
    countsFrom: '2026-01-01',
    defaults: [],
  };
  await asks(page, 'post', `/api/editions/${edition.id}/release`, release);
  return edition.number;
}

/** The document type is asked under another key, the language no more; a coating is asked and required, in the empty cell. */
function rebuilt(document: Document): void {
  document.asked = [
    ...document.asked
      .filter(({ key }) => key !== 'language')
      .map((one) => (one.key === 'document-type' ? { ...one, key: 'kind', property: 'document-type' } : one)),
    { ...askedValue('coating', { name: 'Coating', prompt: 'Coating?', required: true }) },
  ];
  for (const { cells } of document.blocks)
    for (const cell of cells) {
      const text = JSON.stringify(cell.contents);
      if (text.includes('"asked":"language"') || text.includes('"property":"language"')) cell.contents = [];
      else cell.contents = JSON.parse(text.replaceAll('"asked":"document-type"', '"asked":"kind"')) as Json[];
      if (cell.id === 'free') cell.contents = [{ parts: [{ kind: 'asked', asked: 'coating' }] }];
    }
}

interface Drawing {
  id: string;
  number: string;
  version: number;
  answers: Json;
  sheets: Json[];
}

const readDrawing = async (page: Page, id: string) =>
  (await asks<{ drawing: Drawing }>(page, 'get', `/api/drawings/${id}`)).drawing;

/** A drawing on the newest edition, answered; and its number. */
async function begun(page: Page, specimen: string, more: Json = {}): Promise<Drawing> {
  const { id } = await asks<{ id: string }>(page, 'post', '/api/drawings', {
    formatId: 'workshop-sheets',
    specimen,
    sizeId: 'iso-a3-landscape',
    scale: '1:2',
    ...more,
  });
  const { version, answers } = await readDrawing(page, id);
  const given = { ...answers, 'document-type': 'Part drawing', language: 'sv' };
  await asks(page, 'put', `/api/drawings/${id}`, { version, answers: given });
  return readDrawing(page, id);
}

const moved = (page: Page) => page.getByRole('status', { name: 'Moved' });

test('a drawing follows to the next edition: foreseen, mapped, answered, moved, looked at in its history, undone', async ({
  page,
}) => {
  await releaseNext(page, 'workshop-sheets', () => undefined);
  const { id, number } = await begun(page, 'pawl');
  const next = await releaseNext(page, 'workshop-sheets', rebuilt);
  await page.goto(`/drawings/${id}`);
  await page.getByRole('button', { name: `Move to edition ${next}…` }).click();
  const dialog = page.getByRole('dialog', { name: `Move to edition ${next}` });
  const things = dialog.getByRole('region', { name: 'What the move does' });
  await expect(things.getByText('Language is no longer printed. “sv” is kept.')).toBeVisible();
  await expect(things.getByRole('combobox', { name: 'Where Document type goes' })).toHaveValue('kind');
  // The language is put into the coating's cell instead, then aside again.
  await things.getByRole('combobox', { name: 'Where Language goes' }).selectOption({ label: 'Coating' });
  await expect(things.getByText('“sv” stands in “Coating” instead of “Lang.”.')).toBeVisible();
  await things.getByRole('combobox', { name: 'Where Language goes' }).selectOption('');
  await things.getByLabel('Coating?').fill('Zinc');
  await things.getByRole('button', { name: 'Coating comes: “Zinc”.' }).click();
  await expect(dialog.getByTestId('place').first()).toBeVisible();
  await dialog.getByRole('button', { name: 'Move', exact: true }).click();
  await expect(moved(page)).toContainText(`Moved drawing ${number} to Workshop sheets, edition ${next}`);
  await expect(printed(page, 'free')).toHaveText('Zinc');
  await expect(printed(page, 'doc-type')).toHaveText('Part drawing');
  await expect(page.getByRole('region', { name: 'Kept aside' })).toContainText('Language: “sv”');

  await page.getByRole('button', { name: 'History' }).click();
  const history = page.getByRole('dialog', { name: `History of ${number}` });
  await history.getByRole('button', { name: /worked on/ }).click();
  await expect(history.locator('svg text', { hasText: /^sv$/ }).first()).toBeVisible();
  await history.getByRole('button', { name: 'Close', exact: true }).last().click();

  // The coating was answered with the move: it stays, aside.
  await moved(page).getByRole('button', { name: 'Undo the move' }).click();
  await expect(printed(page, 'language')).toHaveText('sv');
  await expect(moved(page)).toBeHidden();
  await expect(page.getByRole('region', { name: 'Kept aside' })).toContainText('Coating: “Zinc”');
  await expect(page.getByRole('button', { name: `Move to edition ${next}…` })).toBeVisible();
});

test('after somebody has worked on, undoing a move says what stays', async ({ page }) => {
  await releaseNext(page, 'workshop-sheets', () => undefined);
  const { id } = await begun(page, 'pawl');
  const next = await releaseNext(page, 'workshop-sheets', rebuilt);
  await page.goto(`/drawings/${id}`);
  await page.getByRole('button', { name: `Move to edition ${next}…` }).click();
  await page.getByRole('button', { name: 'Move', exact: true }).click();
  await expect(moved(page)).toBeVisible();
  await page.locator('[data-asked=coating]').fill('Nickel');
  await page.keyboard.press('Tab');
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await page.reload();
  await moved(page).getByRole('button', { name: 'Undo the move' }).click();
  const dialog = page.getByRole('dialog', { name: 'Undo the move?' });
  await expect(dialog.getByText('“Coating”: Nickel is kept aside.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Undo the move' }).click();
  await expect(printed(page, 'language')).toHaveText('sv');
  await expect(page.getByRole('region', { name: 'Kept aside' })).toContainText('Coating: “Nickel”');
});

test('the wrong variant, then the wrong format, are put right on the same number', async ({ page }) => {
  await releaseNext(page, 'workshop-sheets', () => undefined);
  const inch = await releaseNext(page, 'inch-sheets', () => undefined);
  const { id, number } = await begun(page, 'pawl', { variant: '316L' });
  await page.goto(`/drawings/${id}`);
  await page.getByRole('radio', { name: 'Sheets' }).click();
  await choose(page.getByRole('combobox', { name: 'Model of the whole drawing' }), 'Pawl', 'Pawl · galvanised');
  const model = page.getByRole('dialog', { name: 'Move to Pawl · galvanised' });
  await expect(model.getByText(/Material prints/)).toBeVisible();
  await model.getByRole('button', { name: 'Move', exact: true }).click();
  await expect(moved(page)).toContainText('to Pawl, galvanised');
  await choose(
    page.getByRole('combobox', { name: 'Format of the whole drawing' }),
    'Inch',
    `Inch sheets, edition ${inch}`,
  );
  const format = page.getByRole('dialog', { name: `Move to Inch sheets, edition ${inch}` });
  await expect(format.getByText(/which “Inch sheets” does not have\. Choose a size\./)).toBeVisible();
  await expect(format.getByRole('button', { name: 'Move', exact: true })).toBeDisabled();
  await format.getByRole('combobox', { name: 'Size there' }).selectOption({ label: 'B' });
  await format.getByRole('button', { name: 'Move', exact: true }).click();
  await expect(moved(page)).toContainText(`to Inch sheets, edition ${inch}`);
  await expect(page.getByRole('heading', { name: number })).toBeVisible();
});

test('a finished drawing follows at its next revision and is signed anew', async ({ page }) => {
  await releaseNext(page, 'workshop-sheets', () => undefined);
  let drawing = await begun(page, 'pawl');
  const { id, number } = drawing;
  const row = { revision: 'A', zones: [], description: 'First issue', date: '2026-11-30', madeBy: 'Ruth Calder' };
  await asks(page, 'post', `/api/drawings/${id}/revisions`, { version: drawing.version, revising: { add: row } });
  drawing = await readDrawing(page, id);
  const signature = { version: drawing.version, of: 'approved-by', onPaper: 'Orsolya Brandt' };
  await asks(page, 'post', `/api/drawings/${id}/signatures`, signature);
  drawing = await readDrawing(page, id);
  await asks(page, 'put', `/api/drawings/${id}`, {
    version: drawing.version,
    state: 'finished',
    finishReason: 'For the test',
  });
  const next = await releaseNext(page, 'workshop-sheets', rebuilt);
  await page.goto(`/drawings/${id}`);
  await page.getByRole('button', { name: 'Reopen' }).click();
  await page
    .getByRole('dialog', { name: `Reopen ${number}?` })
    .getByRole('button', { name: `Move to edition ${next} with its next revision…` })
    .click();
  const dialog = page.getByRole('dialog', { name: `Move to edition ${next}` });
  await expect(dialog.getByText('Approved by: the signature of Orsolya Brandt is removed.')).toBeVisible();
  await dialog.getByLabel('Change', { exact: true }).fill('Sheet format renewed');
  await dialog.getByRole('button', { name: 'Reopen and move' }).click();
  await expect(moved(page)).toBeVisible();
  await expect(page.locator('svg text', { hasText: 'Sheet format renewed' }).first()).toBeVisible();
  // Revision A keeps who approved it, B is open.
  await expect(page.locator('svg text', { hasText: 'O. BRANDT' })).toHaveCount(1);
  await signOnPaper(page, 'Approved by', 'Orsolya Brandt');
  await expect(page.locator('svg text', { hasText: 'O. BRANDT' })).toHaveCount(2);
});

test('one of eight sheets follows alone, and the others later', async ({ page }) => {
  await releaseNext(page, 'workshop-sheets', () => undefined);
  const { id, version, sheets } = await begun(page, 'pawl');
  const eight = [...sheets, ...Array.from({ length: 7 }, (_, i) => ({ id: `s${i}`, name: `Detail ${i + 2}` }))];
  await asks(page, 'put', `/api/drawings/${id}`, { version, sheets: eight });
  const next = await releaseNext(page, 'workshop-sheets', rebuilt);
  await page.goto(`/drawings/${id}`);
  await page.getByRole('button', { name: `Move to edition ${next}…` }).click();
  const dialog = page.getByRole('dialog', { name: `Move to edition ${next}` });
  for (const number of [1, 2, 4, 5, 6, 7, 8])
    await dialog.getByRole('checkbox', { name: `Sheet ${number}`, exact: number === 1 }).uncheck({ force: true });
  // Both formats ask: nothing is set aside.
  await expect(dialog.getByText('is no longer printed')).toHaveCount(0);
  await dialog.getByRole('button', { name: 'Move', exact: true }).click();
  await expect(moved(page)).toContainText(`sheet 3 to Workshop sheets, edition ${next}`);
  await page.getByRole('radio', { name: 'Sheets' }).click();
  await expect(page.getByText(`A3 · Workshop sheets, edition ${next}`)).toHaveCount(1);
  await page.getByRole('button', { name: `Move to edition ${next}…` }).click();
  await dialog.getByRole('button', { name: 'Move', exact: true }).click();
  await expect(page.getByText(`Workshop sheets, edition ${next}`, { exact: true }).first()).toBeVisible();
  await expect(page.getByText(`A3 · Workshop sheets, edition ${next}`)).toHaveCount(0);
});
