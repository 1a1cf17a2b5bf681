import { z } from 'zod';

/** False for a name that every object has from birth, such as “constructor”: looked up where it is not, it would be found all the same. */
export const isPlain = (id: string): boolean => !(id in Object.prototype);

/** What a thing within a document is called by: never shown, and a key in what is kept by size, ink or asked value. */
export const Id = z.string().min(1).max(80).refine(isPlain, 'is not to be used as an id');
