import { Board, expect, makeDrawing, test, signature } from './fixtures';

const saved = (words: string) => new RegExp(`Ruth Calder: ${words}`);

test('the owner, a mark, a site and a project are set where a sheet shows them; boards and drawings print them', async ({
  page,
}) => {
  await page.goto('/office');
  const owner = page.locator('svg [data-source=owner] text');
  await expect(owner.last()).toHaveText('4 Slipway, Kelvarra');
  const address = page.getByRole('textbox', { name: 'Address' });
  await address.fill('9 Mole Street, Kelvarra');
  await expect(page.getByTestId('pointed-at').first()).toBeVisible();
  await expect(owner.last()).toHaveText('9 Mole Street, Kelvarra');
  await address.blur();
  const changes = page.getByRole('list', { name: 'Changes' }).getByRole('listitem');
  await expect(changes.first()).toHaveText(saved('Address: “9 Mole Street, Kelvarra”'));

  // Escape gives up what was typed; nothing is kept of it.
  await address.fill('Elsewhere');
  await address.press('Escape');
  await expect(owner.last()).toHaveText('9 Mole Street, Kelvarra');

  // A mark is a property of the organisation; what is no picture is refused.
  await page.getByRole('button', { name: '+ Another property' }).click();
  await page.getByRole('textbox', { name: 'Name of the property' }).fill('Owner mark');
  await page.getByRole('combobox', { name: 'Type of the property' }).selectOption('picture');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const mark = page.getByLabel('Owner mark');
  await mark.setInputFiles({ name: 'mark.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(page.getByRole('alert').filter({ hasText: '■' })).toBeVisible();
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><circle cx="5" cy="5" r="4"/></svg>';
  await mark.setInputFiles({ name: 'mark.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
  await expect(page.getByText('A picture is in')).toBeVisible();

  // Another site begins with the values of the first; sheets print it once it is the one.
  await page.getByRole('button', { name: '+ Add a site' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).first().fill('Harbour yard');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Harbour yard' })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Address' })).toHaveValue('9 Mole Street, Kelvarra');
  await page.getByRole('textbox', { name: 'Address' }).fill('1 Quay, Kelvarra');
  await page.getByRole('textbox', { name: 'Address' }).blur();
  await page.getByRole('button', { name: 'Print this site on sheets' }).click();
  await expect(page.getByRole('button', { name: /^Harbour yard printed$/ })).toBeVisible();
  await page.getByRole('button', { name: 'Northern array' }).click();
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(
    page.getByRole('alert').filter({ hasText: /Northern array stays: \d+ formats? .*print it/ }),
  ).toBeVisible();

  const board = await new Board(page).open();
  await expect(board.texts('owner').last()).toHaveText('1 Quay, Kelvarra');
});

test('a new address is shown on drawings in work before it is kept, and counts for new drawings only', async ({
  page,
}) => {
  await makeDrawing(page, 'Pawl');
  const drawn = page.url();
  await page.goto('/office');
  const address = page.getByRole('textbox', { name: 'Address' });
  const asks = page.getByRole('alertdialog', { name: 'Address on drawings in work' });
  await address.fill(
    'The long-named harbour of Kelvarra and all its slipways, house 4, gate 17, behind the rope works',
  );
  await address.blur();
  await expect(asks).toContainText('Not saved yet. 1 drawing in work prints Address.');
  await expect(asks).toContainText(/On 1 of them something no longer fits:KD-\d{5}, sheet 1: .*too long/);
  await asks.getByRole('button', { name: 'Undo' }).click();
  await expect(address).toHaveValue('4 Slipway, Kelvarra');
  await address.fill('9 Mole Street, Kelvarra');
  await address.blur();
  await expect(asks).toContainText('Everything still fits on it.');
  await asks.getByRole('button', { name: 'New drawings only' }).click();
  await expect(page.getByRole('list', { name: 'Changes' })).toContainText(
    'for new drawings only: 1 drawing in work keeps',
  );
  await page.goto(drawn);
  const owner = page.locator('svg [data-source=owner] text').last();
  await expect(owner).toHaveText('4 Slipway, Kelvarra');
  await page.getByRole('radio', { name: 'Sheets' }).click({ force: true });
  await expect(page.getByText('Keeps Address as the office had it before')).toBeVisible();
  await page.getByRole('button', { name: 'Print what the office has now' }).click();
  await expect(owner).toHaveText('9 Mole Street, Kelvarra');
  await makeDrawing(page, 'Guard');
  await expect(owner).toHaveText('9 Mole Street, Kelvarra');
});

test('of two who change one value of the office the second sees both, and nothing is lost', async ({
  page,
  context,
}) => {
  const other = await context.newPage();
  for (const one of [page, other]) {
    await one.goto('/office');
    await expect(one.getByRole('textbox', { name: 'Department' })).toHaveValue('Winches');
  }
  await page.getByRole('textbox', { name: 'Department' }).fill('Buoys');
  await page.getByRole('textbox', { name: 'Department' }).blur();
  await expect(page.getByRole('list', { name: 'Changes' })).toContainText('Department: “Buoys”');
  const theirs = other.getByRole('textbox', { name: 'Department' });
  await theirs.fill('Moorings');
  await theirs.blur();
  const clash = other.getByRole('alert').filter({ hasText: 'Somebody else' });
  await expect(clash).toContainText('Somebody else has put “Buoys” here meanwhile.');
  await expect(theirs).toHaveValue('Moorings');
  await clash.getByRole('button', { name: 'Keep mine' }).click();
  await expect(other.getByRole('list', { name: 'Changes' })).toContainText('Department: “Moorings”');
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Department' })).toHaveValue('Moorings');
});

test('people are offered where they are asked for, by what they may do; who has left is not', async ({ page }) => {
  await page.goto('/office');
  await page.getByRole('button', { name: 'Who signs drawings' }).click();
  await page.getByRole('textbox', { name: 'Name of the new person' }).fill('Tomas Ferrier');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('textbox', { name: 'Initials of Tomas Ferrier' })).toHaveValue('TF');
  await page.getByRole('textbox', { name: 'E-mail of Tomas Ferrier' }).fill('at the desk');
  await page.getByRole('textbox', { name: 'E-mail of Tomas Ferrier' }).press('Enter');
  await expect(page.getByText('An e-mail address looks like name@office.example.')).toBeVisible();
  await page.getByRole('checkbox', { name: 'Tomas Ferrier may approve drawings' }).check();
  await page.getByRole('checkbox', { name: 'Orsolya Brandt has left' }).check();
  await expect(page.getByRole('checkbox', { name: 'Orsolya Brandt has left' })).toBeChecked();
  await makeDrawing(page, 'Pawl');
  const offered = async (name: string) => {
    await signature(page, name).getByRole('button', { name: 'Record a paper signature…' }).click();
    const field = page.getByRole('dialog').getByLabel('Signed by');
    const names = await field.evaluate((one) => [...(one as HTMLInputElement).list!.options].map(({ value }) => value));
    await page.keyboard.press('Escape');
    return names;
  };
  expect(await offered('Approved by')).toEqual(['Tomas Ferrier']);
  expect(await offered('Checked by')).toEqual(['Ines Sundqvist', 'Marlo Aketch']);
});
