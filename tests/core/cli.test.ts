import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runCommand } from '@/cli/commands';
import { Report } from '@/core/scene/report';

const folder = mkdtempSync(join(tmpdir(), 'zonograph-'));
const sheet = (...parameters: string[]) => runCommand(['sheet', ...parameters]);
const format = ['--format', 'demo/formats/workshop-sheets.json'];
const specimen = ['--specimen', 'demo/specimens/drum-barrel.json', '--variant', '316L'];

test('writes the report of a sheet with no server, as the documented command', () => {
  const file = join(folder, 'deep', 'sheet.json');
  const parameters = [...format, ...specimen, '--size', 'A3', '--out', file];
  const run = (...more: string[]) => {
    const { status, stderr } = spawnSync('node_modules/.bin/tsx', ['src/cli.ts', 'sheet', ...parameters, ...more], {
      encoding: 'utf8',
    });
    return { status, stderr };
  };
  expect(run()).toEqual({ status: 0, stderr: '' });
  expect(run('--size', 'B')).toEqual({ status: 1, stderr: expect.stringMatching(/has no size B/) as string });
  const report = Report.parse(JSON.parse(readFileSync(file, 'utf8')));
  expect(report.cells.find((cell) => cell.id === 'material')).toMatchObject({
    text: 'X2CrNiMo17-12-2 EN 10088-3',
    box: { x: 230, y: 10, width: 35, height: 10 },
  });
  expect(report.zones.columns[0]).toEqual({ label: '1', from: 20, to: 60 });
});

test('a parts list that is full goes on on the sheet that follows; a sheet that is not there is said', async () => {
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
  const items = async (...parameters: string[]) => {
    expect(await sheet(...format, ...winch, ...parameters)).toEqual({});
    const { cells } = Report.parse(JSON.parse(readFileSync(file, 'utf8')));
    return cells.filter(({ id }) => id.startsWith('part-item')).map(({ text }) => text);
  };
  expect([await items(), await items('--sheet', '2')]).toEqual([['1', '2', '3', '4'], ['5']]);
  expect((await sheet(...format, ...winch, '--sheet', '3')).stopped).toMatch(/There is no sheet 3; there are 2\./);
});

test.each([
  ['pdf', '%PDF-'],
  ['svg', '<?xml'],
  ['dxf', '0\nSECTION'],
  ['png', '\x89PNG'],
])('writes %s', async (ending, start) => {
  const file = join(folder, `sheet.${ending}`);
  expect(await sheet(...format, '--size', 'iso-a4-portrait', '--show', 'blank', '--out', file)).toEqual({});
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
])('%s ends with a plain reason', async (_, parameters, reason) => {
  expect(await sheet(...parameters)).toEqual({ stopped: expect.stringMatching(reason) as string });
});
