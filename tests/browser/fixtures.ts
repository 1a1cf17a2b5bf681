import { type Browser, type BrowserContext, type Locator, type Page, test as base, expect } from '@playwright/test';
import config from '../../playwright.config';
import { closeDatabase } from '../../src/server/database';
import { signInAs } from '../../scripts/application.mjs';
import { freshOffice } from '../fresh-office';
import { enterLine } from './surroundings';

enterLine(process.env.TEST_PARALLEL_INDEX);

/** What a test keeps on this machine beside cookies. */
const KEPT_HERE = 'local_storage,indexeddb';

/**
 * Every test begins with the freshly seeded demo office, signed in as its administrator or as whom it says, with nothing kept on this
 * machine, and fails on an error in the page. The browser and its first page stay the same, so that they read the application's code once.
 */
export const test = base.extend<
  { office: void; as: Parameters<typeof signInAs>[0] | 'nobody' },
  { browsing: BrowserContext; firstPage: { page: Page } }
>({
  /** Whom the tests of a file or of a part of it begin as. */
  as: ['administrator', { option: true }],
  // eslint-disable-next-line no-empty-pattern -- Playwright asks for the pattern
  baseURL: async ({}, use) => use(process.env.ZONOGRAPH_ADDRESS),
  office: [
    // eslint-disable-next-line no-empty-pattern -- Playwright asks for the pattern
    async ({}, use) => {
      await freshOffice({ projections: true });
      await use();
      await closeDatabase();
    },
    { auto: true },
  ],
  browsing: [
    async ({ browser }, use) => {
      const { viewport, acceptDownloads, contextOptions, actionTimeout } = config.use!;
      const browsing = await browser.newContext({
        ...contextOptions,
        viewport,
        acceptDownloads,
        baseURL: process.env.ZONOGRAPH_ADDRESS,
      });
      browsing.setDefaultTimeout(actionTimeout!);
      await use(browsing);
      await browsing.close();
    },
    { scope: 'worker' },
  ],
  firstPage: [async ({ browsing }, use) => use({ page: await browsing.newPage() }), { scope: 'worker' }],
  context: async ({ browsing, firstPage }, use) => {
    await use(browsing);
    await browsing.unrouteAll({ behavior: 'ignoreErrors' });
    await browsing.setOffline(false);
    for (const page of browsing.pages()) if (page !== firstPage.page) await page.close();
    await browsing.clearCookies();
  },
  // Requests are by whom the page is signed in as.
  request: async ({ context }, use) => use(context.request),
  page: async ({ context, as, firstPage }, use) => {
    if (firstPage.page.isClosed()) firstPage.page = await context.newPage();
    const { page } = firstPage;
    await page.setViewportSize(config.use!.viewport!);
    const session = await context.newCDPSession(page);
    const origin = process.env.ZONOGRAPH_ADDRESS!;
    await session.send('Storage.clearDataForOrigin', { origin, storageTypes: KEPT_HERE });
    await session.detach();
    if (as !== 'nobody') await signInAs(as, context, origin);
    const errors: string[] = [];
    page.on('pageerror', (error) => errors.push(error.message));
    await use(page);
    await page.unrouteAll({ behavior: 'ignoreErrors' });
    page.removeAllListeners();
    // What the page still wanted to ask or to save is over before the next office; one that hangs is left behind.
    await page.goto('about:blank').catch(() => page.close());
    expect(errors).toEqual([]);
  },
});
export { expect };

/** A page in a browser of its own, signed in as the demo's account of a role. */
export async function pageOf(browser: Browser, role: Parameters<typeof signInAs>[0]): Promise<Page> {
  const context = await browser.newContext({ baseURL: process.env.ZONOGRAPH_ADDRESS! });
  await signInAs(role, context, process.env.ZONOGRAPH_ADDRESS!);
  return context.newPage();
}

/** Chooses an entry of a list that is searched as one types. */
export async function choose(list: Locator, typed: string, entry = typed) {
  await list.click();
  await list.fill(typed);
  await list.page().getByRole('option', { name: entry, exact: true }).click();
}

/** Chooses the model of a drawing that is to be made; the choice counts once its field shows it. */
export async function chooseModel(page: Page, model: string) {
  const field = page.getByRole('combobox', { name: 'Model' });
  await choose(field, model);
  await expect(field).toHaveValue(model);
}

/** Makes a drawing of a model on the Workshop sheets by the dialog and waits until its sheet is there. */
export async function makeDrawingByHand(page: Page, model: string) {
  await page.goto('/drawings');
  await page.getByRole('button', { name: 'Make drawing…' }).click();
  await page.getByRole('radio', { name: 'a format alone' }).click({ force: true });
  await chooseModel(page, model);
  await page.getByRole('combobox', { name: 'Scale' }).selectOption('1:2');
  await page.getByRole('dialog').getByRole('button', { name: 'Make drawing' }).click();
  await page.waitForURL(/\/drawings\/./);
  await expect(page.locator('svg [data-source=number] text').last()).toHaveText(/^KD-\d{5}$/);
}

/** Makes a trial drawing of a model on the open edition of the Workshop sheets by the dialog and waits until its sheet is there. */
export async function tryDrawingByHand(page: Page, model: string) {
  await page.goto('/drawings');
  await page.getByRole('button', { name: 'Make drawing…' }).click();
  await page.getByRole('radio', { name: 'a format alone' }).click({ force: true });
  await chooseModel(page, model);
  await page.getByRole('radio', { name: 'an open one, to try it' }).click({ force: true });
  await page.getByRole('dialog').getByRole('button', { name: 'Make trial drawing' }).click();
  await page.waitForURL(/\/drawings\/./);
  await expect(page.locator('svg [data-source=trial]').first()).toBeAttached();
}

/** Asks for a drawing of a model's first variant on the Workshop sheets, as the dialog does, and opens it. */
async function askForDrawing(page: Page, model: string, more: object) {
  const address = process.env.ZONOGRAPH_ADDRESS!;
  const answer = await page.context().request.post(`${address}/api/drawings`, {
    data: {
      formatId: 'workshop-sheets',
      specimen: model.toLowerCase().replaceAll(' ', '-'),
      variant: 'galvanised',
      sizeId: 'iso-a3-landscape',
      ...more,
    },
  });
  expect(answer.status(), await answer.text()).toBe(200);
  await page.goto(`/drawings/${((await answer.json()) as { id: string }).id}`);
}

/** Makes a drawing of a model on the Workshop sheets, opens it and waits until its sheet is there. */
export async function makeDrawing(page: Page, model: string) {
  await askForDrawing(page, model, { scale: '1:2' });
  await expect(page.locator('svg [data-source=number] text').last()).toHaveText(/^KD-\d{5}$/);
}

/** Makes a trial drawing of a model on the open edition of the Workshop sheets, opens it and waits until its sheet is there. */
export async function tryDrawing(page: Page, model: string) {
  await askForDrawing(page, model, { trial: true });
  await expect(page.locator('svg [data-source=trial]').first()).toBeAttached();
}

/** The last text that a cell prints. */
export const printed = (page: Page, cell: string) => page.locator(`svg [data-source="${cell}"] text`).last();

/** The board with a format open and its first proofs made. */
export class Board {
  constructor(readonly page: Page) {}

  /** Opens a format; `shown` is something of it that tells that its sheet is there. */
  async open(format = 'workshop-sheets', shown = 'zones') {
    await this.page.goto(`/formats/${format}`);
    await this.ready(shown);
    return this;
  }

  async ready(shown = 'zones') {
    await expect(this.page.getByRole('tree', { name: 'On the sheet' })).toBeVisible();
    await expect(this.cell(shown).first()).toBeAttached();
  }

  /** Selects an entry of the outline by its name. */
  async select(name: string) {
    await this.page
      .getByRole('treeitem', { name: new RegExp(`(^| )${name}( \\d|$)`) })
      .first()
      .click();
  }

  /** What a source draws on the sheet on the desk. */
  cell(source: string) {
    return this.page.locator(`svg [data-source="${source}"]`);
  }

  /** The texts that a cell prints, captions included. */
  texts(source: string) {
    return this.cell(source).locator('text');
  }

  track(name: string) {
    return this.page.getByRole('textbox', { name });
  }

  content() {
    return this.page.getByRole('textbox', { name: 'Content' });
  }

  /** Links a property in the selected cell, from the keyboard. */
  async link(query: string) {
    await this.content().click();
    await this.page.keyboard.press('/');
    await this.page.getByRole('combobox', { name: 'Find a property' }).fill(query);
    await this.page.keyboard.press('Enter');
  }

  async show(words: 'Names' | 'Values' | 'Longest' | 'Blank') {
    await this.page.getByRole('radio', { name: words, exact: true }).click();
  }

  async size(name: string) {
    await this.page.getByRole('radiogroup', { name: 'Sheet size' }).getByRole('radio', { name, exact: true }).click();
  }

  async fillFrom(words: string) {
    await choose(this.page.getByRole('combobox', { name: 'Filled from' }), words);
  }

  saved() {
    return this.page.getByTestId('saved');
  }

  async expectSaved() {
    await expect(this.saved()).toHaveAttribute('data-state', 'saved');
  }

  /** Exports the sheet and gives the file's path. */
  async export(kind: 'PDF' | 'DXF' | 'SVG') {
    await this.page.getByRole('button', { name: 'Export' }).click();
    const download = this.page.waitForEvent('download');
    const words = { PDF: 'PDF, to print', DXF: 'DXF, to draw on', SVG: 'SVG, to show' }[kind];
    await this.page.getByRole('menuitem', { name: words }).click();
    const file = await download;
    return { name: file.suggestedFilename(), path: await file.path() };
  }
}

/** Where something is signed on a drawing, by what it is called. */
export const signature = (page: Page, name: string) => page.getByRole('group', { name, exact: true });

/** Signs a drawing that is open as whoever is signed in. */
export async function sign(page: Page, name: string) {
  await signature(page, name).getByRole('button', { name: 'Sign', exact: true }).click();
  await expect(signature(page, name)).toContainText(', signed ');
}

/** Records, as an administrator, who signed a drawing that is open on paper. */
export async function signOnPaper(page: Page, name: string, who: string) {
  await signature(page, name).getByRole('button', { name: 'Record a paper signature…' }).click();
  const dialog = page.getByRole('dialog', { name: `Record a paper signature: ${name}` });
  await dialog.getByLabel('Signed by').fill(who);
  await dialog.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(signature(page, name)).toContainText(`${who}, signed on paper`);
}
