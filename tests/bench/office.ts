/**
 * What the size of the office does to every screen: the demo office against one of 50,000 models with variants, 10,000 drawings and
 * 500 formats. Time until a screen can be used and the data it fetched, in Chromium on a production build; medians and their ratios.
 */
import { type Page, chromium } from '@playwright/test';
import { signInAs } from '../../scripts/application.mjs';
import { CHROMIUM } from '../../scripts/setup.mjs';
import { closeDatabase } from '../../src/server/database';
import { drawings } from '../../src/server/services/register';
import { format } from '../../src/server/services/formats';
import { enlarge } from './large-office';

const LARGE = { models: 50_000, drawings: 10_000, formats: 500 };
const ROUNDS = 5;
const SAVES = 15;

const address = process.argv[2]!;
const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox', '--disable-gpu'] });
const median = (values: number[]) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!;

interface Screen {
  name: string;
  path: string;
  /** Waits until it can be used. */
  ready: (page: Page) => Promise<void>;
}

const { id: drawing } = (await drawings({ wanted: 'all' })).entries[0]!;
const SCREENS: Screen[] = [
  {
    name: 'the board',
    path: '/formats/workshop-sheets',
    ready: (page) => page.locator('svg [data-source=title] text').first().waitFor({ state: 'attached' }),
  },
  {
    name: 'a drawing',
    path: `/drawings/${drawing}`,
    ready: (page) => page.locator('svg text', { hasText: /^KD-/ }).first().waitFor({ state: 'attached' }),
  },
  { name: 'the shelf', path: '/formats', ready: (page) => page.getByRole('article').first().waitFor() },
  { name: 'the register', path: '/drawings', ready: (page) => page.getByRole('row').nth(1).waitFor() },
  {
    name: 'register, filtered',
    path: '/api/drawings?wanted=older%20edition&format=workshop-sheets&order=title&direction=up',
    ready: (page) => page.locator('pre').waitFor(),
  },
  {
    name: 'register, by size',
    path: '/api/drawings?order=size&direction=up',
    ready: (page) => page.locator('pre').waitFor(),
  },
  {
    name: 'register, search',
    path: '/api/drawings?search=1000',
    ready: (page) => page.locator('pre').waitFor(),
  },
  {
    name: 'models, search',
    path: '/api/specimens?search=pawl',
    ready: (page) => page.locator('pre').waitFor(),
  },
  { name: 'the dictionary', path: '/properties', ready: (page) => page.getByRole('row').nth(1).waitFor() },
  {
    name: 'the specimens',
    path: '/specimens/pawl',
    ready: (page) => page.getByRole('textbox', { name: 'Title of Pawl' }).waitFor(),
  },
];

async function opened({ path, ready }: Screen): Promise<{ ms: number; bytes: number }> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await signInAs('administrator', context, address);
  const page = await context.newPage();
  const answers: Promise<number>[] = [];
  page.on('response', (response) => {
    const { pathname } = new URL(response.url());
    // Fonts travel by address, once.
    if (!pathname.startsWith('/api/') || pathname.startsWith('/api/fonts')) return;
    answers.push(
      response.body().then(
        (body) => body.byteLength,
        () => 0,
      ),
    );
  });
  const start = performance.now();
  await page.goto(address + path);
  await ready(page);
  const ms = performance.now() - start;
  await page.waitForLoadState('networkidle');
  const document = (await (await context.request.get(address + path)).body()).byteLength;
  const bytes = document + (await Promise.all(answers)).reduce((sum, size) => sum + size, 0);
  await context.close();
  return { ms, bytes };
}

/** One answer of a drawing saved, and one edit of the board's format, as the screens send them. @returns medians in ms */
async function saves(): Promise<{ answer: number; edit: number }> {
  const context = await browser.newContext();
  await signInAs('administrator', context, address);
  const { request } = context;
  const [answer, edit]: [number[], number[]] = [[], []];
  let { version } = (await (await request.get(`${address}/api/drawings/${drawing}`)).json()).drawing as {
    version: number;
  };
  const { edition } = await format('workshop-sheets');
  let made = edition.version;
  for (let i = 0; i < SAVES; i++) {
    let start = performance.now();
    const { drawing: open } = (await (await request.get(`${address}/api/drawings/${drawing}`)).json()) as {
      drawing: { answers: object };
    };
    start = performance.now();
    const saved = await request.put(`${address}/api/drawings/${drawing}`, {
      data: { version, answers: { ...open.answers, 'created-by': `Drafter ${i}` } },
    });
    answer.push(performance.now() - start);
    version = ((await saved.json()) as { version: number }).version;
    const document = { ...edition.document, margins: { ...edition.document.margins, top: 10 + (i % 2) / 10 } };
    start = performance.now();
    const kept = await request.put(`${address}/api/editions/${edition.id}`, {
      data: { version: made, document, sitting: 'bench'.padEnd(36, '-'), words: [`Top margin ${i}`] },
    });
    edit.push(performance.now() - start);
    made = ((await kept.json()) as { version: number }).version;
  }
  return { answer: median(answer), edit: median(edit) };
}

async function measure(): Promise<Map<string, { ms: number; bytes?: number }>> {
  const figures = new Map<string, { ms: number; bytes?: number }>();
  for (const screen of SCREENS) {
    const rounds = [];
    // The first one warms the server up.
    for (let i = 0; i <= ROUNDS; i++) rounds.push(await opened(screen));
    const { bytes } = rounds.at(-1)!;
    figures.set(screen.name, { ms: median(rounds.slice(1).map(({ ms }) => ms)), bytes });
  }
  const { answer, edit } = await saves();
  figures.set('an answer saved', { ms: answer });
  figures.set('an edit saved', { ms: edit });
  return figures;
}

const small = await measure();
const seconds = await enlarge(LARGE);
const large = await measure();

console.log(
  `\nThe office’s size: ${LARGE.models} models (imported in ${seconds.toFixed(0)} s), ${LARGE.drawings} drawings, ${LARGE.formats} formats, against the demo office`,
);
console.log(
  `${''.padEnd(18)}${['small', 'large', 'ratio', 'data'].map((head) => head.padStart(12)).join('')}   target`,
);
for (const [name, { ms, bytes }] of large) {
  const before = small.get(name)!.ms;
  const cells = [`${before.toFixed(0)} ms`, `${ms.toFixed(0)} ms`, `${(ms / before).toFixed(2)} ×`];
  const data = bytes === undefined ? '' : `${Math.round(bytes / 1000)} kB`;
  console.log(
    `${name.padEnd(18)}${[...cells, data].map((cell) => cell.padStart(12)).join('')}   ≤ 1.3 ×${bytes === undefined ? '' : ', ≤ 300 kB'}`,
  );
}
await browser.close();
await closeDatabase();
