import { deepEqual } from 'fast-equals';
import type { Value } from '../property/value';
import type { Answers } from './drawing';
import type { DrawingSheet } from './sheets';

/** What of a drawing is changed by hand and saved as a whole. */
export interface Changeable {
  answers: Answers;
  overruled: Answers;
  sizeId: string;
  sheets: DrawingSheet[];
  scale: string;
  profileId: string;
  projectId: string;
  /** Null: the default site. */
  siteId: string | null;
}

/** What of it is one value each. */
const SINGLE = ['sizeId', 'scale', 'profileId', 'projectId', 'siteId'] as const;
type Single = (typeof SINGLE)[number];

/** What two people changed in different ways: an answer or an overruled value by its key, a setting, the sheets. */
export type Clash =
  | { of: 'answers'; key: string; mine: Value | undefined; theirs: Value | undefined }
  | { of: 'overruled'; key: string; mine: Value | undefined; theirs: Value | undefined }
  | { of: Single; mine: string | null; theirs: string | null }
  | { of: 'sheets'; mine: readonly DrawingSheet[]; theirs: readonly DrawingSheet[] };

/**
 * The drawing that my change was made on, when an earlier change of mine arrived without my being told: what theirs has of what I sent is
 * mine, and nobody else's.
 *
 * @param sent changes that were sent and not answered
 */
export function withArrived(base: Changeable, sent: readonly Partial<Changeable>[], theirs: Changeable): Changeable {
  const since = { ...base, answers: { ...base.answers }, overruled: { ...base.overruled } };
  for (const change of sent) {
    for (const values of ['answers', 'overruled'] as const) {
      const mine = change[values];
      if (!mine) continue;
      for (const key of new Set([...Object.keys(since[values]), ...Object.keys(mine)])) {
        if (!deepEqual(mine[key], theirs[values][key])) continue;
        if (mine[key] === undefined) delete since[values][key];
        else since[values][key] = mine[key];
      }
    }
    for (const single of [...SINGLE, 'sheets'] as const)
      if (change[single] !== undefined && deepEqual(change[single], theirs[single]))
        Object.assign(since, { [single]: change[single] });
  }
  return since;
}

/**
 * What I changed of a drawing, brought onto the drawing as somebody else has changed it meanwhile: answer by answer, so that both
 * stay. Where both changed the same to something else, it is a clash, and `clashesTo` says whose is taken.
 *
 * @param base the drawing that my change was made on
 */
export function joinChanges<Changed extends Partial<Changeable>>(
  base: Changeable,
  changed: Changed,
  theirs: Changeable,
  clashesTo: 'mine' | 'theirs' = 'mine',
): { changed: Changed; clashes: Clash[] } {
  const clashes: Clash[] = [];
  /** One of the three, and whether all of them differ. */
  const pick = <T>(b: T, m: T, t: T): { taken: T; clash: boolean } => {
    if (deepEqual(m, b)) return { taken: t, clash: false };
    const clash = !deepEqual(t, b) && !deepEqual(t, m);
    return { taken: clash && clashesTo === 'theirs' ? t : m, clash };
  };
  const values = (of: 'answers' | 'overruled', mine: Answers): Answers => {
    const joined: Answers = {};
    for (const key of new Set([...Object.keys(theirs[of]), ...Object.keys(mine)])) {
      const { taken, clash } = pick(base[of][key], mine[key], theirs[of][key]);
      if (taken !== undefined) joined[key] = taken;
      if (clash) clashes.push({ of, key, mine: mine[key], theirs: theirs[of][key] });
    }
    return joined;
  };
  const { answers, overruled, sheets } = changed;
  const joined = { ...changed };
  if (answers) joined.answers = values('answers', answers);
  if (overruled) joined.overruled = values('overruled', overruled);
  for (const of of SINGLE) {
    const mine = changed[of];
    if (mine === undefined) continue;
    const { taken, clash } = pick<string | null>(base[of], mine, theirs[of]);
    Object.assign(joined, { [of]: taken });
    if (clash) clashes.push({ of, mine, theirs: theirs[of] });
  }
  if (sheets) {
    const { taken, clash } = pick(base.sheets, sheets, theirs.sheets);
    joined.sheets = taken;
    if (clash) clashes.push({ of: 'sheets', mine: sheets, theirs: theirs.sheets });
  }
  return { changed: joined, clashes };
}
