/** What reading drawings in costs and finds: 50,000 entities against the library alone, and the cells recognised on 300 generated sheets. */
import { parseString } from 'dxf';
import { readDrawing, readIn } from '../../src/core/recognising/reading-in';
import { asDxf, FAULTS, generatedSheet } from '../core/recognising/generated-sheets';
import { demoOffice } from '../core/recognising/office';
import { recognisedShare } from '../core/recognising/share';
import { fonts } from '../core/fonts';

const properties = demoOffice();
const row = (what: string, figure: string, target: string) =>
  console.log(`${what.padEnd(58)} ${figure.padStart(34)}   target ${target}`);

/** The least of several runs, ms: what the machine does besides counts least in it. */
function least(work: () => unknown, runs = 5): number {
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return Math.min(...times);
}

/** A sheet with a drawing of lines, arcs and texts on it: 50,000 entities in all. */
function largeDrawing(): string {
  const sheet = generatedSheet(1, properties);
  const lines = Array.from({ length: 45_000 }, (_, i) => {
    const [x, y] = [60 + (i % 300) * 1.7, 120 + Math.floor(i / 300) * 2.3];
    return i % 3 === 0
      ? { x1: x, y1: y, x2: x + 1.5, y2: y, weight: 0.35 }
      : { x1: x, y1: y, x2: x + 1.1, y2: y + 1.7, weight: 0.25 };
  });
  const texts = Array.from({ length: 4_900 }, (_, i) => ({
    text: `N ${i}`,
    x: 60 + (i % 70) * 7,
    y: 130 + Math.floor(i / 70) * 5,
    height: 1.8,
  }));
  return asDxf({ ...sheet, lines: [...sheet.lines, ...lines], texts: [...sheet.texts, ...texts] });
}

function benchReading(): void {
  const dxf = largeDrawing();
  const bytes = new TextEncoder().encode(dxf);
  const alone = least(() => parseString(dxf));
  const both = least(() => {
    const read = readDrawing(bytes, fonts);
    if (!read.ok) throw new Error(read.reason);
    const found = readIn(read.drawing, {}, properties, fonts);
    if (!found.ok) throw new Error(found.reason);
  });
  row(
    '50,000 entities: read and recognised / read by the library',
    `${both.toFixed(0)} / ${alone.toFixed(0)} ms, ${(both / alone).toFixed(2)} ×`,
    '≤ 3 ×',
  );
  for (const fault of [undefined, ...FAULTS]) {
    let [found, of] = [0, 0];
    for (let seed = 1; seed <= 300; seed++) {
      const one = recognisedShare(seed, properties, fault);
      found += one.found;
      of += one.of;
    }
    row(
      `cells recognised on 300 sheets, ${fault ?? 'without faults'}`,
      `${found} of ${of}, ${((100 * found) / of).toFixed(1)} %`,
      fault ? '≥ 85 %' : '≥ 95 %',
    );
  }
}

benchReading();
