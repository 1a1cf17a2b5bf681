import { z } from 'zod';
import { Side } from '../format/document';
import { Step } from '../format/steps/step';
import { FitUse } from '../lettering/fit-use';
import { DisplayFormat } from '../property/display';

const text = z.string();
const mm = z.number();
const Axis = z.enum(['column', 'row']);
/** A column or row as its block numbers it, from 1, and by how much it changes, mm. */
const Part = z.object({ track: z.int(), by: mm });

/** What a repair does, by its kind. Lengths in mm; tracks by their numbers, from 1. */
export const RepairKind = z.discriminatedUnion('kind', [
  // Of a text in its cell.
  z.object({ kind: z.literal('widen the plan'), allow: z.array(FitUse).min(1) }),
  z.object({ kind: z.literal('shorter display'), name: text, display: DisplayFormat }),
  z.object({ kind: z.literal('more decimals'), name: text, decimals: z.int() }),
  z.object({ kind: z.literal('capitals') }),
  z.object({ kind: z.literal('caption in style'), style: text, height: mm }),
  z.object({ kind: z.literal('narrower caption'), letterWidth: z.number() }),
  z.object({ kind: z.literal('larger inset'), inset: mm }),

  // Of tracks: one takes from others, or the block becomes larger.
  z.object({ kind: z.literal('take from neighbours'), axis: Axis, track: z.int(), by: mm, from: z.array(Part).min(1) }),
  z.object({ kind: z.literal('larger block'), axis: Axis, track: z.int(), by: mm }),
  z.object({ kind: z.literal('wrap in a higher row'), lines: z.int(), row: z.int(), by: mm }),
  z.object({ kind: z.literal('share'), axis: Axis, track: z.int() }),
  z.object({ kind: z.literal('total'), axis: Axis, total: mm }),

  // Of blocks.
  z.object({ kind: z.literal('line up') }),
  z.object({ kind: z.literal('dock on'), other: text, side: Side }),
  z.object({ kind: z.literal('to its dock'), size: text }),
  z.object({ kind: z.literal('fit to the space'), size: text }),
  z.object({ kind: z.literal('block of its own'), size: text }),
  z.object({ kind: z.literal('leave off'), size: text }),
  z.object({ kind: z.literal('put on'), name: text, size: text }),
  z.object({ kind: z.literal('rows at most'), size: text, rows: z.int() }),
  z.object({ kind: z.literal('go on'), where: z.enum(['following sheet', 'second column']) }),

  // Of styles and lines.
  z.object({ kind: z.literal('set height'), height: mm }),
  z.object({ kind: z.literal('line width'), width: mm }),
  z.object({ kind: z.literal('shipped font'), font: text }),

  // Of what cells hold and what is asked.
  z.object({ kind: z.literal('take characters out') }),
  z.object({ kind: z.literal('empty the cell') }),
  z.object({ kind: z.literal('for the pen') }),
  z.object({ kind: z.literal('write instead'), text }),
  z.object({ kind: z.literal('link') }),
  z.object({ kind: z.literal('link by caption'), name: text }),
  z.object({ kind: z.literal('add data'), name: text, into: z.enum(['empty cell', 'new row']) }),
  z.object({ kind: z.literal('ask for it'), name: text }),
  z.object({ kind: z.literal('ask once'), name: text }),
  z.object({ kind: z.literal('ask in order') }),
  z.object({ kind: z.literal('nothing where missing'), name: text }),
  z.object({ kind: z.literal('pen line where missing'), name: text }),
]);
export type RepairKind = z.infer<typeof RepairKind>;

/** What mends a finding: which kind of repair it is, and the steps that do it. */
export const Repair = z.object({ kind: RepairKind, steps: z.array(Step).min(1) });
export type Repair = z.infer<typeof Repair>;
