import { useMemo } from 'react';
import { addProperty } from '../../../contract/properties';
import { askedFor } from '../../../core/format/asked';
import type { AskedValue } from '../../../core/format/document';
import type { PropertyDefinition } from '../../../core/property/definition';
import { propertyId } from '../../../core/named-id';
import { matchedName } from '../../../core/property/names';
import type { Outcome } from '../../../core/refusal';
import { ask } from '../../data/request';
import { type BoardStore, useBoard } from '../board-store';
import { fillAnew } from '../saving/opening';

/** What can be asked for: what the format asks already, a drawing property of the dictionary, or one that is new to it. */
export type Question =
  | { asks: 'already' | 'property'; asked: AskedValue }
  | { asks: 'new property'; asked: AskedValue; property: PropertyDefinition };

/** What can be asked for under a name or a part of one. */
export function useQuestions(query: string): Question[] {
  const asked = useBoard((board) => board.document.asked);
  const properties = useBoard((board) => board.office.properties);
  return useMemo(() => {
    const wanted = matchedName(query);
    const known = asked
      .filter(({ name }) => matchedName(name).includes(wanted))
      .map((one): Question => ({ asks: 'already', asked: one }));
    const answered = new Set(asked.map(({ key, property }) => property ?? key));
    const found = properties
      .filter(({ id, source }) => source === 'drawing' && !answered.has(id))
      .filter(({ name, aliases }) => [name, ...aliases].some((one) => matchedName(one).includes(wanted)))
      .map((property): Question => ({ asks: 'property', asked: askedFor(property) }));
    const name = query.trim();
    const names = [...asked, ...properties].flatMap((one) => [one.name, ...('aliases' in one ? one.aliases : [])]);
    if (!name || names.some((one) => matchedName(one) === wanted)) return [...known, ...found];
    const property: PropertyDefinition = { id: propertyId(name), name, type: 'text', source: 'drawing', aliases: [] };
    return [...known, ...found, { asks: 'new property', asked: askedFor(property), property }];
  }, [asked, properties, query]);
}

/** Gets what a question asks for ready: a property that is new goes into the dictionary, and onto the board. */
export const takeQuestion = (store: BoardStore, question: Question): Promise<Outcome<object>> =>
  question.asks === 'new property' ? addToDictionary(store, question.property) : Promise.resolve({ ok: true });

/** Adds a property to the dictionary, where the board finds it; or says why that cannot be. */
export async function addToDictionary(store: BoardStore, definition: PropertyDefinition): Promise<Outcome<object>> {
  try {
    await ask(addProperty, { body: { definition } });
    await fillAnew(store, store.getState().board!.format.id);
    return { ok: true };
  } catch (error) {
    return { ok: false, reason: (error as Error).message };
  }
}

/** Where the values of a property that is made on the board may come from, the likeliest first. */
const NEW_OF = ['model', 'organisation', 'project'] as const;

/** The properties that a name might become which no property has yet, one a place that its values may come from. */
export function useNewProperties(query: string): PropertyDefinition[] {
  const properties = useBoard((board) => board.office.properties);
  return useMemo(() => {
    const name = query.trim();
    const wanted = matchedName(name);
    const isKnown = properties.some((one) => [one.name, ...one.aliases].some((known) => matchedName(known) === wanted));
    if (wanted === '' || isKnown) return [];
    return NEW_OF.map((source) => ({ id: propertyId(name), name, type: 'text', source, aliases: [] }));
  }, [properties, query]);
}
