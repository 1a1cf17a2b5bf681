import { type QueryClient, infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import {
  type ShelfOrder,
  type ShelfState,
  type Whose,
  listFormats,
  readEdition,
  readFormat,
} from '../../contract/formats';
import { readState } from '../../contract/editions';
import { listMaterials, readNumbering, readOffice } from '../../contract/office';
import { listParts } from '../../contract/parts';
import { readPicture } from '../../contract/pictures';
import { listSpecimens, readModels, readStore } from '../../contract/specimens';
import type { GlyphTableJson } from '../../core/lettering/glyph-table';
import type { Specimen } from '../../core/specimen/specimen';
import { ask } from './request';

/** From where the next page of a list goes on. */
export const behind = (page: { next?: string | undefined }) => page.next;

/** The dictionary, the values on record, materials and fonts. */
export const officeQuery = queryOptions({ queryKey: ['office'], queryFn: () => ask(readOffice) });

/** Which formats of the shelf are listed, beside what is searched for. */
export interface ShelfWanted {
  whose?: Whose;
  state?: ShelfState;
  category?: string;
  /** The one format that is asked for. */
  only?: string;
}

export const shelfQuery = (search: string, order: ShelfOrder, wanted: ShelfWanted = {}) =>
  infiniteQueryOptions({
    queryKey: ['shelf', search, order, wanted],
    queryFn: ({ pageParam }) => ask(listFormats, { query: { search, order, ...wanted, after: pageParam } }),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: behind,
  });

/** A format with its newest edition. */
export const formatQuery = (id: string) =>
  queryOptions({ queryKey: ['format', id], queryFn: () => ask(readFormat, { params: { id } }) });

/** A format as an edition of it stands. */
export const editionQuery = (id: string) =>
  queryOptions({ queryKey: ['edition', id], queryFn: () => ask(readEdition, { params: { id } }) });

/** A format as an edition of it stood at a version. */
export const stateQuery = (id: string, version: string) =>
  queryOptions({
    queryKey: ['edition', id, version],
    queryFn: () => ask(readState, { params: { id, version } }),
  });

/** Asks anew for all that shows a format's editions, their documents and their states. */
export function editionsChanged(queries: QueryClient, formatId: string): void {
  for (const queryKey of [['edition'], ['format', formatId], ['shelf'], ['history', formatId], ['format defaults']])
    void queries.invalidateQueries({ queryKey });
}

export const specimensQuery = (search: string) =>
  infiniteQueryOptions({
    queryKey: ['specimens', search],
    queryFn: ({ pageParam }) => ask(listSpecimens, { query: { search, after: pageParam } }),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: behind,
  });

/** How many models are asked for at once. */
const MODELS_AT_ONCE = 100;

async function modelsWithAll(ids: readonly string[]) {
  const found = new Map<string, Specimen>();
  for (let at = 0; at < ids.length; at += MODELS_AT_ONCE) {
    const some = await ask(readModels, { body: { ids: ids.slice(at, at + MODELS_AT_ONCE) } });
    for (const specimen of some) found.set(specimen.id, specimen);
  }
  return [...found.values()];
}

/** Specimens with all that they are made of. */
export const modelsQuery = (ids: readonly string[]) =>
  queryOptions({ queryKey: ['models', ...ids], queryFn: () => modelsWithAll(ids) });

/** A picture as sheets are composed with it: asked for once. */
export const pictureQuery = (hash: string) =>
  queryOptions({
    queryKey: ['picture', hash],
    queryFn: () => ask(readPicture, { params: { hash } }),
    staleTime: Infinity,
  });

const glyphs = async (path: string): Promise<unknown> => {
  const response = await fetch(path);
  if (!response.ok) throw new Error('The lettering cannot be loaded.');
  return response.json();
};

/** The glyph tables of the shipped fonts. */
export const shippedFontsQuery = queryOptions({
  queryKey: ['fonts'],
  queryFn: () => glyphs('/api/fonts') as Promise<GlyphTableJson[]>,
  staleTime: Infinity,
});

/** The glyph table of a font of the office. */
export const fontQuery = (id: string) =>
  queryOptions({
    queryKey: ['font', id],
    queryFn: () => glyphs(`/api/fonts/${encodeURIComponent(id)}/table`) as Promise<GlyphTableJson>,
    staleTime: Infinity,
  });

/** The shelf of parts. */
export const partsQuery = queryOptions({ queryKey: ['parts'], queryFn: () => ask(listParts) });

/** How drawings are numbered. */
export const numberingQuery = queryOptions({ queryKey: ['numbering'], queryFn: () => ask(readNumbering) });

export const materialsQuery = queryOptions({ queryKey: ['materials'], queryFn: () => ask(listMaterials) });

/** How often a screen asks what the model store has changed, ms. */
const STORE_EVERY_MS = 3_000;

export const storeQuery = queryOptions({
  queryKey: ['store'],
  queryFn: () => ask(readStore),
  refetchInterval: STORE_EVERY_MS,
});
