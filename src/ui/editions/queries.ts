import { queryOptions } from '@tanstack/react-query';
import { listDefaults, proposeRelease, readHistory } from '../../contract/editions';
import { readFormat } from '../../contract/formats';
import { ask } from '../data/request';

/** A format's editions and who did what to it. */
export const historyQuery = (formatId: string) =>
  queryOptions({
    queryKey: ['history', formatId],
    queryFn: () => ask(readHistory, { params: { id: formatId } }),
    staleTime: 0,
  });

/** The format that is to be released, as it was when the release was begun. */
export const toReleaseQuery = (formatId: string) =>
  queryOptions({
    queryKey: ['to release', formatId],
    queryFn: () => ask(readFormat, { params: { id: formatId } }),
    staleTime: Infinity,
    gcTime: 0,
  });

/** What an open edition would be released as. */
export const proposalQuery = (editionId: string) =>
  queryOptions({
    queryKey: ['release', editionId],
    queryFn: () => ask(proposeRelease, { params: { id: editionId } }),
    // What is reviewed stays as it is until it is asked for again.
    staleTime: Infinity,
    gcTime: 0,
  });

/** Which formats new drawings are offered first. */
export const defaultsQuery = queryOptions({ queryKey: ['format defaults'], queryFn: () => ask(listDefaults) });
