import { freshOffice } from '../fresh-office';
import { Board, chooseModel, expect, makeDrawing, pageOf, printed, test, sign, signature } from './fixtures';

const DEMO = 'buoys and winches';

test.describe('nobody signed in', () => {
  test.use({ as: 'nobody' });

  test('a page leads to signing in, and on to where one wanted to be; nothing of it is shown before', async ({
    page,
  }) => {
    await page.goto('/formats/workshop-sheets');
    await expect(page).toHaveURL(/\/sign-in\?to=/);
    await expect(page).toHaveTitle(/^Sign in/);
    await expect(page.getByRole('navigation', { name: 'Screens' }).getByRole('link')).toHaveCount(0);
    await page.getByLabel('Name').fill('ruth');
    await page.getByLabel('Password').fill('not this one');
    await page.keyboard.press('Enter');
    await expect(page.getByText('The name or the password is not right.')).toBeVisible();
    await expect(page.getByLabel('Name')).toHaveValue('ruth');
    await page.getByLabel('Password').fill(DEMO);
    await page.keyboard.press('Enter');
    await new Board(page).ready();
    await page.getByRole('button', { name: 'Ruth Calder' }).click();
    await page.getByRole('menuitem', { name: 'Sign out' }).click();
    await expect(page).toHaveURL(/\/sign-in$/);
    await page.goto('/office');
    await expect(page).toHaveURL(/\/sign-in\?to=%2Foffice$/);
  });

  test('the demo’s accounts are one click each', async ({ page }) => {
    await page.goto('/');
    const accounts = page.getByRole('region', { name: 'Accounts of the demo' }).getByRole('button');
    await expect(accounts).toHaveCount(4);
    await accounts.filter({ hasText: 'a reader' }).click();
    await expect(page).toHaveURL(/\/formats$/);
    await expect(page.getByRole('button', { name: 'Start a format…' })).toBeDisabled();
    await expect(page.getByText('Changed by standards administrators. You look at it as a reader.')).toBeVisible();
    await page.goto('/drawings');
    await expect(page.getByRole('button', { name: 'Make drawing…' })).toBeDisabled();
  });

  test('a new office: its first administrator sets owner, mark, people and a project, and the sheets change', async ({
    page,
  }) => {
    await freshOffice({ accounts: false });
    await page.goto('/office');
    await page.getByLabel('Your full name').fill('Ada Norrgard');
    await page.getByLabel('Name to sign in by').fill('ada');
    await page.getByLabel('Password', { exact: true }).fill('short');
    await page.getByLabel('Password, once more').fill('shorter');
    await page.keyboard.press('Enter');
    await expect(page.getByText('A password has ten characters or more.')).toBeVisible();
    await expect(page.getByText('The two passwords are not the same.')).toBeVisible();
    await page.getByLabel('Password', { exact: true }).fill('the first of all');
    await page.getByLabel('Password, once more').fill('the first of all');
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(/\/office$/);

    const owner = page.locator('svg [data-source=owner] text');
    await page.getByRole('textbox', { name: 'Legal owner' }).fill('NORRGARD MOORINGS');
    await page.getByRole('textbox', { name: 'Legal owner' }).blur();
    await expect(owner.first()).toHaveText('NORRGARD MOORINGS');
    await expect(page.getByRole('list', { name: 'Changes' })).toContainText('Ada Norrgard: Legal owner');

    await page.getByRole('button', { name: '+ Another property' }).click();
    await page.getByRole('textbox', { name: 'Name of the property' }).fill('Mark');
    await page.getByRole('combobox', { name: 'Type of the property' }).selectOption('picture');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    const svg = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><circle cx="5" cy="5" r="4"/></svg>';
    await page
      .getByLabel('Mark', { exact: true })
      .setInputFiles({ name: 'mark.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
    await expect(page.getByText('A picture is in')).toBeVisible();

    await page.getByRole('button', { name: 'Who signs drawings' }).click();
    for (const name of ['Ada Norrgard', 'Tomas Ferrier']) {
      await page.getByRole('textbox', { name: 'Name of the new person' }).fill(name);
      await page.getByRole('button', { name: 'Add', exact: true }).click();
      await expect(page.getByRole('textbox', { name: `Initials of ${name}` })).toBeVisible();
    }
    await page.getByRole('button', { name: '+ Add a project' }).click();
    await page.getByRole('textbox', { name: 'Name', exact: true }).first().fill('Southern array');
    await page
      .getByRole('navigation', { name: 'The office' })
      .getByRole('button', { name: 'Add', exact: true })
      .click();
    await expect(page.getByRole('heading', { name: 'Southern array' })).toBeVisible();

    await page.getByRole('button', { name: 'Accounts and roles' }).click();
    const add = page.getByRole('form', { name: 'Add an account' });
    await add.getByLabel('Name', { exact: true }).fill('Tomas Ferrier');
    await add.getByLabel('Signs in as').fill('tomas');
    await add.getByLabel('First password').fill('moorings for now');
    await add.getByRole('button', { name: 'Add' }).click();
    await expect(page.getByRole('row', { name: /tomas/ })).toContainText('chooses a password first');
    await page.getByRole('button', { name: 'Remove Ada Norrgard' }).click();
    await expect(page.getByText('Ada Norrgard is the only standards administrator.')).toBeVisible();

    const board = await new Board(page).open();
    await expect(board.texts('owner').first()).toHaveText('NORRGARD MOORINGS');
  });
});

test.describe('a drafter', () => {
  test.use({ as: 'drafter' });

  test('makes a drawing on the inch sheets, answers by the keyboard what is theirs, finishes, and changes no format', async ({
    page,
  }) => {
    await page.goto('/drawings');
    await page.getByRole('button', { name: 'Make drawing…' }).click();
    await page.getByRole('radio', { name: 'a format alone' }).click({ force: true });
    await page
      .getByRole('group', { name: 'Formats' })
      .getByRole('button', { name: /^Inch sheets/ })
      .click();
    await chooseModel(page, 'Pawl');
    await page.getByRole('dialog').getByRole('button', { name: 'Make drawing' }).click();
    await page.waitForURL(/\/drawings\/./);
    const creator = page.locator('input[data-asked=created-by]');
    await expect(creator).toHaveValue('Persephone Vanterpool-Szymborska');
    await expect(signature(page, 'Checked by')).toContainText('Signed by a checker.');
    await expect(signature(page, 'Checked by').getByRole('button')).toHaveCount(0);
    await creator.focus();
    await page.keyboard.press('Tab');
    await page.keyboard.type('2026-06-02');
    await page.keyboard.press('Tab');
    await page.keyboard.type('For manufacture');
    await page.keyboard.press('Tab');
    const scale = page.getByRole('combobox', { name: 'Scale' }).first();
    await scale.focus();
    await page.keyboard.type('half');
    await page.keyboard.press('Enter');
    await expect(page.getByText('A scale is written 1:2, or “as noted”.')).toBeVisible();
    await page.keyboard.press('Control+a');
    await page.keyboard.type('2:1');
    await page.keyboard.press('Enter');
    await expect(page.locator('svg text', { hasText: /^2:1$/ })).toBeVisible();
    await expect(page.getByTestId('saved')).toHaveAttribute('data-state', 'saved');
    await page.getByRole('button', { name: 'Finish' }).click();
    const lacking = page.getByRole('dialog', { name: /is not complete$/ });
    await lacking.getByRole('textbox').fill('To be checked on paper');
    await lacking.getByRole('button', { name: 'Finish all the same' }).click();
    await expect(page.getByRole('contentinfo')).toContainText('finished');

    const board = await new Board(page).open();
    await expect(page.getByText('Changed by standards administrators. You look at it as a drafter.')).toBeVisible();
    await board.select('Material');
    await page.keyboard.press('Delete');
    await expect(page.getByText('This takes a standards administrator; you are signed in as a drafter.')).toBeVisible();
    await expect(board.cell('owner').first()).toBeAttached();
    await page.goto('/office');
    await expect(page.getByRole('textbox', { name: 'Address' })).toBeDisabled();
    await expect(page.getByRole('button', { name: 'Accounts and roles' })).toHaveCount(0);
  });

  test('a checker checks what a drafter drew, and is refused on a drawing of her own', async ({ page, browser }) => {
    await makeDrawing(page, 'Pawl');
    const address = page.url();
    const checker = await pageOf(browser, 'checker');
    await checker.goto(address);
    await sign(checker, 'Checked by');
    await expect(printed(checker, 'checked')).toHaveText('Orsolya Brandt');
    await page.reload();
    await expect(printed(page, 'checked')).toHaveText('Orsolya Brandt');

    await makeDrawing(checker, 'Drum barrel');
    await expect(checker.locator('input[data-asked=created-by]')).toHaveValue('Orsolya Brandt');
    await signature(checker, 'Checked by').getByRole('button', { name: 'Sign', exact: true }).click();
    await expect(checker.getByText('Orsolya Brandt created this drawing, so somebody else checks it.')).toBeVisible();
    // One refusal refuses nothing else.
    await checker.locator('input[data-asked=language]').fill('sv');
    await expect(checker.getByTestId('saved')).toHaveAttribute('data-state', 'saved');
    await checker.context().close();
  });
});

test('a sign-in that is ended in the middle: what is typed is kept, and saved after signing in over it', async ({
  page,
  browser,
}) => {
  await makeDrawing(page, 'Pawl');
  // What is asked every few seconds is not to find it out before something is typed.
  await page.route('**/api/store', (route) => route.abort());
  const other = await pageOf(browser, 'administrator');
  await other.goto('/office');
  await other.getByRole('button', { name: 'Ruth Calder' }).click();
  await other.getByRole('menuitem', { name: 'Your account…' }).click();
  await other.getByRole('button', { name: 'End it' }).click();
  await expect(other.getByRole('button', { name: 'End it' })).toHaveCount(0);
  const creator = page.locator('input[data-asked=created-by]');
  await creator.fill('Marlo Aketch');
  const out = page.getByRole('dialog', { name: 'You are signed out' });
  await expect(out).toBeVisible();
  await expect(page.getByTestId('saved')).toHaveAttribute('data-state', 'signed out');
  await out.getByLabel('Name').fill('ruth');
  await out.getByLabel('Password').fill(DEMO);
  await page.keyboard.press('Enter');
  await expect(out).toBeHidden();
  await expect(page.getByTestId('saved')).toHaveAttribute('data-state', 'saved');
  await page.reload();
  await expect(creator).toHaveValue('Marlo Aketch');
  await other.context().close();
});

test('a role that is taken away in the middle: what is typed stays, and why it is not saved is said', async ({
  page,
  browser,
}) => {
  const board = await new Board(page).open();
  const other = await pageOf(browser, 'administrator');
  await other.goto('/office');
  await other.getByRole('button', { name: 'Accounts and roles' }).click();
  await other.getByRole('combobox', { name: 'Role of Orsolya Brandt' }).selectOption('administrator');
  await expect(other.getByRole('combobox', { name: 'Role of Orsolya Brandt' })).toHaveValue('administrator');
  await other.getByRole('combobox', { name: 'Role of Ruth Calder' }).selectOption('drafter');
  await expect(other.getByText(/This takes a standards administrator/)).toBeVisible();
  await board.select('Material');
  await board.content().click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Typed all the same');
  await expect(board.saved()).toHaveAttribute('data-state', 'refused');
  await expect(board.saved()).toContainText('This takes a standards administrator; you are signed in as a drafter.');
  await expect(board.texts('material').last()).toHaveText('Typed all the same');
  await other.context().close();
});

test('a format is limited to some: others neither see it on the shelf nor draw on it; days are written as the office does', async ({
  page,
  browser,
}) => {
  await page.goto('/formats');
  await page.getByRole('button', { name: 'More of Inch sheets' }).click();
  await page.getByRole('menuitem', { name: 'Who uses and changes it…' }).click();
  const sharing = page.getByRole('dialog', { name: 'Who uses and changes Inch sheets' });
  await sharing.getByRole('radio', { name: 'only these' }).first().click();
  await sharing.getByRole('button', { name: 'Save' }).click();
  await expect(sharing.getByRole('alert')).toContainText('Name somebody or a group that uses it');
  await sharing.getByRole('checkbox', { name: 'Orsolya Brandt' }).check();
  await sharing.getByRole('button', { name: 'Save' }).click();
  await expect(sharing).toBeHidden();
  await page.getByRole('combobox', { name: 'Whose' }).selectOption('mine');
  await expect(page.getByText('There are none of these.')).toBeVisible();

  const drafter = await pageOf(browser, 'drafter');
  await drafter.goto('/formats');
  await expect(drafter.getByRole('article', { name: 'Workshop sheets' })).toBeVisible();
  await expect(drafter.getByRole('article', { name: 'Inch sheets' })).toHaveCount(0);
  await drafter.context().close();

  await page.goto('/office');
  await page.getByRole('button', { name: 'New formats, days' }).click();
  await page.getByLabel('Days', { exact: true }).selectOption('dd.MM.yyyy');
  await page.getByRole('button', { name: 'Save' }).click();
  await makeDrawing(page, 'Pawl');
  const issued = page.locator('input[data-asked=date-of-issue]');
  await expect(issued).toHaveValue(/^\d\d\.\d\d\.\d{4}$/);
  await issued.fill('31.02.2026');
  await expect(page.getByText('“31.02.2026” is not a date. Type it as 02.06.2026.').first()).toBeVisible();
  await issued.fill('2.6.2026');
  await issued.press('Tab');
  await expect(printed(page, 'issued')).toHaveText('2026-06-02');
  await page.getByRole('button', { name: 'Pick a day for Date of issue' }).click();
  await page.getByRole('button', { name: /15 June 2026/ }).click();
  await expect(printed(page, 'issued')).toHaveText('2026-06-15');
});

test('what is asked on several drawings is answered side by side, and those that lack nothing are finished together', async ({
  page,
}) => {
  await makeDrawing(page, 'Drum barrel');
  await page.getByRole('radio', { name: 'Revisions' }).click();
  await page.getByRole('button', { name: 'Add revision A…' }).click();
  await page.getByLabel('Change', { exact: true }).fill('First issue');
  await page.getByRole('button', { name: 'Add A', exact: true }).click();
  await expect(page.getByRole('list', { name: 'Revisions of this drawing' }).getByRole('listitem')).toHaveCount(1);
  await makeDrawing(page, 'Pawl');
  await page.goto('/drawings');
  await page.getByRole('button', { name: 'Review…' }).click();
  const review = page.getByRole('dialog', { name: 'Review before finishing' });
  const row = (title: string) => review.getByRole('row', { name: new RegExp(title) });
  await expect(row('DRUM BARREL')).toContainText('Approved by must be answered.');
  const signed = (name: string) => row('DRUM BARREL').getByRole('group', { name, exact: true });
  const onPaper = async (name: string, who: string) => {
    await signed(name).getByRole('button', { name: 'Record a paper signature…' }).click();
    const paper = page.getByRole('dialog', { name: `Record a paper signature: ${name}` });
    await paper.getByLabel('Signed by').fill(who);
    await paper.getByRole('button', { name: 'Record', exact: true }).click();
  };
  // The answer is still on its way when somebody is to sign.
  let arrive = (): void => undefined;
  const arrived = new Promise<void>((done) => (arrive = done));
  await page.route(/\/api\/drawings\/[^/]+$/, async (route) => {
    if (route.request().method() === 'PUT') await arrived;
    await route.continue();
  });
  await row('DRUM BARREL').locator('input[data-asked=created-by]').fill('Ines Sundqvist');
  await page.keyboard.press('Tab');
  await onPaper('Checked by', 'ines sundqvist');
  arrive();
  await expect(page.getByText('Ines Sundqvist created this drawing, so somebody else checks it.')).toBeVisible();
  const paper = page.getByRole('dialog', { name: 'Record a paper signature: Checked by' });
  await paper.getByLabel('Signed by').fill('Marlo Aketch');
  await paper.getByLabel('Signed on').fill('2026-03-02');
  await paper.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(signed('Checked by')).toContainText('Marlo Aketch, signed on paper 2026-03-02, recorded by Ruth Calder');
  await signed('Approved by').getByRole('button', { name: 'Sign', exact: true }).click();
  await expect(signed('Approved by')).toContainText('You made this drawing, so somebody else approves it.');
  await onPaper('Approved by', 'Orsolya Brandt');
  await expect(signed('Approved by')).toContainText('Orsolya Brandt, signed on paper');
  await expect(row('DRUM BARREL')).not.toContainText('Approved by must be answered.');
  await expect(row('DRUM BARREL')).toContainText('nothing');
  await review.getByRole('button', { name: 'Finish 1 complete drawing', exact: true }).click();
  await expect(row('DRUM BARREL')).toContainText('finished');
});

test('another program gets a token, has a sheet filled, and gets nothing once its token is taken back', async ({
  page,
  playwright,
  baseURL,
}) => {
  await page.goto('/office');
  await page.getByRole('button', { name: 'Other programs' }).click();
  await page.getByRole('textbox', { name: 'Name of the program' }).fill('Drawing office');
  await page.getByRole('button', { name: 'Make a token' }).click();
  const token = await page.getByRole('textbox', { name: 'Token of Drawing office' }).inputValue();
  const program = await playwright.request.newContext({
    baseURL: baseURL!,
    extraHTTPHeaders: { authorization: `Bearer ${token}` },
  });
  const sheet = await program.post('/api/v1/formats/workshop-sheets/sheet', {
    data: { size: 'A4', values: { Title: 'Mooring ring' } },
  });
  expect(sheet.status()).toBe(200);
  expect((await sheet.body()).subarray(0, 5).toString()).toBe('%PDF-');
  const png = await program.post('/api/v1/formats/workshop-sheets/sheet', { data: { size: 'A4', as: 'png 150' } });
  expect((await png.body()).subarray(1, 4).toString()).toBe('PNG');
  await page.getByRole('button', { name: 'Done' }).click();
  await page.reload();
  await page.getByRole('button', { name: 'Other programs' }).click();
  await expect(page.getByText(/asked last on/)).toBeVisible();
  await page.getByRole('button', { name: 'Take Drawing office’s token back' }).click();
  await expect(page.getByText('No program may ask yet.')).toBeVisible();
  expect((await program.get('/api/v1/formats')).status()).toBe(401);
  await program.dispose();
});
