/** A message of a schema, such as `a scale is written 1:2`, as a sentence. */
export const sentence = (words: string): string => `${words[0]!.toUpperCase()}${words.slice(1)}.`;
