import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeDxf } from '@/core/exchange/dxf';
import { writeDxfLayouts } from '@/core/exchange/dxf-layouts';
import { compose } from '@/core/scene/compose';
import { projectionsOf } from '@/core/view/placing';
import type { Projected } from '@/core/view/projected';
import type { SheetView, SheetViews } from '@/core/view/view';
import { demoFacts, demoPackage, demoResources } from '../demo';

/** What a strict library measures on a DXF, with every dimension style. */
function strictly(dxf: string, layer: string) {
  const path = join(mkdtempSync(join(tmpdir(), 'zonograph-')), 'views.dxf');
  writeFileSync(path, dxf);
  return JSON.parse(
    execFileSync('/usr/bin/python3', ['tests/core/exchange/measure-dxf.py', path, layer], { encoding: 'utf8' }),
  ) as {
    errors: string[];
    measured: { style: string; at: [number, number]; length: number; size: number }[];
    windows: {
      scale: number;
      centre: [number, number];
      at: [number, number];
      size: [number, number];
      isLocked: boolean;
      isClipped: boolean;
    }[];
  };
}

/** A model of 100 × 60 with one line of its whole width. */
const seen: Projected = {
  middle: { x: 0, y: 0 },
  box: { x: -50, y: -30, width: 100, height: 60 },
  visible: [
    { kind: 'line', from: { x: -50, y: 0 }, to: { x: 50, y: 0 } },
    { kind: 'arc', centre: { x: 0, y: 0 }, radius: 30, fromDeg: 0, toDeg: 360 },
  ],
  hidden: [],
  smooth: [],
  axes: [],
  centres: [{ at: { x: 0, y: 0 }, radius: 30 }],
  cut: [],
};

function sheet(name: string, sizeId: string, views: SheetView[], scale: SheetViews['scale']) {
  const format = demoPackage(name);
  const model = {
    name: 'Pawl',
    kind: 'part' as const,
    shape: { hash: 'a'.repeat(64), size: { x: 100, y: 40, z: 60 } },
  };
  const profile = format.profile.document;
  const toDraw = {
    setting: { views, scale, standing: { front: '-y', up: 'z' } as const },
    models: Object.fromEntries(views.map(({ id }) => [id, model])),
    profile,
  };
  const projections = new Map([...projectionsOf(toDraw).keys()].map((key) => [key, { projected: seen }] as const));
  const composed = compose(
    format.format,
    { sizeId, sheet: { number: 1, total: 1, scale: '1:1' }, show: 'values', views: toDraw },
    demoFacts(format, 'pawl'),
    { ...demoResources(format), projections },
  );
  if (!composed.ok) throw new Error(composed.reason);
  return { ...composed, profile, perMm: format.format.unit === 'in' ? 1 / 25.4 : 1 };
}

const front: SheetView = { id: 'front', of: { kind: 'seen', from: 'front' }, style: 'outline' };
const large: SheetView = { id: 'large', of: { kind: 'seen', from: 'rear' }, style: 'outline', scale: '2:1' };

describe.each([
  ['workshop-sheets', 'iso-a2-landscape', '1:2'],
  ['workshop-sheets', 'iso-a2-landscape', '1:5'],
  ['inch-sheets', 'asme-d-landscape', '1:4'],
] as const)('%s on %s at %s', (name, sizeId, scale) => {
  const { scene, report, profile, perMm } = sheet(name, sizeId, [front, large], scale);
  const views = report.views!.placed;
  const factor = views.find(({ id }) => id === 'front')!.factor;
  const outlines = profile.layers.outlines.name;

  test('dimensions measure true lengths on the plain sheet, by the style of the scale of each view', () => {
    const { errors, measured } = strictly(writeDxf(scene, profile, new Map(), views), outlines);
    expect(errors).toEqual([]);
    // The line of the view at 2 : 1 and that of the view at the sheet's scale, by the place on paper.
    const onPaper = (id: string, style: string) => {
      const { middle, factor: own } = views.find((one) => one.id === id)!;
      return measured.find((one) => one.style === style && Math.abs(one.at[0] - (middle.x - 50 * own) * perMm) < 1e-6)!;
    };
    expect(onPaper('front', 'PROFILE').length).toBeCloseTo(100 * perMm, 6);
    expect(onPaper('large', 'PROFILE_2_1').length).toBeCloseTo(100 * perMm, 6);
    expect(onPaper('front', 'PROFILE').size).toBe(1);
  });

  test('in layouts models have true size in windows at the scales of the views', () => {
    const layouts = writeDxfLayouts(
      [{ scene, name: 'Sheet', clear: report.clear.polygon, prompts: new Map(), views }],
      profile,
    );
    const { errors, measured, windows } = strictly(layouts, outlines);
    expect(errors).toEqual([]);
    expect(measured.filter(({ style }) => style === 'PROFILE')).toHaveLength(2);
    for (const { length } of measured) expect(length).toBeCloseTo(100 * perMm, 6);
    expect(windows.map(({ scale: one }) => one).sort()).toEqual(
      [factor, 2].map((one) => expect.closeTo(one, 6)).sort(),
    );
    expect(windows.every(({ isLocked, isClipped }) => isLocked && !isClipped)).toBe(true);
    // What a window shows in its middle is what stood there on the sheet.
    for (const window of windows) {
      const view = views.find((one) => Math.abs(one.factor - window.scale) < 1e-6)!;
      const line = measured.find(({ at }) => Math.abs(at[0] + 50 * perMm - window.centre[0]) < 1e-6)!;
      expect(window.at[0] - view.middle.x * perMm).toBeCloseTo(0, 6);
      expect(line.at[1]).toBeCloseTo(window.centre[1], 6);
    }
    const sizes = new Set(measured.map(({ style, size }) => `${style} ${size}`));
    expect([...sizes].sort()).toEqual(
      ['PROFILE 1', `PROFILE_1_${scale.slice(2)} ${scale.slice(2)}`, 'PROFILE_2_1 0.5'].sort(),
    );
  });
});

test('what is no view stays on paper; models of several sheets stand apart', () => {
  const one = sheet('workshop-sheets', 'iso-a2-landscape', [front, large], '1:2');
  const page = { name: 'Sheet', clear: one.report.clear.polygon, prompts: new Map(), views: one.report.views!.placed };
  const { measured, windows } = strictly(
    writeDxfLayouts(
      [
        { ...page, scene: one.scene },
        { ...page, scene: one.scene },
      ],
      one.profile,
    ),
    one.profile.layers.outlines.name,
  );
  expect(windows).toHaveLength(4);
  const starts = measured.filter(({ style }) => style === 'PROFILE').map(({ at }) => at[0]);
  const apart = starts.sort((a, b) => a - b).map((x, i) => x - (starts[i - 1] ?? -Infinity));
  expect(Math.min(...apart)).toBeGreaterThan(100);
});
