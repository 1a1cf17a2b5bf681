import { type BlockLine, blockLines } from '../format/block-lines';
import type { FormatDocument } from '../format/document';
import { type LaidBlock, layBlocks } from '../format/layout';
import { sheetGeometry } from '../format/sheet';
import { type Box, contains, overlaps } from '../geometry/box';
import { clearArea } from '../geometry/clear-area';
import { trimNumber } from '../geometry/length';
import type { Facts } from '../property/facts';
import { type Outcome, refuse } from '../refusal';
import { alignmentFindings } from './alignment';
import { composeCell } from './cell-scene';
import { checkSheet, withAcceptances } from './checks';
import type { Filling } from './content-text';
import type { Finding, Report } from './report';
import type { Resources, SheetRequest } from './resources';
import type { Primitive, Scene } from './scene';
import { ComposeMemo } from './memo';
import { sheetPrimitives } from './sheet-scene';

export interface Composed {
  scene: Scene;
  report: Report;
}

/**
 * Composes one sheet of a format: the frame, the zones, the blocks, every content resolved and fitted. Pure and
 * deterministic; the one function behind screen, files, proofs and the command line.
 *
 * With the same `memo` from one composition of a sheet to the next only the cells that an edit touches are made anew.
 *
 * Refused for a size the family does not hold, margins that leave no drawing space, and blocks that grow from data,
 * which this version keeps but does not compose.
 */
export function compose(
  document: FormatDocument,
  request: SheetRequest,
  facts: Facts,
  resources: Resources,
  memo = new ComposeMemo(),
): Outcome<Composed> {
  const geometry = sheetGeometry(document, request.sizeId);
  if (!geometry.ok) return geometry;
  const { sheet } = geometry;
  const growing = document.blocks.find((block) => block.grow);
  if (growing) {
    return refuse(
      `“${growing.name}” grows from data; this version of Zonograph keeps growing tables but does not compose them yet.`,
    );
  }
  const occasion = {
    sizeId: request.sizeId,
    first: request.sheet.number === 1,
    ...(facts.model && { kind: facts.model.kind }),
  };
  const laid = layBlocks(document, sheet.space, occasion);
  const filling: Filling = {
    document,
    facts,
    sheetValues: {
      Size: sheet.name,
      'Sheet number': request.sheet.number,
      'Number of sheets': request.sheet.total,
      ...(request.sheet.scale !== undefined && { Scale: request.sheet.scale }),
    },
    resources,
    show: request.show,
  };
  const boxes = laid.map((block) => block.box);
  const sheetPart = memo.sheet(document, request.sizeId, boxes, () =>
    sheetPrimitives({
      document,
      sizeId: request.sizeId,
      trimmed: sheet.trimmed,
      space: sheet.space,
      zones: sheet.zones,
      fonts: resources.fonts,
      blocks: boxes,
    }),
  );
  const primitives: Primitive[] = [...sheetPart];
  const findings: Finding[] = placingFindings(laid, sheet.space, sheet.name);
  const cells: Report['cells'] = [];
  const drawn: { laid: LaidBlock; lines: BlockLine[] }[] = [];
  memo.begin(filling, request.sizeId);
  for (const block of laid) {
    const composed = block.cells.map((cell) =>
      memo.cell(cell.cell, cell.box, block.block.turn, () => composeCell(cell, block.block, filling, occasion)),
    );
    for (const cell of composed) {
      primitives.push(...cell.primitives);
      findings.push(...cell.findings);
      cells.push(cell.report);
    }
    const lines = blockLines(block);
    primitives.push(...linePrimitives(block, lines, document));
    drawn.push({ laid: block, lines });
  }
  findings.push(...alignmentFindings(drawn, request.sizeId));
  const clear = clearArea(sheet.space, boxes);
  const checked = {
    document,
    sizeId: request.sizeId,
    laid,
    cells,
    space: sheet.space,
    largestClear: clear.largest,
    facts,
    resources,
  };
  findings.push(...checkSheet(checked));
  const report: Report = {
    sheet: { ...sheet.trimmed, size: request.sizeId, name: sheet.name },
    drawingSpace: sheet.space,
    zones: sheet.zones,
    blocks: laid.map(({ block, box, columnEdges, rowEdges }) => ({
      id: block.id,
      name: block.name,
      box,
      turn: block.turn,
      columnEdges,
      rowEdges,
    })),
    cells,
    clear,
    findings: withAcceptances(findings, document.accepted),
  };
  const scene: Scene = {
    ...sheet.trimmed,
    unit: document.unit,
    blocks: laid.map(({ block, box }) => ({ id: block.id, name: block.name, at: { x: box.x, y: box.y } })),
    primitives,
  };
  return { ok: true, scene, report };
}

function linePrimitives(laid: LaidBlock, lines: readonly BlockLine[], document: FormatDocument): Primitive[] {
  return lines.map(({ from, to, line }) => ({
    kind: 'line',
    source: laid.block.id,
    block: laid.block.id,
    layer: 'blocks',
    ink: document.inks.find((ink) => ink.id === line.ink)!.colour,
    width: line.width,
    type: line.type,
    from,
    to,
  }));
}

/** Blocks that cannot be laid out as written, leave the drawing space, or lie on one another. */
function placingFindings(laid: readonly LaidBlock[], space: Box, sizeName: string): Finding[] {
  const findings: Finding[] = [];
  laid.forEach((one, i) => {
    const add = (code: string, words: string) =>
      findings.push({ code, weight: 'blocks release', block: one.block.id, words: `${one.block.name}: ${words}` });
    for (const problem of one.problems) add('tracks do not add up', problem);
    if (!contains(space, one.box)) {
      const { width, height } = one.box;
      const size = `${trimNumber(width, 2)} × ${trimNumber(height, 2)}`;
      add(
        'block outside',
        `${size} mm does not lie within the drawing space of ${sizeName}, ${trimNumber(space.width, 2)} × ${trimNumber(space.height, 2)} mm.`,
      );
    }
    for (const other of laid.slice(i + 1)) {
      if (overlaps(one.box, other.box)) add('block on another', `lies on “${other.block.name}”.`);
    }
  });
  return findings;
}
