import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import stringify from 'safe-stable-stringify';

/** JSON with its keys in order, so that equal documents are equal texts. */
export function canonicalJson(value: unknown): string {
  return stringify(value) ?? 'null';
}

/** SHA-256 of the canonical JSON, in hex: equal hashes mean equal documents. */
export function canonicalHash(value: unknown): string {
  return bytesToHex(sha256(utf8ToBytes(canonicalJson(value))));
}
