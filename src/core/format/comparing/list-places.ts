import { acceptanceWords } from '../../findings/words';
import { canonicalJson } from '../canonical';
import { trimNumber } from '../../geometry/length';
import type { FormatDocument } from '../document';
import { lengthsInWords } from '../length-value';
import { inOrderOf, withEntry } from './entries';
import { NOT_THERE, type Place } from './place';

/** A list of a document whose entries are told apart by ids. */
interface List<T extends NonNullable<unknown>> {
  key: string;
  of: (document: FormatDocument) => readonly T[];
  /** What one entry is called, and all of them in order. */
  words: (entry: T) => string;
  order: string;
  id: (entry: T) => string;
  name: (entry: T) => string;
  text: (entry: T) => string;
  with: (document: FormatDocument, entries: T[]) => FormatDocument;
}

const list = <T extends NonNullable<unknown>>(one: List<T>): List<NonNullable<unknown>> =>
  one as unknown as List<NonNullable<unknown>>;

const LISTS: readonly List<NonNullable<unknown>>[] = [
  list({
    key: 'sizes',
    of: ({ sizes }) => sizes,
    words: (size) => `Size ${size.name}`,
    order: 'Order of the sizes',
    id: ({ id }) => id,
    name: ({ name }) => name,
    text: ({ width, height }) => `${lengthsInWords(width)} × ${lengthsInWords(height)} mm`,
    with: (document, sizes) => ({ ...document, sizes }),
  }),
  list({
    key: 'inks',
    of: ({ inks }) => inks,
    words: (ink) => `Ink ${ink.name}`,
    order: 'Order of the inks',
    id: ({ id }) => id,
    name: ({ name }) => name,
    text: ({ colour }) => colour,
    with: (document, inks) => ({ ...document, inks }),
  }),
  list({
    key: 'letterings',
    of: ({ letterings }) => letterings,
    words: (style) => `Lettering style ${style.name}`,
    order: 'Order of the lettering styles',
    id: ({ id }) => id,
    name: ({ name }) => name,
    text: ({ font, height, heights }) =>
      [
        `${font}, ${trimNumber(height, 2)} mm`,
        ...Object.entries(heights ?? {}).map(([size, mm]) => `${trimNumber(mm, 2)} mm on ${size}`),
      ].join(', '),
    with: (document, letterings) => ({ ...document, letterings }),
  }),
  list({
    key: 'asked',
    of: ({ asked }) => asked,
    words: (asked) => `Asked value ${asked.name}`,
    order: 'Order of the asked values',
    id: ({ key }) => key,
    name: ({ name }) => name,
    text: ({ name, type, required }) => `${name}, ${type}${required ? ', required' : ''}`,
    with: (document, asked) => ({ ...document, asked }),
  }),
  list({
    key: 'accepted',
    of: ({ accepted }) => accepted ?? [],
    words: (one) => `Accepted: ${acceptanceWords(one)}`,
    order: 'Order of what is accepted',
    id: ({ code, place, params }) => [code, place.block, place.cell, canonicalJson(params)].join('/'),
    name: ({ code }) => code,
    text: ({ reason }) => reason,
    with: ({ accepted: _, ...document }, accepted) => (accepted.length > 0 ? { ...document, accepted } : document),
  }),
];

/** The entries of every list that two documents have, and the order of those they have in common. */
export const listPlaces = (a: FormatDocument, b: FormatDocument): Place[] =>
  LISTS.flatMap((of) => placesOfList(of, a, b));

function placesOfList(of: List<NonNullable<unknown>>, a: FormatDocument, b: FormatDocument): Place[] {
  const find = (document: FormatDocument, id: string) => of.of(document).find((entry) => of.id(entry) === id);
  const entries = new Map([...of.of(b), ...of.of(a)].map((entry) => [of.id(entry), entry]));
  const places = [...entries].map(([id, entry]): Place => ({
    key: `${of.key}/${id}`,
    words: of.words(entry),
    of: (document) => find(document, id),
    text(document) {
      const found = find(document, id);
      return found === undefined ? NOT_THERE : of.text(found);
    },
    taken: (document, from) => of.with(document, withEntry(of.of(document), of.of(from), id, of.id)),
  }));
  const inBoth = (id: string) => find(a, id) !== undefined && find(b, id) !== undefined;
  const common = (document: FormatDocument) => of.of(document).filter((entry) => inBoth(of.id(entry)));
  const order: Place = {
    key: `${of.key}/order`,
    words: of.order,
    of: (document) => common(document).map(of.id),
    text: (document) => common(document).map(of.name).join(', '),
    taken: (document, from) => of.with(document, inOrderOf(of.of(document), of.of(from), of.id)),
  };
  return [...places, order];
}
