/** A property's name as it is matched: without case, spaces, punctuation and marks over letters. */
export function matchedName(name: string): string {
  return name
    .normalize('NFKD')
    .replace(/[^\p{L}\p{N}]/gu, '')
    .toLowerCase();
}
