import { queryOptions } from '@tanstack/react-query';
import { listAccounts } from '../../contract/accounts';
import { listPeople } from '../../contract/people';
import { listPlaces, listProjects, readPlaceChanges } from '../../contract/places';
import { ask } from '../data/request';

/** The sites, projects and profiles of the office with their values. */
export const placesQuery = queryOptions({ queryKey: ['places'], queryFn: () => ask(listPlaces) });

/** The projects by name. */
export const projectsQuery = queryOptions({ queryKey: ['places', 'projects'], queryFn: () => ask(listProjects) });

/** Who changed a place, when and how. */
export const changesQuery = (id: string) =>
  queryOptions({ queryKey: ['place changes', id], queryFn: () => ask(readPlaceChanges, { params: { id } }) });

/** Everybody who signs drawings, and those who did. */
export const peopleQuery = queryOptions({ queryKey: ['people'], queryFn: () => ask(listPeople) });

/** Who can sign in, and as what. */
export const accountsQuery = queryOptions({ queryKey: ['accounts'], queryFn: () => ask(listAccounts) });
