import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { type CountView, listBooks, listCases, listNouns, readBook, readCounts } from '../../contract/rule-books';
import { behind } from '../data/queries';
import { ask } from '../data/request';

/** How often a count that goes on is asked how far it is, ms. */
const ASK_EVERY_MS = 500;

export const isGoing = (count: CountView | null | undefined): boolean =>
  count?.state === 'waiting' || count?.state === 'running';

/** The rule books: the shipped ones, then the house's. */
export const booksQuery = queryOptions({ queryKey: ['rule books'], queryFn: () => ask(listBooks) });

export const bookQuery = (id: string) =>
  queryOptions({ queryKey: ['rule book', id], queryFn: () => ask(readBook, { params: { id } }) });

/** What a book finds, and what a change of it would do, asked again while a count goes on. */
export const countsQuery = (id: string) =>
  queryOptions({
    queryKey: ['rule counts', id],
    queryFn: () => ask(readCounts, { params: { id } }),
    refetchInterval: ({ state }) => (isGoing(state.data?.count) || isGoing(state.data?.ahead) ? ASK_EVERY_MS : false),
  });

/** The formats and drawings with findings of a check, the worst first. */
export const casesQuery = (id: string, check: string, of: 'count' | 'ahead', counted: string) =>
  infiniteQueryOptions({
    queryKey: ['rule cases', id, check, of, counted],
    queryFn: ({ pageParam }) => ask(listCases, { params: { id }, query: { check, of, after: pageParam } }),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: behind,
  });

export const nounsQuery = queryOptions({ queryKey: ['nouns'], queryFn: () => ask(listNouns) });
