import { z } from 'zod';
import { Finding } from '../findings/finding';
import { Source } from '../property/definition';
import { Value } from '../property/value';

const Box = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() });
const Point = z.object({ x: z.number(), y: z.number() });
const Zone = z.object({ label: z.string(), from: z.number(), to: z.number() });

export const TraceReport = z.object({
  property: z.string(),
  name: z.string(),
  source: Source,
  from: z.string().optional(),
  variant: z.string().optional(),
  alias: z.string().optional(),
  value: Value.optional(),
  overruledBy: Value.optional(),
  standIn: z.string().optional(),
});

export const FitReport = z.object({
  verdict: z.enum(['fits', 'squeezed', 'wrapped', 'stepped down', 'overflows']),
  steps: z.array(z.string()),
  height: z.number(),
  letterWidth: z.number(),
  lines: z.int(),
  /** Room left (positive) or missing (negative), mm: along the line, across the lines. */
  reserve: z.number(),
  reserveAcross: z.number(),
});
export type FitReport = z.infer<typeof FitReport>;

export const CellReport = z.object({
  id: z.string(),
  /** In a growing table: the cell of the format that it repeats, when it is not that one itself. */
  repeats: z.string().optional(),
  block: z.string(),
  name: z.string(),
  box: Box,
  caption: z.string(),
  /** What is printed; the lines of a text are separated by line feeds. */
  text: z.string(),
  runs: z.array(
    z.object({
      text: z.string(),
      x: z.number(),
      y: z.number(),
      height: z.number(),
      letterWidth: z.number(),
      width: z.number(),
    }),
  ),
  trace: z.array(TraceReport),
  /** Absent for an empty cell and for a symbol. */
  fit: FitReport.optional(),
});
export type CellReport = z.infer<typeof CellReport>;

/** What compose() says about a sheet beside drawing it. All lengths in mm. Published: other programs read it. */
export const Report = z.object({
  sheet: z.object({ width: z.number(), height: z.number(), size: z.string(), name: z.string() }),
  drawingSpace: Box,
  zones: z.object({ columns: z.array(Zone), rows: z.array(Zone) }),
  blocks: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      box: Box,
      turn: z.number(),
      columnEdges: z.array(z.number()),
      rowEdges: z.array(z.number()),
      /** Of a growing block. */
      grown: z
        .object({
          /** Which of the format's columns and rows each one repeats, from 0. */
          columnsOf: z.array(z.int()),
          rowsOf: z.array(z.int()),
          /** All its rows of data; how many of them stand on sheets before, on this one, and are left for others. */
          all: z.int(),
          before: z.int(),
          rows: z.int(),
          left: z.int(),
        })
        .optional(),
    }),
  ),
  cells: z.array(CellReport),
  clear: z.object({ polygon: z.array(z.array(Point)), largest: Box }),
  /** The views of the model, in the order of the sheet. */
  views: z
    .object({
      scale: z.string(),
      fits: z.boolean(),
      placed: z.array(
        z.object({
          id: z.string(),
          name: z.string(),
          box: Box,
          middle: Point,
          factor: z.number(),
          lacks: z.string().optional(),
          /** Absent for one that is seen exactly. */
          standing: z.enum(['waiting', 'preview', 'failed']).optional(),
          /**
           * Of an assembly that is pulled apart, once it is known: how far each part is moved, mm along the model's axes, with a place on
           * the sheet where it is seen; and where a mm along x, y and z goes on the sheet.
           */
          apart: z
            .object({
              parts: z.array(
                z.object({
                  name: z.string(),
                  by: z.tuple([z.number(), z.number(), z.number()]).readonly(),
                  at: Point.optional(),
                }),
              ),
              ways: z.tuple([Point, Point, Point]).readonly(),
            })
            .optional(),
        }),
      ),
    })
    .optional(),
  findings: z.array(Finding),
});
export type Report = z.infer<typeof Report>;
