import { readFileSync } from 'node:fs';
import { programOf } from '@/server/processes/program';
import { WarmProcesses } from '@/server/processes/warm-processes';
import { readUpload } from '@/server/uploads/read-upload';
import { HOSTILE_FONTS, HOSTILE_SVG } from '../core/hostile-files';

const svgOf = (name: string) => HOSTILE_SVG.find(([other]) => other === name)![1]();
const words = (read: { ok: boolean; reason?: string }) => (read.ok ? 'taken' : read.reason);
const SQUARE = '<svg viewBox="0 0 2 2"><rect width="2" height="2"/></svg>';

test('a file is read in a process of its own, and everything else goes on answering', async () => {
  let ticks = 0;
  const ticking = setInterval(() => ticks++, 10);
  const read = await readUpload('svg picture', { text: svgOf('a million points') }, 'somebody');
  clearInterval(ticking);
  expect(words(read)).toMatch(/1000001 points/);
  expect(ticks).toBeGreaterThan(20);
});

test('reading that takes too long or too much memory is ended, in words, and the next file is read', async () => {
  const text = svgOf('a million points');
  expect(words(await readUpload('svg picture', { text }, 'somebody', { seconds: 0.2 }))).toMatch(
    /longer than 0.2 seconds/,
  );
  const readers = new WarmProcesses(programOf('src/server/uploads/upload-reader.ts'), { processes: 1, megabytes: 60 });
  expect(words(await readUpload('svg picture', { text }, 'somebody', { readers, seconds: 60 }))).toMatch(
    /more memory to read/,
  );
  expect(words(await readUpload('svg picture', { text: SQUARE }, 'somebody', { readers }))).toBe('taken');
  readers.stop();
});

test('many files at once are each read or refused', async () => {
  const fonts = HOSTILE_FONTS.slice(0, 4).map(([, bytes]) =>
    readUpload('font', { id: 'f'.repeat(64), bytes: bytes() }, 'a stranger'),
  );
  const good = readUpload('font', { id: 'f'.repeat(64), bytes: readFileSync('assets/fonts/osifont.ttf') }, 'somebody');
  expect((await Promise.all(fonts)).map(({ ok }) => ok)).toEqual([false, false, false, false]);
  expect(await good).toMatchObject({ ok: true, font: { table: { capHeight: 1515 } } });
});
