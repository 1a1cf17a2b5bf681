import { causeKey } from '../findings/accepting';
import { type Finding, type FindingCode, findingKey } from '../findings/finding';
import { houseKey } from './document';

/** A finding where a count has met it: on which size, filled from which model. */
export interface Met {
  finding: Finding;
  sizeId: string;
  specimen?: string | undefined;
  variant?: string | undefined;
}

/** What a check comes to on one format or drawing. */
export interface Tally {
  /** Findings by the book as it is. */
  found: number;
  /** Findings that a change of the book would add, and that it would settle. */
  added: number;
  settled: number;
  /** The first of them; with a change those that it adds or settles. */
  cases: Met[];
}

/** How many cases of a check are kept of one format or drawing. */
const CASES = 12;

/** The key of a finding's check: its code, or that of the house check that noticed it. */
export const checkKey = ({ code, params }: Pick<Finding, 'code' | 'params'>): string =>
  code === 'house check' ? houseKey((params as { check: string }).check) : code;

/** Findings about a value of a model or a drawing, on however many cells and sheets it stands. */
const ABOUT_VALUES: ReadonlySet<FindingCode> = new Set<FindingCode>([
  'title without its noun',
  'title with a full stop',
  'title too long',
  'name too long',
  'number against its pattern',
  'filler as a value',
  'dates out of order',
  'checked by the drafter',
  'approved by its maker',
  'scale outside the series',
  'house check',
]);

const telling = ({ finding }: Met): string =>
  `${finding.weight} ${ABOUT_VALUES.has(finding.code) ? causeKey(finding) : findingKey(finding)}`;

/** Findings by what they are told by: each counts once, on however many sizes and filled from however many models it is. Those that the office accepts do not count. */
function distinct(met: readonly Met[]): Map<string, Met> {
  const found = new Map<string, Met>();
  for (const one of met) {
    const key = telling(one);
    if (one.finding.accepted === undefined && !found.has(key)) found.set(key, one);
  }
  return found;
}

/** The findings of one format or drawing by check, and what comes and goes with a change of the book. */
export function tallied(before: readonly Met[], after?: readonly Met[]): Map<string, Tally> {
  const [was, is] = [distinct(before), after && distinct(after)];
  const tallies = new Map<string, Tally>();
  const of = (one: Met): Tally => {
    const key = checkKey(one.finding);
    let tally = tallies.get(key);
    if (!tally) tallies.set(key, (tally = { found: 0, added: 0, settled: 0, cases: [] }));
    return tally;
  };
  const keep = (tally: Tally, one: Met) => {
    if (tally.cases.length < CASES) tally.cases.push(one);
  };
  for (const [key, one] of is ?? []) {
    if (was.has(key)) continue;
    const tally = of(one);
    tally.added += 1;
    keep(tally, one);
  }
  for (const [key, one] of was) {
    const tally = of(one);
    tally.found += 1;
    if (is && !is.has(key)) tally.settled += 1;
    if (!is || !is.has(key)) keep(tally, one);
  }
  return tallies;
}
