import type { Point } from '../geometry/box';
import { type BlockLine, blockLines } from '../format/block-lines';
import type { Block, FormatDocument } from '../format/document';
import { isContinued } from '../format/growth';
import type { LaidBlock } from '../format/layout';
import { withAcceptances } from '../findings/accepting';
import type { Finding } from '../findings/finding';
import type { LookedInk } from '../findings/looked-at';
import { CHECKS, look } from '../findings/registry';
import { clearArea } from '../geometry/clear-area';
import type { Facts } from '../property/facts';
import type { Outcome } from '../refusal';
import { rulesOf } from '../rules/effective';
import { weighed } from '../rules/weighing';
import { composeCell } from './cell-scene';
import { drawnViews } from '../view/drawing';
import { type PlacedView, type PlacedViews, placedViews } from '../view/placing';
import type { ViewsToDraw } from '../view/to-draw';
import { type LaidSheet, layOut, withPlace } from './laying';
import { ComposeMemo } from './memo';
import type { Report } from './report';
import type { Resources, SheetPlace, SheetRequest } from './resources';
import type { Primitive, Scene } from './scene';
import { sheetPrimitives } from './sheet-scene';
import { composeTable, grownReport, rowFindings } from './table-scene';
import { trialMark } from './trial-mark';

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
  const laid = layOut(document, request, given, resources, memo);
  return laid.ok ? { ok: true, ...composeLaid(laid, memo) } : laid;
}

/** Composes a sheet that is laid out already, as planning a set of sheets does. */
export function composeLaid(given: LaidSheet, memo = new ComposeMemo()): Composed {
  const boxes = given.laid.map((block) => block.box);
  const clear = clearArea(given.sheet.space, boxes);
  const views =
    given.request.views &&
    placedViews(given.request.views, clear.largest, {
      projections: given.filling.resources.projections,
      around: { space: given.sheet.space, taken: boxes },
    });
  // The scale that prints is the views'.
  const laidSheet = views ? withPlace(given, { ...given.request.sheet, scale: views.scale }) : given;
  const { sheet, occasion, filling, request, laid, tables } = laidSheet;
  const { document, facts, resources } = filling;
  memo.begin(filling, request.sizeId);
  const rules = rulesOf(facts, document.unit);
  const primitives: Primitive[] = [
    ...(facts.trial ? trialMark(sheet.trimmed, resources.fonts) : []),
    ...memo.sheet({ document, sizeId: request.sizeId, fonts: resources.fonts }, boxes, () =>
      sheetPrimitives({
        document,
        sizeId: request.sizeId,
        trimmed: sheet.trimmed,
        space: sheet.space,
        zones: sheet.zones,
        fonts: resources.fonts,
        blocks: boxes,
      }),
    ),
    ...(views ? viewPrimitives(request.views!, views, resources) : []),
  ];
  const findings: Finding[] = [];
  const cells: Report['cells'] = [];
  const lines: BlockLine[][] = [];
  const inked: LookedInk[] = [];
  for (const block of laid) {
    const table = block.grown && tables.get(block.block.id);
    const composed = table
      ? composeTable(block, table, filling, occasion, memo)
      : block.cells.map((cell) =>
          memo.cell(cell.cell, cell.box, block.block.turn, () => composeCell(cell, block.block, filling, occasion)),
        );
    for (const cell of composed) {
      for (const primitive of cell.primitives) primitives.push(primitive);
      if (!table) for (const finding of cell.findings) findings.push(finding);
      cells.push(cell.report);
      if (cell.inked.length > 0) inked.push(cell);
    }
    if (table) findings.push(...rowFindings(composed));
    const own = blockLines(block);
    primitives.push(...linePrimitives(block, own, document));
    lines.push(own);
  }
  // A table without data is not laid out; why it has none is said all the same.
  for (const { block, key, before, parts, unread } of tables.values()) {
    const grown = laid.find((one) => one.block.id === block.id)?.grown;
    const goesOn = goesOnLater(block, request.sheet, key, before + (grown?.rows ?? 0));
    findings.push(...look(CHECKS.table, { block, request, left: grown?.left ?? 0, goesOn, parts, unread }));
  }
  const looked = {
    document,
    sizeId: request.sizeId,
    size: sheet.name,
    first: occasion.first,
    laid,
    lines,
    cells,
    inked,
    space: sheet.space,
    trimmed: sheet.trimmed,
    largestClear: clear.largest,
    scale: request.sheet.scale,
    ...(views && { views }),
    sheets: request.sheet.total,
    facts,
    rules,
    resources,
  };
  findings.push(...look(CHECKS.sheet, looked, rules.weights));
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
    ...(views && {
      views: {
        scale: views.scale,
        fits: views.fits,
        placed: views.views.map((placed) => {
          const { view, name, box, middle, factor, lacks, key } = placed;
          return {
            id: view.id,
            name,
            box,
            middle,
            factor,
            ...(lacks !== undefined && { lacks }),
            ...standingOf(key, resources.projections),
            ...apartOf(placed, resources.projections),
          };
        }),
      },
    }),
    findings: withAcceptances(weighed(findings, rules), document.accepted),
  };
  const scene: Scene = {
    ...sheet.trimmed,
    unit: document.unit,
    blocks: laid.map(({ block, box }) => ({ id: block.id, name: block.name, at: { x: box.x, y: box.y } })),
    primitives,
  };
  return { scene, report };
}

/** How far the parts of a view's assembly are pulled apart, and where they are taken on the sheet. */
function apartOf({ view, key, middle, factor, axes }: PlacedView, projections: Resources['projections']) {
  const state = key === undefined || view.of.kind !== 'seen' ? undefined : projections?.get(key);
  if (!state || state === 'waiting' || 'trouble' in state || !state.projected.apart) return undefined;
  const { projected } = state;
  const onSheet = ({ x, y }: Point): Point => ({
    x: middle.x + (x - projected.middle.x) * factor,
    y: middle.y + (y - projected.middle.y) * factor,
  });
  const parts = state.projected.apart.parts.map(({ at, ...part }) => ({ ...part, ...(at && { at: onSheet(at) }) }));
  const way = (axis: 0 | 1 | 2) => ({ x: axes.right[axis] * factor, y: axes.up[axis] * factor });
  return { apart: { parts, ways: [way(0), way(1), way(2)] as const } };
}

/** How it stands with what a view shows, unless it is there, exactly. */
function standingOf(key: string | undefined, projections: Resources['projections']) {
  const state = key === undefined ? undefined : projections?.get(key);
  if (state === undefined) return undefined;
  if (state === 'waiting') return { standing: 'waiting' as const };
  if ('trouble' in state) return { standing: 'failed' as const };
  return state.coarse ? { standing: 'preview' as const } : undefined;
}

const viewPrimitives = ({ profile }: ViewsToDraw, views: PlacedViews, { fonts, projections }: Resources) =>
  drawnViews({ profile, fonts }, views, projections ?? new Map());

/** Whether a sheet after this one shows rows of a table behind those that have been shown so far. */
function goesOnLater({ grow }: Block, { number, total, placed }: SheetPlace, key: string, shown: number): boolean {
  if (!grow || !isContinued(grow)) return false;
  return placed ? (placed[key] ?? 0) > shown : number < total;
}

function linePrimitives(laid: LaidBlock, lines: readonly BlockLine[], document: FormatDocument): Primitive[] {
  const inks = new Map(document.inks.map(({ id, colour }) => [id, colour]));
  return lines.map(({ from, to, line }) => ({
    kind: 'line',
    source: laid.block.id,
    block: laid.block.id,
    layer: 'blocks',
    ink: inks.get(line.ink)!,
    width: line.width,
    type: line.type,
    from,
    to,
  }));
}
