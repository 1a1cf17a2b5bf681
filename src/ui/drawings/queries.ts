import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { type RegisterEntry, type RegisterQuery, listDrawings, readRegisterChoices } from '../../contract/drawings';
import { behind } from '../data/queries';
import { ask } from '../data/request';

/** The register of drawings, page by page. */
export const registerQuery = (search: string, wanted: RegisterQuery) =>
  infiniteQueryOptions({
    queryKey: ['register', search, wanted],
    queryFn: ({ pageParam }) => ask(listDrawings, { query: { search, ...wanted, after: pageParam } }),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: behind,
  });

/** By what the register may be narrowed. */
export const registerChoicesQuery = queryOptions({
  queryKey: ['register choices'],
  queryFn: () => ask(readRegisterChoices),
});

/** All entries of the register, every page of it. */
export async function wholeRegister(search: string, wanted: RegisterQuery): Promise<RegisterEntry[]> {
  const entries: RegisterEntry[] = [];
  for (let after: string | undefined, first = true; first || after !== undefined; first = false) {
    const page = await ask(listDrawings, { query: { search, ...wanted, after } });
    entries.push(...page.entries);
    after = page.next;
  }
  return entries;
}
