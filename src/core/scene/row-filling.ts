import type { Facts, TableRow } from '../property/facts';
import type { Filling } from './content-text';

const fillings = new WeakMap<Filling, WeakMap<TableRow, Filling>>();

/** What the cells of a row are filled from: the sheet's, with the row's own values and, in a parts list, its component. */
export function rowFilling(filling: Filling, row: TableRow): Filling {
  let known = fillings.get(filling);
  if (!known) fillings.set(filling, (known = new WeakMap()));
  let made = known.get(row);
  if (!made) {
    const facts: Facts = { ...filling.facts, overruled: undefined, row };
    if (row.model) Object.assign(facts, { model: row.model, variant: row.variant });
    known.set(row, (made = { ...filling, facts }));
  }
  return made;
}

const newestOf = new WeakMap<Facts, Facts>();

/** What the facts say of the drawing, with its newest revision: it is what every cell outside the table prints. */
export function withNewestRevision(facts: Facts): Facts {
  const newest = facts.revisions?.at(-1);
  if (!newest) return facts;
  let known = newestOf.get(facts);
  if (!known) {
    const { name = 'the drawing', values = {} } = facts.drawing ?? {};
    known = { ...facts, drawing: { name, values: { ...values, ...newest.values } } };
    newestOf.set(facts, known);
  }
  return known;
}
