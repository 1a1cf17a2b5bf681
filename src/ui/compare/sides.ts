import { useQueries } from '@tanstack/react-query';
import type { FormatView } from '../../contract/formats';
import { editionQuery, formatQuery, stateQuery } from '../data/queries';
import { whenAllAreThere } from '../data/use-at-hand';

const EDITION = 'edition/';

/** What stands in the address for an edition; a format's id alone stands for its newest one. */
export const sideOfEdition = (edition: string): string => `${EDITION}${edition}`;

/** What stands in the address for an edition as it stood at a version. */
export const sideOfState = (edition: string, version: number): string => `${EDITION}${edition}/${version}`;

function queryOf(side: string) {
  if (!side.startsWith(EDITION)) return formatQuery(side);
  const [edition, version] = side.slice(EDITION.length).split('/');
  return version === undefined ? editionQuery(edition!) : stateQuery(edition!, version);
}

/** What is compared, in that order; undefined until all of it is there. */
export const useCompared = (sides: readonly string[]): FormatView[] | undefined =>
  useQueries({ queries: sides.map(queryOf), combine: whenAllAreThere });

/** Why what is compared cannot be read, in words; undefined when it can. */
export const useComparedProblem = (sides: readonly string[]): string | undefined =>
  useQueries({ queries: sides.map(queryOf), combine: firstProblem });

const firstProblem = (results: readonly { error: Error | null }[]): string | undefined =>
  results.find(({ error }) => error)?.error?.message;
