import { countFindings } from './count-findings';
import { followModelStore } from './follow-store';
import { AHEAD, COUNT } from '../services/rule-counts';
import { type JobKind, LANES, type Lane } from './kind';
import { lookAtDrawings } from './look-at-drawings';
import { mergeProperty } from './merge-property';
import { PROJECT } from '../services/projections';
import { project } from './project';
import { prove } from './prove';
import { readNames } from './read-names';

/** Every kind of long work there is, by the name that rows of `jobs` have. */
export const JOB_KINDS: Readonly<Record<string, JobKind>> = {
  prove,
  [PROJECT]: project,
  'follow store': followModelStore,
  'look at drawings': lookAtDrawings,
  'read names': readNames,
  'merge property': mergeProperty,
  [COUNT]: countFindings,
  [AHEAD]: countFindings,
};

const kindsIn = (lanes: readonly Lane[]): string[] =>
  lanes.flatMap((lane) => Object.keys(JOB_KINDS).filter((kind) => JOB_KINDS[kind]!.lane === lane));

/** The order in which kinds are claimed: what comes again and again is short, and first in its lane. */
export const CLAIMS = {
  order: kindsIn(LANES).toSorted(
    (a, b) =>
      LANES.indexOf(JOB_KINDS[a]!.lane) - LANES.indexOf(JOB_KINDS[b]!.lane) ||
      Number(JOB_KINDS[a]!.everySeconds === undefined) - Number(JOB_KINDS[b]!.everySeconds === undefined),
  ),
  newestFirst: Object.keys(JOB_KINDS).filter((kind) => JOB_KINDS[kind]!.newestFirst),
};

/** The kinds that are wanted sooner than a kind, for which that gives way. */
export const soonerThan = (kind: string): string[] =>
  kindsIn(LANES.slice(0, LANES.indexOf(JOB_KINDS[kind]?.lane ?? 'at the screen')));
