import type { BookView, CountView } from '../../contract/rule-books';
import type { RuleChange, RuleWeight } from '../../core/rules/document';
import { houseKey } from '../../core/rules/document';
import { demandWords } from '../../core/findings/words';
import { rulesOfBook } from '../../core/rules/effective';
import { RULE_GROUPS, RULE_WORDS, type RuleWords } from '../../core/rules/register';
import type { HouseCheck, LimitValue } from '../../core/rules/document';

/** A check as the list of a book shows it. */
export interface ListedCheck {
  /** The code of its findings, or *house* and the id of a house check. */
  key: string;
  words: RuleWords;
  weight: RuleWeight;
  /** What it weighs and is limited by in the book that this one derives from. */
  inheritedWeight: RuleWeight;
  limits: Readonly<Record<string, LimitValue>>;
  inheritedLimits: Readonly<Record<string, LimitValue>>;
  /** What this book says otherwise. */
  change: RuleChange | undefined;
  /** A check that the house has built; `own` when this book has it and does not inherit it. */
  house?: { check: HouseCheck; own: boolean; trouble?: string };
}

export const WEIGHT_WORDS: Readonly<Record<RuleWeight, string>> = {
  off: 'off',
  note: 'note',
  warning: 'warning',
  'blocks release': 'blocks release',
};

/** All checks of a book by group, in their order. `nameOf` calls properties by name; undefined for one that is gone. */
export function listedChecks(
  { whole, inherited, document }: Pick<BookView, 'whole' | 'inherited' | 'document'>,
  nameOf: (property: string) => string | undefined,
): { group: RuleWords['group']; checks: ListedCheck[] }[] {
  const [rules, base] = [rulesOfBook(whole), rulesOfBook(inherited)];
  const limitsOf = (limits: object, key: string) => (limits as Record<string, Record<string, LimitValue>>)[key] ?? {};
  const shipped = Object.entries(RULE_WORDS)
    .filter(([code]) => code !== 'house check')
    .map(([code, words]): ListedCheck => ({
      key: code,
      words,
      weight: rules.weights[code as keyof typeof rules.weights],
      inheritedWeight: base.weights[code as keyof typeof base.weights],
      limits: limitsOf(rules.limits, code),
      inheritedLimits: limitsOf(base.limits, code),
      change: document.changes[code],
    }));
  const own = new Set(document.house.map(({ id }) => id));
  const ofHouse = rules.house.map((check): ListedCheck => {
    const isOwn = own.has(check.id);
    const gone = [check.property, ...('property' in check.demand ? [check.demand.property] : [])].find(
      (id) => nameOf(id) === undefined,
    );
    return {
      key: houseKey(check.id),
      words: {
        group: 'Checks of the house',
        name: check.name,
        demands: `“${nameOf(check.property) ?? check.property}” should ${demandWords(check.demand, (id) => nameOf(id) ?? id)}, of ${
          check.of === 'both' ? 'parts and assemblies' : check.of
        }.`,
        clause: 'The house',
        passes: '',
        fails: '',
      },
      weight: check.weight,
      inheritedWeight: base.house.find(({ id }) => id === check.id)?.weight ?? check.weight,
      limits: {},
      inheritedLimits: {},
      change: document.changes[houseKey(check.id)],
      house: {
        check,
        own: isOwn,
        ...(gone !== undefined && {
          trouble: `The property “${gone}” is no longer in the dictionary: nothing is looked at. Choose another one, or take the check out.`,
        }),
      },
    };
  });
  const all = [...shipped, ...ofHouse];
  return RULE_GROUPS.map((group) => ({ group, checks: all.filter(({ words }) => words.group === group) })).filter(
    ({ group, checks }) => checks.length > 0 || group === 'Checks of the house',
  );
}

/** How many findings a check has in a count. */
export function foundBy(count: CountView | null | undefined, key: string): { formats: number; drawings: number } {
  const sums = count?.checks[key];
  return { formats: sums?.formats.found ?? 0, drawings: sums?.drawings.found ?? 0 };
}
