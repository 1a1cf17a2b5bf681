import type { Page } from '@playwright/test';
import { expect, makeDrawing, pageOf, printed, sign, signature, test } from './fixtures';

test.use({ as: 'drafter' });

const strip = (page: Page) => page.getByRole('alertdialog', { name: 'This change removes signatures' });

test('a checker signs what a drafter drew; a change says which signatures it removes before it is saved; nobody forges one', async ({
  page,
  browser,
}) => {
  await makeDrawing(page, 'Pawl');
  const address = page.url();
  const checker = await pageOf(browser, 'checker');
  await checker.goto(address);
  await sign(checker, 'Checked by');
  await sign(checker, 'Approved by');
  await page.reload();
  await expect(signature(page, 'Approved by')).toContainText('Orsolya Brandt, signed ');
  await expect(signature(page, 'Approved by').getByRole('button')).toHaveCount(0);

  // What does not print leaves them; what prints asks first.
  const type = page.locator('input[data-asked=document-type]');
  await type.fill('Layout');
  await expect(strip(page)).toContainText('Orsolya Brandt (Checked by), Orsolya Brandt (Approved by)');
  await strip(page).getByRole('button', { name: 'Undo the change' }).click();
  await expect(printed(page, 'doc-type')).toHaveText('Part drawing');
  await expect(printed(page, 'approved')).toHaveText('Orsolya Brandt');
  await type.fill('Layout');
  await strip(page).getByRole('button', { name: 'Save and remove' }).click();
  await expect(page.getByTestId('saved')).toHaveAttribute('data-state', 'saved');
  await expect(signature(page, 'Approved by')).toContainText('Signed by a checker.');
  await expect(printed(page, 'approved')).not.toHaveText('Orsolya Brandt');

  // The forger: by the door of answers, of signatures, of revisions.
  const id = address.split('/').at(-1)!;
  const { drawing } = (await (await page.request.get(`/api/drawings/${id}`)).json()) as {
    drawing: { version: number; answers: object };
  };
  const { version } = drawing;
  const forged = { ...drawing.answers, 'approved-by': 'Orsolya Brandt' };
  const row = { revision: 'A', zones: [], description: 'First', date: '2026-06-02', madeBy: 'x', approvedBy: 'y' };
  const doors = [
    await page.request.put(`/api/drawings/${id}`, { data: { version, answers: forged } }),
    await page.request.post(`/api/drawings/${id}/signatures`, { data: { version, of: 'approved-by' } }),
    await page.request.post(`/api/drawings/${id}/signatures`, {
      data: { version, of: 'approved-by', onPaper: 'Orsolya Brandt' },
    }),
    await page.request.post(`/api/drawings/${id}/revisions`, { data: { version, revising: { add: row } } }),
  ];
  expect(doors.map((answer) => answer.status())).toEqual([422, 403, 403, 422]);
  await page.reload();
  await expect(signature(page, 'Approved by')).toContainText('Signed by a checker.');
  await checker.context().close();
});
