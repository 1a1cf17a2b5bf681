import { infiniteQueryOptions } from '@tanstack/react-query';
import { type WantedDrawings, listDrawings } from '../../contract/drawings';
import { behind } from '../data/queries';
import { ask } from '../data/request';

/** The register of drawings, page by page. */
export const registerQuery = (search: string, wanted: WantedDrawings) =>
  infiniteQueryOptions({
    queryKey: ['register', search, wanted],
    queryFn: ({ pageParam }) => ask(listDrawings, { query: { search, wanted, after: pageParam } }),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: behind,
  });
