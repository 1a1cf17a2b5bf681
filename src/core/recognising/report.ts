import { z } from 'zod';
import type { ReadDrawing } from '../exchange/reading/drawn';
import { roundLength } from '../geometry/length';
import type { LaidOver } from './laid-over';
import type { CellFound, Recognition } from './recognition';
import type { Proposal } from './sheet-of';

const Mm = z.number();
const Box = z.object({ x: Mm, y: Mm, width: Mm, height: Mm });

export const RecognisedCell = z.object({
  /** From 0, columns from the left and rows from the top as the block's texts run. */
  column: z.int(),
  row: z.int(),
  columnSpan: z.int(),
  rowSpan: z.int(),
  box: Box,
  caption: z.string(),
  /** The text that the drawing has there; lines are separated by line feeds. */
  text: z.string(),
  kind: z.enum(['fixed', 'linked', 'asked', 'symbol', 'figure', 'picture', 'empty']),
  /** The property or asked value that it prints. */
  property: z.string().optional(),
  /** By what its meaning was found. */
  by: z.string(),
  /** From 0 to 1. */
  sure: z.number(),
});
export type RecognisedCell = z.infer<typeof RecognisedCell>;

/**
 * What reading a drawing found. Published: other programs read it. Lengths in mm from the trimmed sheet's lower left corner.
 */
export const ReadingReport = z.object({
  kind: z.literal('zonograph/reading'),
  version: z.literal(1),
  from: z.enum(['dxf', 'svg']),
  /** The space of the drawing that was taken: its model or one of its layouts. */
  space: z.string(),
  unit: z.object({ mmPerUnit: z.number(), isSaidByDrawing: z.boolean() }),
  /** Where the sheet's corner was in the drawing, mm: so far was everything moved. */
  movedBy: z.object({ x: Mm, y: Mm }),
  sheet: z.object({
    width: Mm,
    height: Mm,
    name: z.string(),
    standard: z.string().optional(),
    foundBy: z.string(),
    sure: z.number(),
  }),
  frame: Box.optional(),
  zones: z
    .object({
      columns: z.int(),
      rows: z.int(),
      rule: z.string(),
      /** Whether all fields are where the rule has them. */
      exact: z.boolean(),
      band: Mm,
    })
    .optional(),
  marks: z.object({ centring: z.boolean(), trimming: z.boolean(), designation: z.boolean() }),
  blocks: z.array(
    z.object({
      name: z.string(),
      role: z.string(),
      box: Box,
      turn: z.number(),
      columns: z.array(Mm),
      rows: z.array(Mm),
      table: z
        .object({ rows: z.string(), direction: z.enum(['up', 'down']), shown: z.int(), blank: z.int() })
        .optional(),
      cells: z.array(RecognisedCell),
    }),
  ),
  looseTexts: z.array(z.string()),
  /** Figures that belong to nothing that was understood, by kind; what is off the sheet; what could not be read at all. */
  leftOver: z.object({
    figures: z.record(z.string(), z.int()),
    offSheet: z.int(),
    notRead: z.record(z.string(), z.int()),
  }),
  /** Lines that were drawn twice, with gaps or beyond their ends. */
  mended: z.int(),
  /** The format laid over the drawing: how many lines were compared and how far the farthest lies, mm. */
  laidOver: z.object({ compared: z.int(), greatest: Mm, beyond: z.int() }).optional(),
  remarks: z.array(z.string()),
});
export type ReadingReport = z.infer<typeof ReadingReport>;

/** A cell as it is told. */
export function recognisedCell({ field, box, caption, content, drawn, sure }: CellFound): RecognisedCell {
  const meaning = content.find(({ meaning: { kind } }) => kind !== 'fixed')?.meaning ?? content[0]?.meaning;
  return {
    ...field,
    box: rounded(box),
    caption: caption?.text.trim() ?? '',
    text: content.reduce(
      (text, { text: { text: own }, isNewLine }, i) => text + (i === 0 ? '' : isNewLine ? '\n' : ' ') + own,
      '',
    ),
    kind: meaning?.kind ?? drawn?.kind ?? 'empty',
    ...(meaning?.property !== undefined && { property: meaning.property }),
    by: meaning?.by ?? (drawn ? 'what is drawn' : 'nothing'),
    sure: round2(sure),
  };
}

/** The report on what reading a drawing found. */
export function readingReport(
  drawing: ReadDrawing,
  { space, mmPerUnit, isUnitKnown, sheet: found }: Proposal,
  recognition: Recognition,
  kinds: readonly string[],
  over?: LaidOver,
): ReadingReport {
  const { sheet, border, blocks, looseTexts, rest, offSheet, mended } = recognition;
  const { zones } = border;
  const figures: Record<string, number> = {};
  for (const source of rest) figures[kinds[source]!] = (figures[kinds[source]!] ?? 0) + 1;
  return {
    kind: 'zonograph/reading',
    version: 1,
    from: drawing.from,
    space: space.name,
    unit: { mmPerUnit, isSaidByDrawing: isUnitKnown },
    movedBy: { x: roundLength(-found.box.x), y: roundLength(-found.box.y) },
    sheet: { ...sheet, foundBy: found.by, sure: found.sure },
    ...(border.frame && { frame: rounded(border.space) }),
    ...(zones && {
      zones: {
        columns: zones.columns,
        rows: zones.rows,
        rule: zones.rule.kind === 'count' ? 'so many of one length' : 'of one length from the middle',
        exact: zones.exact,
        band: roundLength(zones.band),
      },
    }),
    marks: {
      centring: border.centring !== undefined,
      trimming: border.trimming !== undefined,
      designation: border.designation !== undefined,
    },
    blocks: blocks.map(({ name, role, box, turn, columns, rows, table, cells }) => ({
      name,
      role,
      box: rounded(box),
      turn,
      columns: columns.map(roundLength),
      rows: rows.map(roundLength),
      ...(table && { table }),
      cells: cells.map(recognisedCell),
    })),
    looseTexts: looseTexts.map(({ lines }) => lines.map(({ text }) => text).join('\n')),
    leftOver: {
      figures,
      offSheet: offSheet.length,
      notRead: Object.fromEntries(drawing.leftOut.map(({ what, count }) => [what, count])),
    },
    mended,
    ...(over && { laidOver: { compared: over.compared, greatest: roundLength(over.greatest), beyond: over.beyond } }),
    remarks: drawing.remarks,
  };
}

const round2 = (value: number) => Math.round(value * 100) / 100;
const rounded = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) => ({
  x: roundLength(x),
  y: roundLength(y),
  width: roundLength(width),
  height: roundLength(height),
});
