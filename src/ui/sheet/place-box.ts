import type { Place } from '../../core/findings/finding';
import type { Box } from '../../core/geometry/box';
import type { Report } from '../../core/scene/report';

/** Where a place of a format is on a sheet, mm: its cell, else its block; undefined when neither is on it. */
export const placeBox = (
  { cells, blocks }: Pick<Report, 'cells' | 'blocks'>,
  { block, cell }: Pick<Place, 'block' | 'cell'>,
): Box | undefined =>
  cells.find((one) => one.block === block && (one.repeats ?? one.id) === cell)?.box ??
  blocks.find(({ id }) => id === block)?.box;
