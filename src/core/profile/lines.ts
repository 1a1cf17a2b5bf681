import { z } from 'zod';

/** What lines of a drawing are for (ISO 128-2, annex A), in the order in which they are listed. */
export const LINE_ROLES = [
  'visible',
  'hidden',
  'centre',
  'symmetry',
  'cuttingPlane',
  'adjacent',
  'dimension',
  'extension',
  'leader',
  'hatching',
  'break',
  'thread',
  'bend',
] as const;
export const LineRole = z.enum(LINE_ROLES);
export type LineRole = z.infer<typeof LineRole>;

/** The weights that a line group has. */
export const LineWeight = z.enum(['wide', 'narrow', 'lettering']);
export type LineWeight = z.infer<typeof LineWeight>;

/** The line groups by name: the width of each weight, mm (ISO 128-2, 5.3; the last as ASME Y14.2 has it). */
export const LINE_GROUPS = {
  '0.35': { wide: 0.35, lettering: 0.25, narrow: 0.18 },
  '0.5': { wide: 0.5, lettering: 0.35, narrow: 0.25 },
  '0.7': { wide: 0.7, lettering: 0.5, narrow: 0.35 },
  '1': { wide: 1, lettering: 0.7, narrow: 0.5 },
  '0.6': { wide: 0.6, lettering: 0.3, narrow: 0.3 },
} as const satisfies Record<string, Record<LineWeight, number>>;
export const LineGroup = z.enum(['0.35', '0.5', '0.7', '1', '0.6']);
export type LineGroup = z.infer<typeof LineGroup>;
