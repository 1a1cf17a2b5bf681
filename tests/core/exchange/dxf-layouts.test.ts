import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeDxfLayouts } from '@/core/exchange/dxf-layouts';
import { dxfPrompts } from '@/core/exchange/dxf-prompts';
import { readDrawing, readIn } from '@/core/recognising/reading-in';
import { demoPackage, demoResources, demoSheet } from '../demo';
import { fonts } from '../fonts';

interface PrintedLayout {
  name: string;
  paper: [number, number];
  scale: [number, number];
  unit: number;
  margins: number[];
  figures: number;
  windows: {
    number: number;
    width: number;
    height: number;
    viewHeight: number;
    viewCentre: number[];
    clippedTo: number[][] | null;
    isClipped: boolean;
    isPrinted: boolean | null;
  }[];
  blocks: string[];
  places: Record<string, string>;
}

/** A drawing's layouts as a strict reader has them. */
function strictly(dxf: string): { errors: string[]; layouts: PrintedLayout[] } {
  const path = join(mkdtempSync(join(tmpdir(), 'zonograph-')), 'layouts.dxf');
  writeFileSync(path, dxf);
  return JSON.parse(
    execFileSync('/usr/bin/python3', ['tests/core/exchange/read-layouts.py', path], { encoding: 'utf8' }),
  ) as ReturnType<typeof strictly>;
}

function layoutsOf(name: string, sizes: readonly string[]) {
  const format = demoPackage(name);
  const prompts = dxfPrompts(format.format, demoResources(format).properties);
  const sheets = sizes.map((size) => {
    const { scene, report } = demoSheet(format, size, { specimen: 'drum-barrel', variant: '316L' });
    return { scene, name: `Sheet ${report.sheet.name}`, clear: report.clear.polygon, prompts, report };
  });
  return { sheets, dxf: writeDxfLayouts(sheets, format.profile.document), format };
}

describe.each([
  ['workshop-sheets', ['iso-a3-landscape', 'iso-a1-landscape', 'iso-a4-portrait']],
  ['inch-sheets', ['asme-b-landscape', 'asme-d-landscape']],
  ['sketch-sheet', ['custom-1']],
] as const)('%s as the layouts of one drawing', (name, sizes) => {
  const { sheets, dxf, format } = layoutsOf(name, sizes);
  const { errors, layouts } = strictly(dxf);
  const perMm = format.format.unit === 'in' ? 1 / 25.4 : 1;

  test('passes the audit, the model empty, a layout for each sheet', () => {
    expect(errors).toEqual([]);
    expect(layouts.map((one) => one.name)).toEqual(['Model', ...sheets.map((one) => one.name)]);
    expect(layouts[0]).toMatchObject({ figures: 0, windows: [] });
  });

  test('each has its paper in mm at 1 : 1, and its blocks', () => {
    sheets.forEach(({ scene, report }, i) => {
      const layout = layouts[i + 1]!;
      expect(layout).toMatchObject({ scale: [1, 1], unit: perMm === 1 ? 1 : 0, margins: [0, 0, 0, 0] });
      expect(layout.paper[0]).toBeCloseTo(scene.width, 6);
      expect(layout.paper[1]).toBeCloseTo(scene.height, 6);
      expect(layout.blocks).toHaveLength(report.blocks.length);
    });
  });

  test('the window onto the model is clipped to the clear area, whose lower left corner is the origin, and is not printed', () => {
    sheets.forEach(({ clear }, i) => {
      const [, window] = layouts[i + 1]!.windows;
      const ring = clear[0]!;
      expect(window).toMatchObject({ number: 2, isClipped: true, isPrinted: false });
      expect(window!.clippedTo).toEqual(
        ring.map(({ x, y }) => [expect.closeTo(x * perMm, 5), expect.closeTo(y * perMm, 5)]),
      );
      expect(window!.viewHeight).toBeCloseTo(window!.height, 9);
      expect(window!.viewCentre).toEqual([expect.closeTo(window!.width / 2, 9), expect.closeTo(window!.height / 2, 9)]);
    });
  });
});

test('places say what they ask for: a question, or the names of what stands there with the text between', () => {
  const { layouts } = strictly(layoutsOf('workshop-sheets', ['iso-a3-landscape']).dxf);
  expect(layouts[1]!.places).toMatchObject({ SHEET_NUMBER: '‹Sheet number› / ‹Number of sheets›', TITLE: '‹Title›' });
});

test('a layout is read in as its sheet, without the frame of its window', () => {
  const { dxf, format } = layoutsOf('workshop-sheets', ['iso-a3-landscape', 'iso-a1-landscape']);
  const read = readDrawing(new TextEncoder().encode(dxf), fonts);
  if (!read.ok) throw new Error(read.reason);
  expect(read.drawing.spaces.map(({ name, paper }) => [name, paper?.width])).toEqual([
    ['Sheet A3', 420],
    ['Sheet A1', 841],
  ]);
  const found = readIn(read.drawing, { space: 'Sheet A1' }, format.properties, fonts);
  if (!found.ok) throw new Error(found.reason);
  expect(found.recognition.sheet).toMatchObject({ standard: 'iso-a1-landscape' });
  expect(found.recognition.rest).toEqual([]);
  expect(found.recognition.blocks.map(({ name }) => name)).toContain('Title block 2');
});
