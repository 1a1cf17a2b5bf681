import { dxfPrompts } from '@/core/exchange/dxf-prompts';
import { writeDxf } from '@/core/exchange/dxf';
import { writeSvg } from '@/core/exchange/svg-file';
import type { Block, Part } from '@/core/format/document';
import { lengthAt } from '@/core/format/length-value';
import { resolveTracks } from '@/core/format/tracks';
import { formatOf, readDrawing, readIn } from '@/core/recognising/reading-in';
import type { BlockFound } from '@/core/recognising/recognition';
import { demoFacts, demoPackage, demoResources } from '../demo';
import { compose } from '@/core/scene/compose';
import { filesWith, fonts } from '../fonts';

const CASES = ['workshop-sheets', 'inch-sheets', 'sketch-sheet'].flatMap((name) => {
  const format = demoPackage(name);
  return format.format.sizes.map((size) => [name, size.id, format] as const);
});

function composed(format: ReturnType<typeof demoPackage>, sizeId: string) {
  const outcome = compose(
    format.format,
    { sizeId, sheet: { number: 1, total: 1, scale: '1:2' }, show: 'values' },
    demoFacts(format, 'drum-barrel', '316L'),
    demoResources(format),
  );
  if (!outcome.ok) throw new Error(outcome.reason);
  return outcome;
}

/** Track sizes as they are on a size, mm to a hundredth. */
function tracksOf(block: Block, sizeId: string, space: { width: number; height: number }) {
  const sizes = (axis: 'column' | 'row') => {
    const [tracks, extent, room] =
      axis === 'column' ? [block.columns, block.width, space.width] : [block.rows, block.height, space.height];
    const { edges } = resolveTracks(tracks, extent, room, sizeId, axis);
    return edges.slice(1).map((edge, i) => edge - edges[i]!);
  };
  return { columns: sizes('column'), rows: sizes('row') };
}

const properties = (parts: readonly Part[]) =>
  parts.flatMap((part) => (part.kind === 'linked' ? [part.property] : part.kind === 'asked' ? [part.asked] : []));

/** What a cell is meant to show, as far as lines and texts can tell. */
function meantIn(block: Block) {
  return block.cells.map(({ column, row, columnSpan, rowSpan, caption, contents }) => {
    const [content] = contents;
    return {
      column,
      row,
      columnSpan,
      rowSpan,
      caption: caption?.text ?? '',
      links: content && 'parts' in content ? properties(content.parts).sort() : [],
    };
  });
}

function foundIn(block: BlockFound) {
  return block.cells.map(({ field, caption, content }) => ({
    ...field,
    caption: caption?.text ?? '',
    links: properties(content.flatMap(({ meaning }) => meaning.parts)).sort(),
  }));
}

describe.each(CASES)('%s %s as a DXF, read in again', (_, sizeId, format) => {
  const { scene, report } = composed(format, sizeId);
  const dxf = writeDxf(scene, format.profile.document, dxfPrompts(format.format, demoResources(format).properties));
  const read = readDrawing(new TextEncoder().encode(dxf), fonts);
  if (!read.ok) throw new Error(read.reason);
  const found = readIn(read.drawing, {}, format.properties, fonts);
  if (!found.ok) throw new Error(found.reason);
  const { recognition } = found;
  const shown = format.format.blocks.filter(({ id }) => report.blocks.some((block) => block.id === id));

  test('has the sheet, the frame and every block', () => {
    expect(recognition.sheet).toMatchObject({
      width: expect.closeTo(report.sheet.width, 2) as number,
      height: expect.closeTo(report.sheet.height, 2) as number,
    });
    for (const key of ['x', 'y', 'width', 'height'] as const)
      expect(recognition.border.space[key]).toBeCloseTo(report.drawingSpace[key], 3);
    expect(recognition.blocks.map(({ name }) => name).sort()).toEqual(shown.map(({ name }) => name).sort());
    expect(recognition.looseTexts).toEqual([]);
  });

  test('has their tracks, cells, captions and links', () => {
    for (const block of shown) {
      const own = recognition.blocks.find(({ name }) => name === block.name)!;
      const meant = tracksOf(block, sizeId, report.drawingSpace);
      expect({ block: block.name, table: own.table?.rows }).toEqual({ block: block.name, table: block.grow?.rows });
      expect(own.columns.length).toBe(meant.columns.length);
      own.columns.forEach((size, i) => expect(size).toBeCloseTo(meant.columns[i]!, 2));
      // A row of a table that wrapped its text is as high as that; one that did not is the pattern's.
      own.rows.forEach((size, i) => expect(size).toBeGreaterThan(meant.rows[i]! - 0.01));
      if (!block.grow) own.rows.forEach((size, i) => expect(size).toBeCloseTo(meant.rows[i]!, 2));
      const byPlace = <T extends { column: number; row: number }>(list: T[]) =>
        list.sort((a, b) => a.row - b.row || a.column - b.column);
      expect({ block: block.name, cells: byPlace(foundIn(own)) }).toEqual({
        block: block.name,
        cells: byPlace(meantIn(block)),
      });
    }
  });

  test('lies over itself to the hundredth, with all lines of the border', () => {
    const built = formatOf(
      found,
      { id: 'again', name: 'Again', keepRest: true, newId: counter() },
      format.properties,
      fonts,
    );
    if (!built.ok) throw new Error(built.reason);
    expect(built.over.greatest).toBeLessThan(0.01);
    expect(built.over.compared).toBeGreaterThan(5);
    const { margins } = built.built.document;
    for (const side of ['left', 'right', 'top', 'bottom'] as const)
      expect(lengthAt(margins[side], 'any')).toBeCloseTo(lengthAt(format.format.margins[side], sizeId), 2);
  });
});

function counter(): () => string {
  let n = 0;
  return () => `id-${n++}`;
}

test('the same sheet as an SVG has the same cells and captions', async () => {
  const format = demoPackage('workshop-sheets');
  const { scene } = composed(format, 'iso-a3-landscape');
  const svg = await writeSvg(scene, filesWith({}), 'Sheet');
  const read = readDrawing(new TextEncoder().encode(svg), fonts);
  if (!read.ok) throw new Error(read.reason);
  const found = readIn(read.drawing, {}, format.properties, fonts);
  if (!found.ok) throw new Error(found.reason);
  const title = found.recognition.blocks.find(({ name }) => name === 'Title block')!;
  const meant = format.format.blocks[0]!;
  expect(title.cells.map(({ field }) => field)).toEqual(
    meant.cells.map(({ column, row, columnSpan, rowSpan }) => ({ column, row, columnSpan, rowSpan })),
  );
  expect(title.cells.map(({ caption }) => caption?.text ?? '')).toEqual(
    meant.cells.map(({ caption }) => caption?.text ?? ''),
  );
});
