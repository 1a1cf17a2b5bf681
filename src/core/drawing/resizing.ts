import { causeKey } from '../findings/accepting';
import { findingWords } from '../findings/words';
import { composePlanned } from '../scene/planning';
import type { Resources } from '../scene/resources';
import { zoneTroubles } from '../revision/rows';
import { type DrawingSources, type DrawnData, planDrawing, zoneLabelsOf } from './sheets';

/** What a drawing's sheets come to: what is to be looked at on them, and the asked values that they print. */
function lookAt(drawing: DrawnData, sources: DrawingSources, resources: Resources) {
  const planned = planDrawing(drawing, sources, resources);
  /** What is noticed on the sheets by its cause, in words, with the first sheet that it is noticed on. */
  const troubles = new Map<string, { words: string; sheet: number }>();
  const printed = new Set<string>();
  for (const sheet of planned) {
    const { number } = sheet.place;
    const composed = composePlanned(sheet, resources);
    if (!composed.ok) {
      troubles.set('no sheet', { words: composed.reason, sheet: number });
      continue;
    }
    const { findings, cells } = composed.report;
    for (const finding of findings) {
      const { weight, accepted } = finding;
      const key = causeKey(finding);
      if (weight !== 'note' && accepted === undefined && !troubles.has(key))
        troubles.set(key, { words: findingWords(finding), sheet: number });
    }
    for (const { trace } of cells) for (const { property } of trace) printed.add(property);
  }
  const zones = zoneTroubles(drawing.revisions, planned.map(zoneLabelsOf));
  return { sheets: planned.length, troubles, printed, zones };
}

/**
 * What a drawing loses on another size: what does not fit there and did before, zones that revisions name and that are not there,
 * answers that no sheet prints any more, and sheets that come or go by themselves. Answers and revisions are kept in any case.
 */
export function lossesOn(sizeId: string, drawing: DrawnData, sources: DrawingSources, resources: Resources): string[] {
  const before = lookAt(drawing, sources, resources);
  const after = lookAt({ ...drawing, sizeId }, sources, resources);
  const { document } = sources;
  const unprinted = document.asked.filter(({ key }) => before.printed.has(key) && !after.printed.has(key));
  const losses = [...after.troubles].flatMap(([key, { words, sheet }]) =>
    before.troubles.has(key) ? [] : [after.sheets > 1 ? `Sheet ${sheet}: ${words}` : words],
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
