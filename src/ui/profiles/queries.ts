import { queryOptions } from '@tanstack/react-query';
import { listProfiles, readRevision } from '../../contract/profiles';
import { ask } from '../data/request';

/** The drafting profiles of the office by name. */
export const profilesQuery = queryOptions({ queryKey: ['profiles'], queryFn: () => ask(listProfiles) });

/** A profile as it was released: it stays so. */
export const revisionQuery = (id: string, number: number) =>
  queryOptions({
    queryKey: ['profile revision', id, number],
    queryFn: () => ask(readRevision, { params: { id, number: String(number) } }),
    staleTime: Infinity,
  });
