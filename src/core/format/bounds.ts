/**
 * What makes sense on paper: the bounds of every length, count and ratio of a format, in one place. Lengths in mm. Anything beyond is
 * refused where it comes in, so that nothing stored can take up the time or the memory of whoever opens it.
 */
export const BOUNDS = {
  /** A side of a sheet: from a label to the longest extra size of a roll. */
  sheetSide: [20, 5000],
  margin: [0, 2000],
  /** Length of a zone, and how far the counting ends from the corner. */
  zonePitch: [5, 2000],
  zoneCorner: [-1000, 1000],
  zoneBand: [0, 200],
  /** Fields along one edge. */
  zones: [1, 60],
  mark: [0, 200],
  /** A fixed column or row; what a sharing one has at least. */
  track: [0.5, 5000],
  leastShare: [0, 5000],
  share: [0.01, 100],
  /** The whole of a block along one axis. */
  blockTotal: [0.5, 10_000],
  dockOffset: [-5000, 5000],
  inset: [-1000, 1000],
  figure: [-5000, 5000],
  radius: [0, 5000],
  arcDeg: [-3600, 3600],
  symbol: [0.5, 500],
  lineWidth: [0.05, 5],
} as const satisfies Record<string, readonly [least: number, most: number]>;

/** How many there may be of what a format is made of. */
export const MOST = {
  sizes: 60,
  blocks: 100,
  tracks: 200,
  /** Of all blocks together. */
  cells: 2000,
  ownLines: 4000,
  contents: 20,
  parts: 60,
  shapes: 200,
  inks: 20,
  letterings: 60,
  asked: 200,
  accepted: 500,
  /** Rows of a growing table on one sheet. */
  rows: 500,
} as const;

/** Most cells that one sheet is composed of, those that tables repeat among them. */
export const MOST_ON_SHEET = 10_000;
