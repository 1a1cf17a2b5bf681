import { queryOptions } from '@tanstack/react-query';
import { listProperties, readAnswered, readUses } from '../../contract/properties';
import { ask } from '../data/request';

/** How often the dictionary is asked for while properties are being merged, ms. */
const MERGING_EVERY_MS = 700;

export const dictionaryQuery = queryOptions({
  queryKey: ['dictionary'],
  queryFn: () => ask(listProperties),
  refetchInterval: ({ state }) => (state.data?.entries.some(({ merging }) => merging) ? MERGING_EVERY_MS : false),
});

export const usesQuery = (id: string) =>
  queryOptions({ queryKey: ['uses', id], queryFn: () => ask(readUses, { params: { id } }) });

/** How many drawings have answered a property. */
export const answeredQuery = (id: string) =>
  queryOptions({ queryKey: ['answered', id], queryFn: () => ask(readAnswered, { params: { id }, query: {} }) });
