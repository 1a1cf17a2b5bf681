import { findingKey } from '../findings/finding';
import type { Facts } from '../property/facts';
import type { Met } from '../rules/tally';
import { composePlanned } from '../scene/planning';
import type { Resources } from '../scene/resources';
import { type DrawingSources, type DrawnData, planDrawing } from './sheets';

/** What is noticed on all sheets of a drawing by a rule book; what a sheet only repeats is said once. */
export function lookAtDrawing(
  drawing: DrawnData,
  sources: DrawingSources,
  resources: Resources,
  rules: Facts['rules'],
): Met[] {
  const known = new Set<string>();
  const met: Met[] = [];
  const looked = { ...sources, facts: { ...sources.facts, rules } };
  for (const planned of planDrawing(drawing, looked, resources)) {
    const composed = composePlanned(planned, resources, { show: 'values' });
    if (!composed.ok) continue;
    const { sheet, sizeId, place } = planned;
    const { specimen, variant } = sheet.specimen === undefined ? drawing : sheet;
    for (const finding of composed.report.findings) {
      const key = findingKey(finding);
      if (known.has(key)) continue;
      known.add(key);
      const on = place.number > 1 ? { ...finding, place: { ...finding.place, sheet: place.number } } : finding;
      met.push({ finding: on, sizeId, specimen, variant });
    }
  }
  return met;
}
