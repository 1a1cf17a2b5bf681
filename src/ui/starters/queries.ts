import { queryOptions } from '@tanstack/react-query';
import { listStarters } from '../../contract/starters';
import { readProfile } from '../../contract/profiles';
import { ask } from '../data/request';

/** The starters of the office by name. */
export const startersQuery = queryOptions({ queryKey: ['starters'], queryFn: () => ask(listStarters) });

/** A drafting profile as it stands. */
export const profileQuery = (id: string) =>
  queryOptions({ queryKey: ['profile', id], queryFn: () => ask(readProfile, { params: { id } }) });
