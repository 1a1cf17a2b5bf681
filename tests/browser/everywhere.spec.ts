import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { Board, expect, makeDrawing, test } from './fixtures';

const WIDE = { width: 1280, height: 800 };

/** Windows that people work in; the last is the second at 150 %. */
const WINDOWS = [{ width: 1920, height: 1080 }, WIDE, { width: 1024, height: 700 }, { width: 853, height: 533 }];

/** Every screen, and what on it is to be there before it is looked at. */
const SCREENS: { name: string; open: (page: Page) => Promise<unknown> }[] = [
  {
    name: 'shelf',
    open: async (page) => {
      await page.goto('/formats');
      await page
        .getByRole('link', { name: /Workshop sheets/ })
        .first()
        .waitFor();
    },
  },
  {
    name: 'default formats',
    open: async (page) => {
      await page.goto('/formats');
      await page.getByRole('button', { name: 'Defaults…' }).click();
      await page.getByRole('dialog').getByText('Workshop sheets').first().waitFor();
    },
  },
  {
    name: 'other programs',
    open: async (page) => {
      await page.goto('/office');
      await page.getByRole('button', { name: 'Other programs' }).click();
      await page.getByRole('textbox', { name: 'Name of the program' }).fill('Drawing office');
      await page.getByRole('button', { name: 'Make a token' }).click();
      await page.getByRole('textbox', { name: 'Token of Drawing office' }).waitFor();
    },
  },
  {
    name: 'packages',
    open: async (page) => {
      await page.goto('/office');
      await page.getByRole('button', { name: 'Packages' }).click();
      await page.getByRole('checkbox', { name: 'Workshop sheets' }).waitFor({ state: 'attached' });
    },
  },
  {
    name: 'a drawing that is read in',
    open: async (page) => {
      await page.goto('/formats/read');
      await page.getByLabel('Drawing file').setInputFiles('tests/browser/foreign-sheet.svg');
      await page.getByRole('heading', { name: 'What is left over' }).waitFor();
    },
  },
  {
    name: 'history',
    open: async (page) => {
      await page.goto('/formats/workshop-sheets/history');
      await page.getByRole('listitem', { name: 'Edition 1' }).waitFor();
    },
  },
  {
    name: 'release',
    open: async (page) => {
      await page.goto('/formats/workshop-sheets/release');
      await page.getByRole('heading', { name: 'Release edition 3' }).waitFor();
    },
  },
  {
    name: 'compare',
    open: async (page) => {
      await page.goto('/formats/compare?a=workshop-sheets&b=sketch-sheet');
      await page
        .getByRole('button', { name: /^Block Title block/ })
        .first()
        .waitFor();
    },
  },
  {
    name: 'starters',
    open: async (page) => {
      await page.goto('/starters');
      await page.getByRole('region', { name: 'Workshop drawings' }).getByText('Recovery winch: 8 sheets').waitFor();
    },
  },
  {
    name: 'starter',
    open: async (page) => {
      await page.goto('/starters');
      await page.getByRole('link', { name: 'Workshop drawings' }).click();
      await page.getByRole('region', { name: 'Tried on' }).getByText('8 sheets').waitFor();
    },
  },
  {
    name: 'views of a drawing',
    open: async (page) => {
      await makeDrawing(page, 'Pawl');
      await page.getByRole('radio', { name: 'Views' }).click({ force: true });
      await page.getByRole('button', { name: 'Add a view' }).waitFor();
    },
  },
  {
    name: 'making a drawing',
    open: async (page) => {
      await page.goto('/drawings');
      await page.getByRole('button', { name: 'Make drawing…' }).click();
      await page.getByRole('group', { name: 'Sheets of the drawing' }).or(page.getByText('1 sheet')).first().waitFor();
    },
  },
  {
    name: 'making a drawing on a format alone',
    open: async (page) => {
      await page.goto('/drawings');
      await page.getByRole('button', { name: 'Make drawing…' }).click();
      await page.getByRole('radio', { name: 'a format alone' }).click({ force: true });
      await page.getByRole('group', { name: 'Formats' }).getByRole('button').first().waitFor();
    },
  },
  { name: 'board', open: (page) => new Board(page).open() },
  {
    name: 'board, a cell',
    open: async (page) => {
      await page.goto('/formats/workshop-sheets?size=iso-a3-landscape&show=longest&block=title-block&cell=material');
      await page.getByRole('region', { name: 'Details' }).getByLabel('Caption').first().waitFor();
    },
  },
  {
    name: 'board, the list of keys',
    open: async (page) => {
      await new Board(page).open();
      await page.keyboard.press('?');
      await page.getByRole('dialog').waitFor();
    },
  },
  {
    name: 'proofs',
    open: async (page) => {
      await page.goto('/formats/workshop-sheets/proofs');
      await page.getByRole('button', { name: /^Open proof A3 Longest/ }).waitFor();
    },
  },
  {
    name: 'a proof',
    open: async (page) => {
      await page.goto('/formats/workshop-sheets/proofs');
      await page.getByRole('button', { name: /^Open proof A3 Longest/ }).click();
      await page.getByRole('link', { name: 'Show on the sheet' }).first().waitFor();
    },
  },
  {
    name: 'properties',
    open: async (page) => {
      await page.goto('/properties');
      await page.getByRole('cell', { name: 'Material', exact: true }).waitFor();
    },
  },
  {
    name: 'a property',
    open: async (page) => {
      await page.goto('/properties');
      await page.getByRole('cell', { name: 'Material', exact: true }).click();
      await page.getByRole('dialog').waitFor();
    },
  },
  {
    name: 'specimens',
    open: async (page) => {
      await page.goto('/specimens');
      await page.getByLabel('Find a specimen').waitFor();
      // A page that leads on to another one is named once that is there.
      await expect(page).toHaveTitle(/./);
    },
  },
  {
    name: 'drawings',
    open: async (page) => {
      await page.goto('/drawings');
      await page.getByRole('button', { name: 'Make drawing…' }).waitFor();
    },
  },
  { name: 'a drawing', open: (page) => makeDrawing(page, 'Pawl') },
  {
    name: 'signing in',
    open: async (page) => {
      await page.context().clearCookies();
      await page.goto('/sign-in');
      await page.getByRole('region', { name: 'Accounts of the demo' }).waitFor();
    },
  },
  {
    name: 'accounts',
    open: async (page) => {
      await page.goto('/office');
      await page.getByRole('button', { name: 'Accounts and roles' }).click();
      await page.getByRole('row', { name: /teodor/ }).waitFor();
    },
  },
  {
    name: 'a review of drawings',
    open: async (page) => {
      await makeDrawing(page, 'Pawl');
      await page.goto('/drawings');
      await page.getByRole('button', { name: 'Review…' }).click();
      await page.getByRole('dialog').getByRole('row', { name: /PAWL/ }).waitFor();
    },
  },
  {
    name: 'profiles',
    open: async (page) => {
      await page.goto('/profiles');
      await page.getByRole('img', { name: 'Specimen drawing' }).locator('text').first().waitFor();
    },
  },
  {
    name: 'rule books',
    open: async (page) => {
      await page.goto('/profiles/rules');
      await page.getByRole('button', { name: 'Count again' }).waitFor();
      await page.getByRole('img', { name: /^Findings:/ }).waitFor();
      await page.locator('[data-check="under the least height"]').click();
    },
  },
  {
    name: 'office',
    open: async (page) => {
      await page.goto('/office');
      await page.getByRole('img', { name: 'Sheet', exact: true }).waitFor();
    },
  },
];

/** Pages have no frames, for which axe would load itself into a page of its own. What it finds that is serious, each with the first of its places. */
async function serious(page: Page, rules?: string[]): Promise<string[]> {
  const axe = new AxeBuilder({ page }).setLegacyMode(true).options({
    resultTypes: ['violations'],
    ...(rules && { runOnly: { type: 'rule', values: rules } }),
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

/** Changes to the dark scheme as a page does when another one of the same browser was changed. */
async function darken(page: Page) {
  await page.evaluate(() => dispatchEvent(new StorageEvent('storage', { key: 'theme', newValue: 'dark' })));
  await expect(page.locator('html')).toHaveClass(/dark/);
}

for (const { name, open } of SCREENS)
  test(`${name}: reachable and readable in every window, in both schemes`, async ({ page }) => {
    await page.setViewportSize(WIDE);
    await open(page);
    for (const window of WINDOWS) {
      await page.setViewportSize(window);
      // The sheet fits itself into the window it is given.
      await expect.poll(() => unreachable(page), `cut off at ${window.width}`).toEqual([]);
      // What is shown and how it is named changes with the narrowest only; colours do with the scheme only.
      if (window.width === WIDE.width || window === WINDOWS.at(-1))
        expect(await serious(page), `axe at ${window.width}`).toEqual([]);
    }
    await darken(page);
    await page.setViewportSize(WIDE);
    expect(await serious(page, ['color-contrast']), 'axe in the dark').toEqual([]);
  });
