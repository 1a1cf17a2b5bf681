import { MM_PER_INCH, roundLength } from '../geometry/length';

export type Orientation = 'landscape' | 'portrait';
export type SheetStandard = 'iso' | 'asme';

/** One standard sheet: its trimmed size in mm, with its orientation. */
export interface StandardSize {
  /** Names the size with its orientation, e.g. `iso-a3-landscape`. */
  id: string;
  /** The designation printed on the sheet and used in speech, e.g. `A3`. */
  name: string;
  standard: SheetStandard;
  orientation: Orientation;
  width: number;
  height: number;
  /** Distances of the frame from the trimmed edges, mm. */
  margins: { left: number; right: number; top: number; bottom: number };
  /** Zones prescribed by count (ASME); ISO sizes follow the 50 mm rule instead. */
  zoneCount?: { columns: number; rows: number };
}

/** ISO 5457 table 1: trimmed sheets, short side × long side, mm. */
const ISO_TRIMMED: [name: string, short: number, long: number][] = [
  ['A4', 210, 297],
  ['A3', 297, 420],
  ['A2', 420, 594],
  ['A1', 594, 841],
  ['A0', 841, 1189],
];

/** ASME Y14.1 table 1 and its border figure: inch; margins top and bottom, then left and right; zones columns × rows. */
const ASME: [
  name: string,
  orientation: Orientation,
  width: number,
  height: number,
  marginTB: number,
  marginLR: number,
  columns: number,
  rows: number,
][] = [
  ['A', 'landscape', 11, 8.5, 0.38, 0.25, 2, 2],
  ['A', 'portrait', 8.5, 11, 0.25, 0.38, 2, 2],
  ['B', 'landscape', 17, 11, 0.38, 0.62, 4, 2],
  ['C', 'landscape', 22, 17, 0.75, 0.5, 4, 4],
  ['D', 'landscape', 34, 22, 0.5, 1.0, 8, 4],
  ['E', 'landscape', 44, 34, 1.0, 0.5, 8, 8],
  ['F', 'landscape', 40, 28, 0.5, 0.5, 8, 6],
];

function isoSize(name: string, short: number, long: number, orientation: Orientation): StandardSize {
  const [width, height] = orientation === 'landscape' ? [long, short] : [short, long];
  return {
    id: `iso-${name.toLowerCase()}-${orientation}`,
    name,
    standard: 'iso',
    orientation,
    width,
    height,
    margins: { left: 20, right: 10, top: 10, bottom: 10 },
  };
}

const mm = (inch: number) => roundLength(inch * MM_PER_INCH);

/** Every standard sheet the core knows: ISO 5457 A4–A0 in both orientations, ASME Y14.1 A–F. */
export const STANDARD_SIZES: readonly StandardSize[] = [
  ...ISO_TRIMMED.flatMap(([name, short, long]) => [
    isoSize(name, short, long, 'landscape'),
    isoSize(name, short, long, 'portrait'),
  ]),
  ...ASME.map(([name, orientation, width, height, tb, lr, columns, rows]): StandardSize => ({
    id: `asme-${name.toLowerCase()}-${orientation}`,
    name,
    standard: 'asme',
    orientation,
    width: mm(width),
    height: mm(height),
    margins: { left: mm(lr), right: mm(lr), top: mm(tb), bottom: mm(tb) },
    zoneCount: { columns, rows },
  })),
];

/** The standard size of that id, or undefined for a custom or unknown one. */
export function standardSize(id: string): StandardSize | undefined {
  return STANDARD_SIZES.find((size) => size.id === id);
}
