import { deepEqual } from 'fast-equals';
import { KINDS } from '../findings/finding';
import { issueInWords } from '../format/issue-words';
import { type Outcome, refuse } from '../refusal';
import { HouseCheck, type RuleBookDocument, RuleChange, houseKey } from './document';
import { type Rules, type StoredBook, chainOf } from './effective';
import { limitFields, limitTrouble } from './limits';
import { ruleName } from './register';

/** One change of a house book. An absent `change` takes back what the house says otherwise; an absent `check` takes the check out. */
export type BookChange =
  | { kind: 'rule'; code: string; change?: RuleChange | undefined }
  | { kind: 'house check'; id: string; check?: HouseCheck | undefined }
  | { kind: 'from'; from: string };

type Changed = Outcome<{ document: RuleBookDocument }>;

/** A house book after a change; refused with the reason when it says nothing that it may say. */
export function withBookChange(
  document: RuleBookDocument,
  change: BookChange,
  { id, books, inherited }: { id: string; books: ReadonlyMap<string, StoredBook>; inherited: Rules },
): Changed {
  switch (change.kind) {
    case 'rule':
      return withRule(document, change.code, change.change, inherited);
    case 'house check':
      return withHouseCheck(document, change.id, change.check, inherited);
    case 'from':
      return withFrom(document, change.from, id, books);
  }
}

/** Only what differs from the inherited rules is kept. */
function withRule(document: RuleBookDocument, code: string, change: RuleChange | undefined, inherited: Rules): Changed {
  const ofHouse = inherited.house.find((check) => houseKey(check.id) === code);
  if (!(code in KINDS) && !ofHouse) return refuse(`There is no check “${code}”.`);
  const { [code]: _, ...others } = document.changes;
  if (change === undefined) return { ok: true, document: { ...document, changes: others } };
  const read = RuleChange.safeParse(change);
  if (!read.success) return refuse(issueInWords(read.error, ruleName(code)));
  const fields = limitFields(code);
  for (const [name, value] of Object.entries(change.limits ?? {})) {
    const field = fields[name];
    if (!field) return refuse(`${ruleName(code)} has no limit “${name}”.`);
    const trouble = limitTrouble(field, value);
    if (trouble !== undefined) return refuse(trouble);
  }
  const present = (inherited.limits as unknown as Record<string, Record<string, unknown>>)[code] ?? {};
  const limits = Object.fromEntries(
    Object.entries(change.limits ?? {}).filter(([name, value]) => !deepEqual(value, present[name])),
  );
  const weight = ofHouse ? ofHouse.weight : inherited.weights[code as keyof Rules['weights']];
  const kept: RuleChange = {
    why: read.data.why,
    ...(change.weight !== undefined && change.weight !== weight && { weight: change.weight }),
    ...(Object.keys(limits).length > 0 && { limits }),
  };
  const differs = kept.weight !== undefined || kept.limits !== undefined;
  return { ok: true, document: { ...document, changes: differs ? { ...others, [code]: kept } : others } };
}

function withHouseCheck(
  document: RuleBookDocument,
  id: string,
  check: HouseCheck | undefined,
  inherited: Rules,
): Changed {
  const others = document.house.filter((one) => one.id !== id);
  if (check === undefined) return { ok: true, document: { ...document, house: others } };
  const read = HouseCheck.safeParse({ ...check, id });
  if (!read.success) return refuse(issueInWords(read.error, check.name || 'The check'));
  const sameName = (one: HouseCheck) => one.name.toLowerCase() === read.data.name.toLowerCase();
  if ([...others, ...inherited.house].some((one) => one.id !== id && sameName(one)))
    return refuse(`There is a check named “${read.data.name}” already. Choose another name.`);
  const at = document.house.findIndex((one) => one.id === id);
  const house = at < 0 ? [...others, read.data] : document.house.with(at, read.data);
  if (house.length > 200) return refuse('A rule book holds 200 checks of the house at most.');
  return { ok: true, document: { ...document, house } };
}

function withFrom(
  document: RuleBookDocument,
  from: string,
  id: string,
  books: ReadonlyMap<string, StoredBook>,
): Changed {
  const chain = chainOf(from, books);
  if (!chain) return refuse('The book to derive from is not there.');
  if (from === id || chain.houses.some((one) => one.id === id)) {
    const through = chain.houses[0];
    return refuse(
      from === id || !through
        ? 'A rule book cannot derive from itself.'
        : `${through.name} derives from this book already, so this book cannot derive from it.`,
    );
  }
  return { ok: true, document: { ...document, from } };
}
