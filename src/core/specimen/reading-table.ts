import { specimenId } from '../named-id';
import { isValid, parse } from 'date-fns';
import type { Table } from '../exchange/table';
import type { PropertyDefinition } from '../property/definition';
import { hasForm } from '../property/pattern';
import { matchedName } from '../property/names';
import { knownUnit } from '../property/units';
import type { Value, Values } from '../property/value';
import { type Outcome, refuse } from '../refusal';
import { type WritingHabits, dateOrderIn, decimalMarkIn, isDoubtfulNumber, readNumber } from './written-numbers';
import type { Specimen } from './specimen';

/** What a column of a table of models is read as. */
export interface ReadColumn {
  header: string;
  /** The model's own data, a property of the dictionary, or a name no property reads yet. */
  as: 'model' | 'variant' | 'kind' | 'property' | 'alias' | 'new';
  property?: PropertyDefinition;
}

export interface ReadRow {
  line: number;
  model: string;
  variant: string;
  values: Values;
  /** Why single values, or the whole row, are not taken. */
  problems: string[];
  refused: boolean;
}

export interface ReadModels {
  columns: ReadColumn[];
  rows: ReadRow[];
  models: Specimen[];
  /** The files that hold shapes of the models, by the hash that the models name them with. */
  shapes: { hash: string; file: string }[];
  /** What can be read in two ways, and neither the file nor whoever reads it says how. */
  doubts?: Doubt[];
}

/** A cell that can be read in two ways. */
export interface Doubt {
  about: 'decimal mark' | 'order of dates';
  line: number;
  column: string;
  text: string;
}

const MODEL = ['model', 'modelname', 'modelid', 'id', 'filename', 'name'];
const VARIANT = ['variant', 'variantname'];
const KIND = ['kind', 'modelkind'];

/**
 * Reads a table of models: one row for a model or for a variant of it, one column for each property, matched by name and
 * alias. A value that is not of its property's type is named with its line and left out; a row without a model is refused.
 *
 * @param said how the file writes numbers and dates, where it does not show it itself
 */
export function readModels(
  table: Table,
  properties: readonly PropertyDefinition[],
  said: WritingHabits = {},
): Outcome<ReadModels> {
  const columns = table.header.map((header) => columnAs(header, properties));
  const models = columns.filter(({ as }) => as === 'model');
  if (models.length === 0)
    return refuse(
      `No column names the model. Name one “Model”; the columns are ${table.header.slice(0, 6).join(', ')}.`,
    );
  const habits = { ...habitsOf(table, columns), ...said };
  const at = (as: ReadColumn['as']) => columns.findIndex((column) => column.as === as);
  const [model, variant, kind] = [at('model'), at('variant'), at('kind')];
  const found = new Map<string, Specimen>();
  const seen = new Map<string, number>();
  const rows = table.rows.map(({ line, cells }): ReadRow => {
    const cell = (i: number) => (i < 0 ? '' : (cells[i] ?? '').trim());
    const row: ReadRow = { line, model: cell(model), variant: cell(variant), values: {}, problems: [], refused: false };
    const refused = (words: string) => {
      row.problems.push(words);
      row.refused = true;
      return row;
    };
    if (row.model === '') return refused('It names no model.');
    if (cells.length > columns.length) return refused(`It has ${cells.length} values for ${columns.length} columns.`);
    const key = `${matchedName(row.model)}/${matchedName(row.variant)}`;
    const earlier = seen.get(key);
    if (earlier !== undefined)
      return refused(`${[row.model, row.variant].filter(Boolean).join(', ')} stands on line ${earlier} already.`);
    seen.set(key, line);
    const said = cell(kind).toLowerCase();
    if (said !== '' && said !== 'part' && said !== 'assembly')
      return refused(`“${cell(kind)}” is no kind: part or assembly.`);
    columns.forEach((column, i) => {
      const text = cell(i);
      if (text === '' || !['property', 'alias', 'new'].includes(column.as)) return;
      const value = typedValue(text, column.property, habits);
      if (value.ok) row.values[column.header] = value.value;
      else row.problems.push(`${column.header}: ${value.reason}`);
    });
    put(found, row, said === 'assembly' ? 'assembly' : 'part');
    return row;
  });
  return { ok: true, columns, rows, models: [...found.values()], shapes: [], doubts: doubtsIn(table, columns, habits) };
}

type Typed = [column: ReadColumn, line: number, text: string];

/** The cells of a table that are numbers, or dates. */
function* cellsOf(table: Table, columns: readonly ReadColumn[], type: 'number' | 'date'): Generator<Typed> {
  for (const [i, column] of columns.entries()) {
    if (column.property?.type !== type) continue;
    for (const { line, cells } of table.rows) {
      const text = (cells[i] ?? '').trim();
      if (text !== '') yield [column, line, text];
    }
  }
}

/** How a table writes numbers and dates, where all its cells that show it agree. */
function habitsOf(table: Table, columns: readonly ReadColumn[]): WritingHabits {
  const marks = new Set([...cellsOf(table, columns, 'number')].map(([, , text]) => decimalMarkIn(text)));
  const orders = new Set([...cellsOf(table, columns, 'date')].map(([, , text]) => dateOrderIn(text)));
  const one = <T>(...shown: (T | false)[]) => {
    const found = shown.filter((each) => each !== false);
    return found.length === 1 ? found[0] : undefined;
  };
  const decimalMark = one(marks.has('.') && ('.' as const), marks.has(',') && (',' as const));
  const slashDates = one(orders.has('day') && ('day' as const), orders.has('month') && ('month' as const));
  return { ...(decimalMark && { decimalMark }), ...(slashDates && { slashDates }) };
}

function doubtsIn(table: Table, columns: readonly ReadColumn[], habits: WritingHabits): Doubt[] {
  const doubts: Doubt[] = [];
  const note = (about: Doubt['about'], [{ header }, line, text]: Typed) =>
    doubts.push({ about, line, column: header, text });
  if (habits.decimalMark === undefined) {
    for (const cell of cellsOf(table, columns, 'number')) if (isDoubtfulNumber(cell[2])) note('decimal mark', cell);
  }
  if (habits.slashDates === undefined) {
    for (const cell of cellsOf(table, columns, 'date'))
      if (dateOrderIn(cell[2]) === 'either') note('order of dates', cell);
  }
  return doubts;
}

/** What a column of that name is read as: the model's own data, or a property by its name or an alias. */
export function columnAs(header: string, properties: readonly PropertyDefinition[]): ReadColumn {
  const name = matchedName(header);
  if (name === 'model' || name === 'modelname' || name === 'modelid') return { header, as: 'model' };
  if (VARIANT.includes(name)) return { header, as: 'variant' };
  if (KIND.includes(name)) return { header, as: 'kind' };
  const own = properties.filter((property) => property.source === 'model');
  const named = own.find((property) => matchedName(property.name) === name || matchedName(property.id) === name);
  if (named) return { header, as: 'property', property: named };
  const aliased = own.find((property) => property.aliases.some((alias) => matchedName(alias) === name));
  if (aliased) return { header, as: 'alias', property: aliased };
  return MODEL.includes(name) ? { header, as: 'model' } : { header, as: 'new' };
}

function put(found: Map<string, Specimen>, row: ReadRow, kind: Specimen['model']): void {
  const id = specimenId(row.model);
  const before: Specimen = found.get(id) ?? {
    kind: 'zonograph/specimen',
    version: 1,
    id,
    name: row.model,
    model: kind,
    values: {},
    variants: [],
    components: [],
  };
  found.set(
    id,
    row.variant === ''
      ? { ...before, model: kind, values: row.values }
      : { ...before, variants: [...before.variants, { name: row.variant, values: row.values }] },
  );
}

/** A text as a value of a property: a number with its unit, a date, a choice; text for anything else. */
export function typedValue(
  text: string,
  property: PropertyDefinition | undefined,
  habits: WritingHabits = {},
): Outcome<{ value: Value }> {
  switch (property?.type) {
    case 'number':
      return numberValue(text, property, habits);
    case 'date': {
      const shows = dateOrderIn(text);
      const order = shows === 'either' ? habits.slashDates : shows;
      if (shows === 'either' && order === undefined)
        return refuse(`“${text}” can be read in two ways: say whether the day or the month stands first.`);
      const date = ['yyyy-MM-dd', 'dd.MM.yyyy', order === 'month' ? 'MM/dd/yyyy' : 'dd/MM/yyyy']
        .map((form) => parse(text, form, new Date(0)))
        .find(isValid);
      if (!date) return refuse(`“${text}” is not a date; write it 2026-06-02.`);
      const two = (n: number) => String(n).padStart(2, '0');
      return { ok: true, value: `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}` };
    }
    case 'yes/no':
      if (/^(yes|y|true|1)$/i.test(text)) return { ok: true, value: true };
      return /^(no|n|false|0)$/i.test(text) ? { ok: true, value: false } : refuse(`“${text}” is neither yes nor no.`);
    case 'choice':
      if (property.choices && !property.choices.includes(text))
        return refuse(`“${text}” is not one of ${property.choices.slice(0, 5).join(', ')}.`);
      return { ok: true, value: text };
    default:
      if (property?.pattern && !hasForm(text, property.pattern))
        return refuse(`“${text}” is not of the form ${property.pattern}.`);
      return text.length > 2000 ? refuse('It is longer than 2000 characters.') : { ok: true, value: text };
  }
}

/** A number with its unit, which must measure what the property does. */
function numberValue(
  text: string,
  { unit, quantity }: PropertyDefinition,
  habits: WritingHabits,
): Outcome<{ value: Value }> {
  const read = readNumber(text, habits);
  if (!read.ok) return read;
  const { value, unit: given } = read;
  if (given === undefined) return { ok: true, value: unit === undefined ? value : { value, unit } };
  const known = knownUnit(given);
  if (!known) return refuse(`The unit “${given}” is not known.`);
  if (quantity && known.quantity !== quantity)
    return refuse(`“${given}” is a unit of ${known.quantity}, not of ${quantity}.`);
  return { ok: true, value: { value, unit: known.unit } };
}
