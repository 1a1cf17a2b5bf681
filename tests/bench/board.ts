/** The figures of the board, measured in Chromium on a production build: the second half of `npm run bench`. */
import { readFileSync, readdirSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { type Page, chromium } from '@playwright/test';
import { signInAs } from '../../scripts/application.mjs';
import { CHROMIUM } from '../../scripts/setup.mjs';
import { largeFormat } from '../browser/large-format';

const address = process.argv[2]!;
const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox', '--disable-gpu'] });
const row = (what: string, figure: string, target: string) =>
  console.log(`${what.padEnd(58)} ${figure.padStart(34)}   target ${target}`);
const sorted = (values: number[]) => values.toSorted((a, b) => a - b);
const at = (values: number[], share: number) =>
  sorted(values)[Math.min(values.length - 1, Math.floor(values.length * share))]!;

interface TraceEvent {
  name: string;
  /** Time on the thread, µs. */
  tdur?: number;
  args?: { data?: { type?: string } };
}

/** From asking for the address to the board answering: its outline is there and its sheet is drawn. */
async function cold(): Promise<{ ms: number; bytes: number }> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await signInAs('administrator', context, address);
  const page = await context.newPage();
  const scripts = new Set<string>();
  page.on('response', (response) => {
    if (response.request().resourceType() === 'script') scripts.add(new URL(response.url()).pathname);
  });
  const start = performance.now();
  await page.goto(`${address}/formats/workshop-sheets`);
  await page.locator('svg [data-source=title] text').first().waitFor();
  const ms = performance.now() - start;
  await context.close();
  const folder = '.next-test/static/chunks';
  const files = new Map(
    readdirSync(folder, { recursive: true, encoding: 'utf8' }).map((file) => [
      file.split('/').at(-1)!,
      `${folder}/${file}`,
    ]),
  );
  const bytes = [...scripts].reduce((sum, path) => {
    const file = files.get(path.split('/').at(-1)!);
    return file ? sum + gzipSync(readFileSync(file)).byteLength : sum;
  }, 0);
  return { ms, bytes };
}

/**
 * Main-thread work of one key typed into a caption: the step, the sheet composed, its nodes changed. Painting is not in it.
 * Five rounds, after some keys to warm up; of their percentiles the median, since other work on the machine falls into some.
 */
async function edits(): Promise<{ p50: number; p95: number; plain: number }> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await signInAs('administrator', context, address);
  const page = await context.newPage();
  await page.request.post(`${address}/api/formats`, {
    data: { start: largeFormat('bench-large', `Large ${Date.now()}`), projection: 'first angle' },
  });
  await page.goto(`${address}/formats/bench-large`);
  await page.getByRole('radio', { name: 'A0' }).click();
  await page.getByRole('treeitem', { name: /Cell 260/ }).click();
  /** The main thread's own time for each input event, as the browser traces it: what other processes take is not in it. */
  const measure = async (label: string) => {
    await page.getByLabel(label, { exact: true }).focus();
    await typeKeys(page, 20);
    const rounds: number[][] = [];
    for (let round = 0; round < 5; round++) {
      await browser.startTracing(page, { categories: ['devtools.timeline', '-*'] });
      await typeKeys(page, 40);
      const { traceEvents } = JSON.parse((await browser.stopTracing()).toString()) as { traceEvents: TraceEvent[] };
      rounds.push(
        traceEvents
          .filter(({ name, args }) => name === 'EventDispatch' && args?.data?.type === 'input')
          .map(({ tdur }) => (tdur ?? 0) / 1000),
      );
    }
    const over = (share: number) =>
      at(
        rounds.map((times) => at(times, share)),
        0.5,
      );
    return { p50: over(0.5), p95: over(0.95) };
  };
  const typed = await measure('Caption');
  await page.evaluate(() => {
    const plain = Object.assign(document.createElement('input'), { id: 'plain' });
    plain.setAttribute('aria-label', 'Plain');
    document.body.append(plain);
  });
  const plain = await measure('Plain');
  await page.close();
  return { ...typed, plain: plain.p50 };
}

/** Types at the pace of somebody who types fast, 7 keys a second. */
async function typeKeys(page: Page, count: number): Promise<void> {
  for (let i = 0; i < count; i++) await page.keyboard.type(i % 2 ? 'A' : 'B', { delay: 150 });
}

const colds = [await cold(), await cold(), await cold()];
row(
  'board, cold, until its sheet is drawn',
  `${at(
    colds.map(({ ms }) => ms),
    0.5,
  ).toFixed(0)} ms`,
  '≤ 1500 ms',
);
row('script of the board, compressed', `${(colds[0]!.bytes / 1024).toFixed(0)} kB`, '≤ 450 kB');
const { p50, p95, plain } = await edits();
row(
  'an edit on A0 with 500 cells, 95th percentile (median)',
  `${p95.toFixed(1)} (${p50.toFixed(1)}) ms, ${(p50 / Math.max(0.1, plain)).toFixed(0)} × a plain field`,
  '≤ 8 ms',
);
await browser.close();
