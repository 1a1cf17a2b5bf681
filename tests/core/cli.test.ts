import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildSync } from 'esbuild';
import { Report } from '@/core/scene/report';

const folder = mkdtempSync(join(tmpdir(), 'zonograph-'));
/** Bundled once: as the documented command runs it, each run would compile all of it anew. */
const bundle = '.data/cli-under-test.mjs';
beforeAll(() => {
  buildSync({
    entryPoints: ['src/cli.ts'],
    outfile: bundle,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    logLevel: 'error',
  });
});

function run(command: string, ...parameters: string[]) {
  const { status, stderr } = spawnSync(command, parameters, { encoding: 'utf8' });
  return { code: status, error: stderr };
}
const sheet = (...parameters: string[]) => run(process.execPath, bundle, 'sheet', ...parameters);
const format = ['--format', 'demo/formats/workshop-sheets.json'];
const specimen = ['--specimen', 'demo/specimens/drum-barrel.json', '--variant', '316L'];

test('writes the report of a sheet with no server, as the documented command', () => {
  const file = join(folder, 'deep', 'sheet.json');
  const parameters = [...format, ...specimen, '--size', 'A3', '--out', file];
  expect(run('node_modules/.bin/tsx', 'src/cli.ts', 'sheet', ...parameters)).toEqual({ code: 0, error: '' });
  const report = Report.parse(JSON.parse(readFileSync(file, 'utf8')));
  expect(report.cells.find((cell) => cell.id === 'material')).toMatchObject({
    text: 'X2CrNiMo17-12-2 EN 10088-3',
    box: { x: 230, y: 10, width: 35, height: 10 },
  });
  expect(report.zones.columns[0]).toEqual({ label: '1', from: 20, to: 60 });
});

test('a parts list that is full goes on on the sheet that follows; a sheet that is not there is said', () => {
  const file = join(folder, 'winch.json');
  const winch = [
    '--specimen',
    'demo/specimens/recovery-winch.json',
    '--variant',
    '316L',
    '--size',
    'A4',
    '--out',
    file,
  ];
  const items = (...parameters: string[]) => {
    expect(sheet(...format, ...winch, ...parameters).code).toBe(0);
    const { cells } = Report.parse(JSON.parse(readFileSync(file, 'utf8')));
    return cells.filter(({ id }) => id.startsWith('part-item')).map(({ text }) => text);
  };
  expect([items(), items('--sheet', '2')]).toEqual([['1', '2', '3', '4'], ['5']]);
  expect(sheet(...format, ...winch, '--sheet', '3').error).toMatch(/There is no sheet 3; there are 2\./);
});

test.each([
  ['pdf', '%PDF-'],
  ['svg', '<?xml'],
  ['dxf', '0\nSECTION'],
  ['png', '\x89PNG'],
])('writes %s', (ending, start) => {
  const file = join(folder, `sheet.${ending}`);
  expect(sheet(...format, '--size', 'iso-a4-portrait', '--show', 'blank', '--out', file).code).toBe(0);
  expect(readFileSync(file, 'latin1').startsWith(start)).toBe(true);
});

test.each<[string, string[], RegExp]>([
  [
    'an unknown size',
    [...format, '--size', 'B', '--out', 'x.pdf'],
    /“Workshop sheets” has no size B. It serves A4, A3, A2, A1, A0\./,
  ],
  [
    'an unknown variant',
    [...format, '--specimen', 'demo/specimens/pawl.json', '--variant', 'brass', '--size', 'A3', '--out', 'x.pdf'],
    /Pawl has no variant “brass”. It has: galvanised, 316L\./,
  ],
  ['an unknown ending', [...format, '--size', 'A3', '--out', 'x.dwg'], /it takes \.svg, \.pdf, \.dxf, \.png or \.json/],
  [
    'a file that is not there',
    ['--format', 'gone.json', '--size', 'A3', '--out', 'x.pdf'],
    /gone\.json cannot be read/,
  ],
  [
    'a file that is no format',
    ['--format', 'demo/office.json', '--size', 'A3', '--out', 'x.pdf'],
    /not a Zonograph format file/,
  ],
  ['nothing', [], /--format, --size and --out are needed/],
])('%s ends with a plain reason', (_, parameters, reason) => {
  const { code, error } = sheet(...parameters);
  expect(code).toBe(1);
  expect(error).toMatch(reason);
});
