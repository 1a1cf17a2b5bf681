/** A list with the entry of an id as another list has it: replaced, taken away, or put in before the one it stands before there. */
export function withEntry<T>(entries: readonly T[], from: readonly T[], id: string, idOf: (entry: T) => string): T[] {
  const place = from.findIndex((entry) => idOf(entry) === id);
  if (place < 0) return entries.filter((entry) => idOf(entry) !== id);
  const entry = from[place]!;
  if (entries.some((one) => idOf(one) === id)) return entries.map((one) => (idOf(one) === id ? entry : one));
  const there = new Set(entries.map(idOf));
  const next = from
    .slice(place + 1)
    .map(idOf)
    .find((one) => there.has(one));
  const at = next === undefined ? entries.length : entries.findIndex((one) => idOf(one) === next);
  return entries.toSpliced(at, 0, entry);
}

/** A list whose entries that another has too stand in that one's order, in the places that they have; the others stay. */
export function inOrderOf<T extends NonNullable<unknown>>(
  entries: readonly T[],
  from: readonly T[],
  idOf: (entry: T) => string,
): T[] {
  const byId = new Map(entries.map((entry) => [idOf(entry), entry]));
  const known = from.flatMap((entry) => byId.get(idOf(entry)) ?? []);
  const inFrom = new Set(known);
  return entries.map((entry) => (inFrom.has(entry) ? known.shift()! : entry));
}
