import { countFindings } from './count-findings';
import { followModelStore } from './follow-store';
import { AHEAD, COUNT } from '../services/rule-counts';
import type { JobKind } from './kind';
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
