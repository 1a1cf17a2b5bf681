import type { Resources } from '../scene/resources';
import { composePlanned } from '../scene/planning';
import { type DrawingSources, type DrawnData, planDrawing } from './sheets';

/** A cell of a finished drawing that would print something else now. */
export interface PrintedOtherwise {
  /** The number of its sheet. */
  sheet: number;
  cell: string;
  was: string;
  is: string;
}

/**
 * What a finished drawing would print otherwise if it were finished now, cell by cell: its model, the office or a profile have changed
 * since. Nothing of a drawing whose print is not kept.
 */
export function printedOtherwise(
  drawing: DrawnData,
  sources: DrawingSources,
  resources: Resources,
): PrintedOtherwise[] {
  if (!sources.frozen) return [];
  const printed = (given: DrawingSources) => {
    const cells = new Map<string, { sheet: number; cell: string; text: string }>();
    for (const planned of planDrawing(drawing, given, resources)) {
      const composed = composePlanned(planned, resources);
      if (!composed.ok) continue;
      const sheet = planned.place.number;
      for (const { id, block, name, text } of composed.report.cells)
        cells.set(`${sheet} ${block} ${id}`, { sheet, cell: name, text });
    }
    return cells;
  };
  const [then, now] = [printed(sources), printed({ ...sources, frozen: undefined })];
  return [...new Set([...then.keys(), ...now.keys()])].flatMap((key): PrintedOtherwise[] => {
    const [was, is] = [then.get(key), now.get(key)];
    if (was?.text === is?.text) return [];
    const { sheet, cell } = (was ?? is)!;
    return [{ sheet, cell, was: was?.text ?? '', is: is?.text ?? '' }];
  });
}
