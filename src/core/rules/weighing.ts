import type { Finding, Weight } from '../findings/finding';
import type { Rules } from './effective';

/** Findings as a book weighs them: those of checks that are off are left out. */
export function weighed(findings: readonly Finding[], rules: Rules): Finding[] {
  const kept: Finding[] = [];
  for (const finding of findings) {
    const weight = weightOf(finding, rules);
    if (weight !== 'off') kept.push(weight === finding.weight ? finding : { ...finding, weight });
  }
  return kept;
}

function weightOf({ code, params }: Finding, { weights, house }: Rules): Weight | 'off' {
  if (code !== 'house check') return weights[code];
  return house.find(({ id }) => id === (params as { check: string }).check)?.weight ?? 'off';
}
