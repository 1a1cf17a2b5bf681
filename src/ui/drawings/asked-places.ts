import type { AskedValue } from '../../core/format/document';
import type { CellReport, Report } from '../../core/scene/report';

/** An asked value with the first cell on the sheet that prints it; absent when none does. */
export interface AskedPlace {
  asked: AskedValue;
  cell: CellReport | undefined;
}

/** Where on a sheet each asked value is answered, in the order they are asked. */
export function askedPlaces(asked: readonly AskedValue[], report: Report | undefined): AskedPlace[] {
  return asked.map((one) => ({
    asked: one,
    cell: report?.cells.find((cell) => cell.trace.some((trace) => trace.property === one.key)),
  }));
}
