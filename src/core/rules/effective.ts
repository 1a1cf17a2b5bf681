import { type FindingCode, KINDS } from '../findings/finding';
import { type HouseCheck, type LimitValue, type NamedBook, type RuleBookDocument, houseKey } from './document';
import type { RuleWeight } from './document';
import { type CodeWithLimits, type Limits, type LimitsOf, limitFields, limitTrouble } from './limits';
import { emptyBook, standardBook } from './standard-book';
import { SHIPPED_BOOKS, type ShippedBook } from './standards';

/** The rules that sheets are looked at by: a book with all that it derives from taken in. */
export interface Rules {
  /** The book's name. */
  name: string;
  weights: Readonly<Record<FindingCode, RuleWeight>>;
  limits: Limits;
  /** In their order, with the weight that counts. */
  house: readonly HouseCheck[];
}

const shipped = new Map<string, Rules>();

function shippedRules({ id, name, weights, limits }: ShippedBook): Rules {
  let rules = shipped.get(id);
  if (!rules) {
    const usual = Object.entries(KINDS).map(([code, { weight }]) => [code, weight] as const);
    rules = {
      name,
      weights: { ...Object.fromEntries(usual), ...weights } as Rules['weights'],
      limits,
      house: [],
    };
    shipped.set(id, rules);
  }
  return rules;
}

const effective = new WeakMap<RuleBookDocument, Rules>();

/** The rules of a book whose chain is taken in already, as {@link flattened} makes it. */
export function rulesOfBook({ name, document }: NamedBook): Rules {
  let rules = effective.get(document);
  if (!rules) {
    const base = shippedRules(SHIPPED_BOOKS[document.from] ?? SHIPPED_BOOKS.iso!);
    rules = { ...withChanges(base, document), name };
    effective.set(document, rules);
  }
  return rules;
}

/** Rules with what a book says otherwise; a limit that is not sound, or a check that is no more, changes nothing. */
function withChanges(base: Rules, { changes, house }: RuleBookDocument): Rules {
  const weights: Record<string, RuleWeight> = { ...base.weights };
  const limits: Record<string, Record<string, LimitValue>> = { ...(base.limits as unknown as typeof limits) };
  for (const [code, { weight, limits: changed }] of Object.entries(changes)) {
    if (weight !== undefined && code in weights) weights[code] = weight;
    const fields = limitFields(code);
    const sound = Object.entries(changed ?? {}).filter(
      ([name, value]) => fields[name] && limitTrouble(fields[name], value) === undefined,
    );
    if (sound.length > 0) limits[code] = { ...limits[code], ...Object.fromEntries(sound) };
  }
  return {
    ...base,
    weights: weights as Rules['weights'],
    limits: limits as unknown as Limits,
    house: [...base.house, ...house].map((check) => {
      const weight = changes[houseKey(check.id)]?.weight;
      return weight === undefined ? check : { ...check, weight };
    }),
  };
}

/** The rules that hold where facts name no book: those of the standard that has the unit. */
export const rulesOf = ({ rules }: { rules?: NamedBook | undefined }, unit: 'mm' | 'in'): Rules =>
  rules ? rulesOfBook(rules) : shippedRules(SHIPPED_BOOKS[unit === 'in' ? 'asme' : 'iso']!);

/** The limits of a check as a book's rules have them. */
export const limitsOf = <C extends CodeWithLimits>({ limits }: Rules, code: C): LimitsOf<C> => limits[code];

/** A book of the office as it is stored. */
export interface StoredBook extends NamedBook {
  id: string;
}

/**
 * The books that one derives from, the nearest first, up to the shipped one at the end of the chain.
 * @returns undefined when the chain comes back to itself or names a book that is not there
 */
export function chainOf(
  id: string,
  books: ReadonlyMap<string, StoredBook>,
): { houses: StoredBook[]; shipped: ShippedBook } | undefined {
  const houses: StoredBook[] = [];
  for (let at = id; ;) {
    const standard = SHIPPED_BOOKS[at];
    if (standard) return { houses, shipped: standard };
    const house = books.get(at);
    if (!house || houses.includes(house)) return undefined;
    houses.push(house);
    at = house.document.from;
  }
}

const flat = new WeakMap<RuleBookDocument, { chain: readonly RuleBookDocument[]; book: NamedBook }>();

/**
 * A book as facts and files carry it: deriving from the shipped book at the end of its chain, with what the house books between say
 * taken in; a shipped one says nothing otherwise. Undefined where the chain has no end.
 */
export function flattened(id: string, books: ReadonlyMap<string, StoredBook>): NamedBook | undefined {
  const chain = chainOf(id, books);
  if (!chain) return undefined;
  const [own] = chain.houses;
  if (!own) return standardBook(chain.shipped.name);
  const documents = chain.houses.map(({ document }) => document);
  const known = flat.get(own.document);
  if (known && known.book.name === own.name && documents.every((one, i) => one === known.chain[i])) return known.book;
  const book: NamedBook = { name: own.name, document: merged(chain.shipped.id, documents) };
  flat.set(own.document, { chain: documents, book });
  return book;
}

/** Several books of one chain, the nearest first, as one. */
function merged(from: string, [own, ...others]: readonly RuleBookDocument[]): RuleBookDocument {
  if (!own) return emptyBook(from);
  const under = merged(from, others);
  const changes = { ...under.changes };
  for (const [code, change] of Object.entries(own.changes)) {
    const before = changes[code];
    const limits = { ...before?.limits, ...change.limits };
    changes[code] = { ...before, ...change, ...(Object.keys(limits).length > 0 && { limits }) };
  }
  return { version: 1, from, changes, house: [...under.house, ...own.house] };
}
