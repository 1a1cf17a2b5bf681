import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import stringify from 'safe-stable-stringify';

/** JSON with its keys in order, so that equal documents are equal texts. */
export function canonicalJson(value: unknown): string {
  return stringify(value) ?? 'null';
}

/** SHA-256 of a text in UTF-8, in hex. */
export const hashOfText = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)));

/** SHA-256 of the canonical JSON, in hex: equal hashes mean equal documents. */
export const canonicalHash = (value: unknown): string => hashOfText(canonicalJson(value));
