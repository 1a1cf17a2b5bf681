import { type BlockLine, blockLines } from '../format/block-lines';
import type { FormatDocument } from '../format/document';
import type { LaidBlock } from '../format/layout';
import { type Box, contains, overlaps } from '../geometry/box';
import { clearArea } from '../geometry/clear-area';
import { trimNumber } from '../geometry/length';
import type { Facts } from '../property/facts';
import type { Outcome } from '../refusal';
import { alignmentFindings } from './alignment';
import { composeCell } from './cell-scene';
import { checkSheet, withAcceptances } from './checks';
import { layOut } from './laying';
import type { Finding, Report } from './report';
import type { Resources, SheetRequest } from './resources';
import type { Primitive, Scene } from './scene';
import { ComposeMemo } from './memo';
import { sheetPrimitives } from './sheet-scene';
import { composeTable, grownReport, leftOver, rowFindings } from './table-scene';

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
 * Refused for a size the family does not hold and for margins that leave no drawing space.
 */
export function compose(
  document: FormatDocument,
  request: SheetRequest,
  given: Facts,
  resources: Resources,
  memo = new ComposeMemo(),
): Outcome<Composed> {
  const outcome = layOut(document, request, given, resources, memo);
  if (!outcome.ok) return outcome;
  const { sheet, occasion, filling, laid, tables } = outcome;
  const { facts } = filling;
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
  for (const block of laid) {
    const table = block.grown && tables.get(block.block.id);
    const composed = table
      ? composeTable(block, table, filling, occasion, memo)
      : block.cells.map((cell) =>
          memo.cell(cell.cell, cell.box, block.block.turn, () => composeCell(cell, block.block, filling, occasion)),
        );
    for (const cell of composed) {
      primitives.push(...cell.primitives);
      if (!table) findings.push(...cell.findings);
      cells.push(cell.report);
    }
    if (table) findings.push(...rowFindings(composed));
    if (table) findings.push(...leftOver(block, request));
    const lines = blockLines(block);
    primitives.push(...linePrimitives(block, lines, document));
    drawn.push({ laid: block, lines });
  }
  // A table without data is not laid out; why it has none is said all the same.
  for (const table of tables.values()) findings.push(...table.findings);
  findings.push(...alignmentFindings(drawn, request.sizeId));
  const clear = clearArea(sheet.space, boxes);
  const checked = {
    document,
    sizeId: request.sizeId,
    first: occasion.first,
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
    blocks: laid.map(({ block, box, columnEdges, rowEdges, grown }) => ({
      id: block.id,
      name: block.name,
      box,
      turn: block.turn,
      columnEdges,
      rowEdges,
      ...(grown && { grown: grownReport(grown, tables.get(block.id)!) }),
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
