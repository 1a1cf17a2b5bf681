import type { z } from 'zod';
import { sentence } from './sentence';

/** Validates a field of a form by a schema: true, or what is wrong in a sentence. */
export const soundBy =
  (schema: z.ZodType) =>
  (text: string): true | string => {
    const read = schema.safeParse(text);
    return read.success || sentence(read.error.issues[0]!.message);
  };
