import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { Board, expect, makeDrawing, test } from './fixtures';

const WIDE = { width: 1280, height: 800 };

/** Windows that people work in; the last is the second at 150 %. */
const WINDOWS = [{ width: 1920, height: 1080 }, WIDE, { width: 1024, height: 700 }, { width: 853, height: 533 }];

type Open = (page: Page) => Promise<unknown>;

/**
 * Every screen and what opens from it, one after the other on one page: what each is called, how one comes to it from the one before (the
 * first from nowhere), and what on it is to be there before it is looked at.
 */
const SCREENS: Record<string, Record<string, Open>> = {
  shelf: {
    shelf: async (page) => {
      await page.goto('/formats');
      await page
        .getByRole('link', { name: /Workshop sheets/ })
        .first()
        .waitFor();
    },
    'default formats': async (page) => {
      await page.getByRole('button', { name: 'Defaults…' }).click();
      await page.getByRole('dialog').getByText('Workshop sheets').first().waitFor();
    },
  },
  office: {
    office: async (page) => {
      await page.goto('/office');
      await page.getByRole('img', { name: 'Sheet', exact: true }).waitFor();
    },
    accounts: async (page) => {
      await page.getByRole('button', { name: 'Accounts and roles' }).click();
      await page.getByRole('row', { name: /teodor/ }).waitFor();
    },
    packages: async (page) => {
      await page.getByRole('button', { name: 'Packages' }).click();
      await page.getByRole('checkbox', { name: 'Workshop sheets' }).waitFor({ state: 'attached' });
    },
    'other programs': async (page) => {
      await page.getByRole('button', { name: 'Other programs' }).click();
      await page.getByRole('textbox', { name: 'Name of the program' }).fill('Drawing office');
      await page.getByRole('button', { name: 'Make a token' }).click();
      await page.getByRole('textbox', { name: 'Token of Drawing office' }).waitFor();
    },
  },
  'a drawing that is read in': {
    'a drawing that is read in': async (page) => {
      await page.goto('/formats/read');
      await page.getByLabel('Drawing file').setInputFiles('tests/browser/foreign-sheet.svg');
      await page.getByRole('heading', { name: 'What is left over' }).waitFor();
    },
  },
  editions: {
    history: async (page) => {
      await page.goto('/formats/workshop-sheets/history');
      await page.getByRole('listitem', { name: 'Edition 1' }).waitFor();
    },
    release: async (page) => {
      await page.goto('/formats/workshop-sheets/release');
      await page.getByRole('heading', { name: 'Release edition 3' }).waitFor();
    },
    compare: async (page) => {
      await page.goto('/formats/compare?a=workshop-sheets&b=sketch-sheet');
      await page
        .getByRole('button', { name: /^Block Title block/ })
        .first()
        .waitFor();
    },
  },
  starters: {
    starters: async (page) => {
      await page.goto('/starters');
      await page.getByRole('region', { name: 'Workshop drawings' }).getByText('Recovery winch: 8 sheets').waitFor();
    },
    starter: async (page) => {
      await page.getByRole('link', { name: 'Workshop drawings' }).click();
      await page.getByRole('region', { name: 'Tried on' }).getByText('8 sheets').waitFor();
    },
  },
  'a drawing': {
    'a drawing': (page) => makeDrawing(page, 'Pawl'),
    'views of a drawing': async (page) => {
      await page.getByRole('radio', { name: 'Views' }).click({ force: true });
      await page.getByRole('button', { name: 'Add a view' }).waitFor();
    },
  },
  drawings: {
    drawings: async (page) => {
      await makeDrawing(page, 'Pawl');
      await page.goto('/drawings');
      await page.getByRole('button', { name: 'Make drawing…' }).waitFor();
    },
    'a review of drawings': async (page) => {
      await page.getByRole('button', { name: 'Review…' }).click();
      await page.getByRole('dialog').getByRole('row', { name: /PAWL/ }).waitFor();
    },
    'making a drawing': async (page) => {
      await page.keyboard.press('Escape');
      await page.getByRole('dialog').waitFor({ state: 'hidden' });
      await page.getByRole('button', { name: 'Make drawing…' }).click();
      await page.getByRole('group', { name: 'Sheets of the drawing' }).or(page.getByText('1 sheet')).first().waitFor();
    },
    'making a drawing on a format alone': async (page) => {
      await page.getByRole('radio', { name: 'a format alone' }).click({ force: true });
      await page.getByRole('group', { name: 'Formats' }).getByRole('button').first().waitFor();
    },
  },
  board: {
    board: (page) => new Board(page).open(),
    'board, the list of keys': async (page) => {
      await page.keyboard.press('?');
      await page.getByRole('dialog').waitFor();
    },
    'board, a cell': async (page) => {
      await page.goto('/formats/workshop-sheets?size=iso-a3-landscape&show=longest&block=title-block&cell=material');
      await page.getByRole('region', { name: 'Details' }).getByLabel('Caption').first().waitFor();
    },
  },
  proofs: {
    proofs: async (page) => {
      await page.goto('/formats/workshop-sheets/proofs');
      await page.getByRole('button', { name: /^Open proof A3 Longest/ }).waitFor();
    },
    'a proof': async (page) => {
      await page.getByRole('button', { name: /^Open proof A3 Longest/ }).click();
      await page.getByRole('link', { name: 'Show on the sheet' }).first().waitFor();
    },
  },
  properties: {
    properties: async (page) => {
      await page.goto('/properties');
      await page.getByRole('cell', { name: 'Material', exact: true }).waitFor();
    },
    'a property': async (page) => {
      await page.getByRole('cell', { name: 'Material', exact: true }).click();
      await page.getByRole('dialog').waitFor();
    },
  },
  specimens: {
    specimens: async (page) => {
      await page.goto('/specimens');
      // Without one in its address, the page leads on to the first.
      await page.waitForURL(/\/specimens\/./);
      await page.getByLabel('Find a specimen').waitFor();
    },
  },
  profiles: {
    profiles: async (page) => {
      await page.goto('/profiles');
      await page.getByRole('img', { name: 'Specimen drawing' }).locator('text').first().waitFor();
    },
    'rule books': async (page) => {
      await page.goto('/profiles/rules');
      await page.getByRole('button', { name: 'Count again' }).waitFor();
      await page.getByRole('img', { name: /^Findings:/ }).waitFor();
      await page.locator('[data-check="under the least height"]').click();
    },
  },
  'signing in': {
    'signing in': async (page) => {
      await page.context().clearCookies();
      await page.goto('/sign-in');
      await page.getByRole('region', { name: 'Accounts of the demo' }).waitFor();
    },
  },
};

/** Pages have no frames, for which axe would load itself into a page of its own. What it finds that is serious, each with the first of its places. */
async function serious(page: Page, rules: { only?: string; without?: string } = {}): Promise<string[]> {
  const axe = new AxeBuilder({ page }).setLegacyMode(true).options({
    resultTypes: ['violations'],
    ...(rules.only && { runOnly: { type: 'rule', values: [rules.only] } }),
    ...(rules.without && { rules: { [rules.without]: { enabled: false } } }),
  });
  const { violations } = await axe.analyze();
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes[0]!.html.slice(0, 160)} ${nodes[0]!.failureSummary?.split('\n')[1] ?? ''}`);
}

/** Controls that the window or a pane cuts off and that no scrolling brings into view. */
const unreachable = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const controls = document.querySelectorAll<HTMLElement>('button, a[href], input:not([hidden]), select, textarea');
    /** Whether a control lies whole in a frame along an axis, or scrolling inside the frame brings it there. */
    const isCut = (control: HTMLElement) => {
      // What the map of the sheet carries goes with it; what is unseen is another control's.
      if (!control.checkVisibility() || control.closest('[data-testid=track-numbers]')) return false;
      const rect = control.getBoundingClientRect();
      if (rect.width < 2 || rect.height < 2) return false;
      const outside = (frame: { left: number; right: number; top: number; bottom: number }, axis: 'x' | 'y') =>
        axis === 'x'
          ? rect.left < frame.left - 2 || rect.right > frame.right + 2
          : rect.top < frame.top - 2 || rect.bottom > frame.bottom + 2;
      return (['x', 'y'] as const).some((axis) => {
        for (let around = control.parentElement; around; around = around.parentElement) {
          const overflow = getComputedStyle(around)[axis === 'x' ? 'overflowX' : 'overflowY'];
          if (overflow === 'auto' || overflow === 'scroll') return false;
          if ((overflow === 'hidden' || overflow === 'clip') && outside(around.getBoundingClientRect(), axis))
            return true;
        }
        return outside({ left: 0, right: innerWidth, top: 0, bottom: innerHeight }, axis);
      });
    };
    return [...controls].filter(isCut).map((control) => control.outerHTML.slice(0, 160));
  });

/** Changes the scheme as a page does when another one of the same browser was changed. */
async function change(page: Page, scheme: 'dark' | 'light') {
  await page.evaluate((newValue) => dispatchEvent(new StorageEvent('storage', { key: 'theme', newValue })), scheme);
  await expect(page.locator('html')).toHaveClass(new RegExp(scheme));
}

const CONTRAST = 'color-contrast';

/** Looks at what is on the page in every window and in both schemes, and leaves it as it was. */
async function look(page: Page) {
  for (const window of WINDOWS) {
    await page.setViewportSize(window);
    // The sheet fits itself into the window it is given.
    await expect.poll(() => unreachable(page), `cut off at ${window.width}`).toEqual([]);
    // What is shown and how it is named changes with the narrowest only; colours do with the scheme only.
    if (window === WIDE) expect(await serious(page), 'axe').toEqual([]);
    if (window === WINDOWS.at(-1))
      expect(await serious(page, { without: CONTRAST }), `axe at ${window.width}`).toEqual([]);
  }
  await change(page, 'dark');
  await page.setViewportSize(WIDE);
  expect(await serious(page, { only: CONTRAST }), 'axe in the dark').toEqual([]);
  await change(page, 'light');
}

for (const [name, screens] of Object.entries(SCREENS))
  test(`${name}: reachable and readable in every window, in both schemes`, async ({ page }) => {
    await page.setViewportSize(WIDE);
    for (const [screen, open] of Object.entries(screens))
      await test.step(screen, async () => {
        await open(page);
        await look(page);
      });
  });
