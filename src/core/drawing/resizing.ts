import { compose } from '../scene/compose';
import type { Resources } from '../scene/resources';
import { zoneTroubles } from '../revision/rows';
import { type DrawingSources, type DrawnData, planDrawing, zoneLabelsOf } from './sheets';

/** What a drawing's sheets come to: what is to be looked at on them, and the asked values that they print. */
function lookAt(drawing: DrawnData, sources: DrawingSources, resources: Resources) {
  const planned = planDrawing(drawing, sources, resources);
  /** What is said of the sheets, with the first sheet that it is said of. */
  const words = new Map<string, number>();
  const printed = new Set<string>();
  for (const { document, sizeId, place, facts } of planned) {
    const composed = compose(document, { sizeId, sheet: place, show: 'values' }, facts, resources);
    if (!composed.ok) {
      words.set(composed.reason, place.number);
      continue;
    }
    const { findings, cells } = composed.report;
    for (const { weight, accepted, words: said } of findings)
      if (weight !== 'note' && accepted === undefined && !words.has(said)) words.set(said, place.number);
    for (const { trace } of cells) for (const { property } of trace) printed.add(property);
  }
  const zones = zoneTroubles(drawing.revisions, planned.map(zoneLabelsOf));
  return { sheets: planned.length, words, printed, zones };
}

/**
 * What a drawing loses on another size: what does not fit there and did before, zones that revisions name and that are not there,
 * answers that no sheet prints any more, and sheets that come or go by themselves. Answers and revisions are kept in any case.
 */
export function lossesOn(sizeId: string, drawing: DrawnData, sources: DrawingSources, resources: Resources): string[] {
  const before = lookAt(drawing, sources, resources);
  const after = lookAt({ ...drawing, sizeId }, sources, resources);
  const { document } = sources.format;
  const unprinted = document.asked.filter(({ key }) => before.printed.has(key) && !after.printed.has(key));
  const losses = [...after.words].flatMap(([words, sheet]) =>
    before.words.has(words) ? [] : [after.sheets > 1 ? `Sheet ${sheet}: ${words}` : words],
  );
  losses.push(...after.zones.filter((words) => !before.zones.includes(words)));
  if (unprinted.length > 0) {
    const names = unprinted.map(({ name }) => name).join(', ');
    losses.push(`${names} ${unprinted.length > 1 ? 'are' : 'is'} not printed on it; what was answered is kept.`);
  }
  const more = after.sheets - before.sheets;
  if (more !== 0)
    losses.push(
      `There ${after.sheets > 1 ? `are ${after.sheets} sheets` : 'is 1 sheet'} now, ${Math.abs(more)} ${more > 0 ? 'more' : 'less'}.`,
    );
  return losses;
}
