import { findingWords } from '../findings/words';
import type { FindingOn, OfferedRepair } from './repairing';

const MOST_SAID = 3;

/** Names in a row, of many the first three and how many more there are. */
const listed = (names: readonly string[]): string =>
  names.length > MOST_SAID
    ? `${names.slice(0, MOST_SAID).join(', ')} and ${names.length - MOST_SAID} more`
    : names.join(', ');

/** What is the same on several sizes, with the names of these. */
function bySizes(said: readonly { size: string; words: string }[]): { sizes: string; words: string }[] {
  const sizes = new Map<string, Set<string>>();
  for (const { size, words } of said) sizes.set(words, (sizes.get(words) ?? new Set()).add(size));
  return [...sizes].map(([words, on]) => ({ sizes: [...on].join(' '), words }));
}

/** Findings that are more than notes: what fitting did to texts is said of the cells that are lettered otherwise. */
const weighing = (findings: readonly FindingOn[]) =>
  bySizes(
    findings
      .filter(({ finding }) => finding.weight !== 'note')
      .map(({ size, finding }) => ({ size, words: findingWords(finding) })),
  );

/** What a repair does beside mending its finding, one line each; nothing else when that is so. */
export function effectWords({
  settles,
  brings,
  refits,
}: Pick<OfferedRepair, 'settles' | 'brings' | 'refits'>): string[] {
  const cells = bySizes(refits.map((refit) => ({ size: refit.size, words: listed(refit.cells) })));
  const lines = [
    ...weighing(brings).map(({ sizes, words }) => `New on ${sizes}: ${words}`),
    ...weighing(settles).map(({ sizes, words }) => `Settled on ${sizes}: ${words}`),
    ...cells.map(({ sizes, words }) => `Lettered otherwise on ${sizes}: ${words}.`),
  ];
  return lines.length > 0 ? lines : ['Changes nothing else.'];
}
