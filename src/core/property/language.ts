import type { Facts } from './facts';
import { SUPPLIED } from './supplied';

/** The language of a drawing, as BCP 47 names it; undefined when the drawing names none that can be one. */
export function languageOf({ drawing }: Pick<Facts, 'drawing'>): string | undefined {
  const named = drawing?.values[SUPPLIED.language];
  return typeof named === 'string' && /^[a-z]{2,3}(-[a-z0-9]{2,8})*$/i.test(named) ? named : undefined;
}
