import { deepEqual } from 'fast-equals';
import { z } from 'zod';
import { propertyId } from '../named-id';
import { type Table, writeTable } from '../exchange/table';
import { issueInWords } from '../format/issue-words';
import { type Outcome, refuse } from '../refusal';
import { PropertyDefinition } from './definition';
import { matchedName, nameClash } from './names';

const COLUMNS = [
  'Name',
  'Type',
  'Source',
  'Quantity',
  'Unit',
  'Also read as',
  'Longest',
  'Pattern',
  'Choices',
  'Required of',
  'Description',
  'Display',
  'Id',
] as const;
type Column = (typeof COLUMNS)[number];

/** Parts a list in one cell. */
const LIST = ' | ';

/** A list in one cell; as JSON where its parts could not be told apart otherwise. */
function listText(parts: readonly string[]): string {
  const plain = parts.join(LIST);
  return parts.length > 0 && partsOf(plain)?.join('\n') === parts.join('\n') ? plain : JSON.stringify(parts);
}

/** The parts of a list in one cell; undefined when it is none. */
function partsOf(text: string): string[] | undefined {
  if (text.startsWith('[')) {
    const parts = z.array(z.string()).safeParse(jsonIn(text));
    return parts.success ? parts.data : undefined;
  }
  return text
    .split('|')
    .map((one) => one.trim())
    .filter(Boolean);
}

function jsonIn(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** Stands where a property is required of neither parts nor assemblies, and says so. */
const NEITHER = 'neither';

/** The dictionary as a CSV text, one property a row. */
export function dictionaryCsv(properties: readonly PropertyDefinition[]): string {
  const rows = properties.map((property): Record<Column, string> => ({
    Name: property.name,
    Type: property.type,
    Source: property.source,
    Quantity: property.quantity ?? '',
    Unit: property.unit ?? '',
    'Also read as': property.aliases.length === 0 ? '' : listText(property.aliases),
    Longest: property.length === undefined ? '' : String(property.length),
    Pattern: property.pattern ?? '',
    Choices: property.choices ? listText(property.choices) : '',
    'Required of': property.mustHave
      ? [property.mustHave.part && 'part', property.mustHave.assembly && 'assembly'].filter(Boolean).join(LIST) ||
        NEITHER
      : '',
    Description: property.description ?? '',
    Display: property.display ? JSON.stringify(property.display) : '',
    Id: property.id,
  }));
  return writeTable(
    [...COLUMNS],
    rows.map((row) => COLUMNS.map((column) => row[column])),
  );
}

/** One row of a dictionary file: the property it describes, or why it is none. */
export interface DictionaryRow {
  line: number;
  property?: PropertyDefinition;
  /** What reading it does to the dictionary. */
  does: 'adds' | 'changes' | 'leaves as it is' | 'refused';
  words: string;
}

/**
 * Reads a dictionary file against the dictionary there is: each row adds a property, changes the one of its id or name, or
 * is refused with its reason. What a file does not say of a known property stays.
 */
export function readDictionary(table: Table, known: readonly PropertyDefinition[]): Outcome<{ rows: DictionaryRow[] }> {
  const index = new Map(table.header.map((name, i) => [matchedName(name), i]));
  if (!index.has('name')) return refuse('The file has no column “Name”.');
  const seen = new Map<string, number>();
  /** The dictionary as the rows before leave it. */
  const now = new Map(known.map((one) => [one.id, one]));
  const rows = table.rows.map(({ line, cells }): DictionaryRow => {
    const cell = (column: Column) => {
      const i = index.get(matchedName(column));
      return i === undefined ? undefined : (cells[i] ?? '').trim();
    };
    const name = cell('Name') ?? '';
    const before =
      known.find((one) => one.id === cell('Id')) ?? known.find((one) => matchedName(one.name) === matchedName(name));
    const refused = (words: string): DictionaryRow => ({ line, does: 'refused', words });
    const earlier = seen.get(matchedName(name));
    if (earlier !== undefined) return refused(`“${name}” stands on line ${earlier} already.`);
    seen.set(matchedName(name), line);
    const list = (column: Column) => {
      const text = cell(column);
      return text === undefined ? undefined : partsOf(text);
    };
    const display = cell('Display') ? jsonIn(cell('Display')!) : undefined;
    if (cell('Display') && display === undefined) return refused(`“${name}”: its display is not JSON.`);
    const given = {
      name,
      type: cell('Type') || undefined,
      source: cell('Source') || undefined,
      quantity: cell('Quantity') || undefined,
      unit: cell('Unit') || undefined,
      aliases: list('Also read as'),
      display,
      length: cell('Longest') ? Number(cell('Longest')) : undefined,
      pattern: cell('Pattern') || undefined,
      choices: cell('Choices') ? list('Choices') : undefined,
      mustHave: cell('Required of')
        ? { part: list('Required of')!.includes('part'), assembly: list('Required of')!.includes('assembly') }
        : undefined,
      description: cell('Description') || undefined,
    };
    const parsed = PropertyDefinition.safeParse({
      // A file of another office brings the ids by which its formats link.
      id: cell('Id') || propertyId(name),
      type: 'text',
      source: 'model',
      aliases: [],
      ...before,
      ...Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined)),
    });
    if (!parsed.success) return refused(issueInWords(parsed.error, `“${name}”`));
    const clash = nameClash(parsed.data, now.values());
    if (clash) return refused(`“${name}”: ${clash}`);
    now.set(parsed.data.id, parsed.data);
    const does = !before ? 'adds' : deepEqual(before, parsed.data) ? 'leaves as it is' : 'changes';
    return {
      line,
      property: parsed.data,
      does,
      words: before && before.name !== name ? `${before.name} → ${name}` : name,
    };
  });
  return { ok: true, rows };
}
