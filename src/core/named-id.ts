import { sha256 } from '@noble/hashes/sha2.js';
import { isPlain } from './plain-id';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/**
 * An id made from a name: its letters and digits in lower case, without accents, words joined by hyphens. A name of another alphabet
 * gets the beginning of its hash, so that two names are two ids.
 *
 * @param otherwise what such an id begins with
 */
export function namedId(name: string, otherwise: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 80);
  if (plain !== '' && isPlain(plain) && !/(?!\p{Script=Latin})\p{L}/u.test(name)) return plain;
  return `${plain.slice(0, 60) || otherwise}-${bytesToHex(sha256(utf8ToBytes(name))).slice(0, 10)}`;
}

/** The id of a property that is new to the dictionary. */
export const propertyId = (name: string): string => namedId(name, 'property');

/** The id of a model that is new to the office. */
export const specimenId = (name: string): string => namedId(name, 'model');
