/** `npm run shots`: refreshes docs/screenshots from the demo data, on a database and port of its own. */
import { chromium } from '@playwright/test';
import { ensureBuild, runScript, signInAs, startApplication, startWorker } from './application.mjs';
import { freePort, startMariadb } from './mariadb.mjs';
import { CHROMIUM, DEBIAN, ensureDebian, ensurePackages, say } from './setup.mjs';
import { rmSync } from 'node:fs';

const FOLDER = '.data/shots';

/** Fills the board from a model, found as one would. */
async function fillFrom(page, model) {
  const list = page.getByRole('combobox', { name: 'Filled from' });
  await list.click();
  await list.fill(model);
  await page.getByRole('option', { name: model, exact: true }).click();
}

/** Each view: its file, its address, and what is done before the picture is taken. */
const VIEWS = [
  { file: 'formats', path: '/formats', until: (page) => drawn(page, 3) },
  {
    file: 'board-values',
    path: '/formats/workshop-sheets',
    until: async (page) => {
      await fillFrom(page, 'Drum barrel · 316L');
      await page
        .getByRole('treeitem', { name: /Material/ })
        .first()
        .click();
      await page.getByRole('textbox', { name: 'Content' }).waitFor();
      await drawn(page, 15);
    },
  },
  {
    file: 'reading',
    path: '/formats/read',
    until: async (page) => {
      await page.getByLabel('Drawing file').setInputFiles('demo/reading/float-sheet.dxf');
      await page.getByRole('button', { name: /RELEASE CLASS/ }).click();
      await page.getByText(/found by its tag/).waitFor();
      await page.waitForTimeout(400);
    },
  },
  { file: 'proofs', path: '/formats/workshop-sheets/proofs', until: (page) => drawn(page, 60) },
  {
    file: 'proof',
    path: '/formats/workshop-sheets/proofs',
    until: async (page) => {
      await page.getByRole('button', { name: 'Open proof A3 Drum barrel · 316L' }).click();
      await page.getByRole('row', { name: /^Material/ }).hover();
    },
  },
  {
    file: 'rules',
    path: '/profiles/rules',
    until: async (page) => {
      await page.getByRole('button', { name: 'Count again' }).waitFor();
      await page.locator('[data-check="text squeezed"]').click();
      await page.getByRole('img', { name: /^The worst:/ }).waitFor();
    },
  },
  {
    file: 'profiles',
    path: '/profiles',
    until: async (page) => {
      await page.getByRole('img', { name: 'Specimen drawing' }).locator('text').first().waitFor();
      await page.getByRole('button', { name: 'Dimension lines', exact: true }).click();
      await page.getByLabel('Beyond the dimension line', { exact: true }).focus();
      await page.getByTestId('marked').waitFor();
    },
  },
  {
    file: 'drawings',
    path: '/drawings',
    until: (page) => page.getByRole('link', { name: 'KD-00003' }).waitFor(),
  },
  {
    file: 'drawing',
    path: '/drawings',
    until: async (page) => {
      await page.getByRole('link', { name: 'KD-00002' }).click();
      await page.locator('svg [data-source=number] text').last().waitFor();
      await page.locator('input[data-asked=document-type]').focus();
    },
  },
  {
    file: 'moving',
    path: '/drawings',
    until: async (page) => {
      await page.getByRole('link', { name: 'KD-00002' }).click();
      await page.getByRole('radio', { name: 'Sheets' }).click();
      const model = page.getByRole('combobox', { name: 'Model of the whole drawing' });
      await model.click();
      await model.fill('Pawl');
      await page.getByRole('option', { name: 'Pawl', exact: true }).click();
      await page.getByRole('button', { name: /Title prints/ }).click();
      await page.getByTestId('place').first().waitFor();
    },
  },
  {
    file: 'release',
    path: '/formats/workshop-sheets/release',
    until: async (page) => {
      await page.getByRole('heading', { name: 'Release edition 3' }).waitFor();
      await drawn(page, 20);
    },
  },
  {
    file: 'compare',
    path: '/formats/workshop-sheets/history',
    until: async (page) => {
      await page
        .getByRole('listitem', { name: 'Edition 3' })
        .getByRole('link', { name: 'Compare with edition 2' })
        .click();
      await page.getByRole('button', { name: /^Parts list/ }).click();
      await page.getByTestId('place').waitFor();
    },
  },
  {
    file: 'starter',
    path: '/starters',
    until: async (page) => {
      await page.getByRole('link', { name: 'Workshop drawings' }).click();
      await page.getByRole('region', { name: 'Tried on' }).getByText('8 sheets').waitFor();
      await projected(page);
      await page.getByRole('button', { name: 'Drum barrel', exact: true }).click();
    },
  },
  {
    file: 'views',
    path: '/drawings',
    until: async (page) => {
      await page.getByRole('button', { name: 'Make drawing…' }).click();
      const model = page.getByRole('combobox', { name: 'Model' });
      await model.click();
      await model.fill('Drum assembly');
      await page
        .getByRole('option', { name: /^Drum assembly/ })
        .first()
        .click();
      await page.getByRole('group', { name: 'Sheets of the drawing' }).waitFor();
      await page.getByRole('dialog').getByRole('button', { name: 'Make drawing' }).click();
      await page.getByRole('radio', { name: 'Views' }).click({ force: true });
      await page.getByRole('combobox', { name: 'Scale', exact: true }).first().selectOption('fit');
      for (const added of ['Section, seen from the left', 'Pulled apart, isometric']) {
        await page.getByRole('button', { name: 'Add a view' }).click();
        await page.getByRole('menuitem', { name: added, exact: true }).click();
      }
      await page.getByRole('textbox', { name: 'Pawl wheel' }).waitFor({ timeout: 300_000 });
      await projected(page);
    },
  },
  {
    file: 'accounts',
    path: '/office',
    until: async (page) => {
      await page.getByRole('button', { name: 'Accounts and roles' }).click();
      await page.getByRole('row', { name: /teodor/ }).waitFor();
    },
  },
  { file: 'properties', path: '/properties', until: (page) => page.getByRole('row', { name: /^Line pull/ }).waitFor() },
  { file: 'specimen', path: '/specimens/recovery-winch', until: (page) => drawn(page, 6) },
  {
    file: 'repairs',
    path: '/formats/workshop-sheets',
    until: async (page) => {
      await page.getByRole('radio', { name: 'Longest' }).click();
      await page.getByRole('button', { name: /^Show the findings/ }).click();
      await page.getByRole('button', { name: 'Other ways…' }).first().click();
      await page.getByRole('button', { name: 'Write Created by as initial and surname' }).hover();
      await page.getByRole('status').filter({ hasText: 'Shown as it would be' }).waitFor();
      await drawn(page, 15);
    },
  },
  {
    file: 'office',
    path: '/office',
    until: async (page) => {
      await page.getByRole('textbox', { name: 'Address' }).click();
      await page.getByTestId('pointed-at').first().waitFor();
    },
  },
];

/** Waits until every view of the screen is projected. */
async function projected(page) {
  await page.locator('svg polyline').first().waitFor({ timeout: 240_000 });
  await page.getByText(/projected…/).waitFor({ state: 'hidden', timeout: 240_000 });
}

async function drawn(page, count) {
  await page.waitForFunction((wanted) => document.querySelectorAll('canvas[data-drawn=yes]').length >= wanted, count);
}

ensureDebian(DEBIAN.database, DEBIAN.browser);
ensurePackages();
rmSync(FOLDER, { recursive: true, force: true });
const database = await startMariadb(FOLDER, { port: 33261, databases: ['zonograph'] });
const url = database.url('zonograph');
if (
  !runScript('scripts/prepare-database.ts', { ZONOGRAPH_DATABASE: url, ZONOGRAPH_DEMO: 'demo' }) ||
  !(await ensureBuild('.next-test'))
)
  process.exit(1);
const worker = startWorker({ buildFolder: '.next-test', database: url });
const application = await startApplication({
  port: await freePort(4380),
  buildFolder: '.next-test',
  database: url,
  demo: true,
  quiet: true,
});
// Those that are named, or all.
const named = process.argv.slice(2);
const wanted = VIEWS.filter(({ file }) => named.length === 0 || named.includes(file));
const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox', '--disable-gpu'] });
try {
  for (const { file, path, until } of wanted) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await signInAs('administrator', context, application.address);
    const page = await context.newPage();
    await page.goto(application.address + path);
    await until(page);
    await page.evaluate(async () => {
      await document.fonts.ready;
      await Promise.all(document.getAnimations().map((animation) => animation.finished));
    });
    await page.screenshot({ path: `docs/screenshots/${file}.png` });
    say(`docs/screenshots/${file}.png`);
    await context.close();
  }
} finally {
  await browser.close();
  await application.stop();
  await worker.stop();
  await database.stop();
}
