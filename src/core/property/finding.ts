import type { PropertyDefinition } from './definition';
import { matchedName } from './names';
import { USUAL_CAPTIONS } from './usual-captions';

const captions = new Map(USUAL_CAPTIONS.map(([id, usual]) => [id, usual.map(matchedName)]));

/** How well a name that is typed, whole or in part, tells a property; the best first. */
export const RANKS = [
  'its name',
  'a usual caption',
  'begins its name',
  'in its name',
  'in an alias',
  'in a usual caption',
] as const;

/**
 * How well a property is told by what is typed: an index of {@link RANKS}; undefined when it is not. Usual captions are those of
 * ISO 7200, ASME Y14.1 and custom.
 */
export function propertyRank(
  { id, name, aliases }: Pick<PropertyDefinition, 'id' | 'name' | 'aliases'>,
  typed: string,
): number | undefined {
  const wanted = matchedName(typed);
  const own = matchedName(name);
  const usual = captions.get(id) ?? [];
  const tells: Record<(typeof RANKS)[number], () => boolean> = {
    'its name': () => own === wanted || aliases.some((alias) => matchedName(alias) === wanted),
    'a usual caption': () => usual.includes(wanted),
    'begins its name': () => own.startsWith(wanted),
    'in its name': () => own.includes(wanted),
    'in an alias': () => aliases.some((alias) => matchedName(alias).includes(wanted)),
    'in a usual caption': () => wanted.length > 1 && usual.some((caption) => caption.startsWith(wanted)),
  };
  const rank = RANKS.findIndex((each) => tells[each]());
  return rank === -1 ? undefined : rank;
}

/** The properties that what is typed tells, the best first; those that it tells as well in the order given. */
export const foundProperties = <P extends Pick<PropertyDefinition, 'id' | 'name' | 'aliases'>>(
  properties: readonly P[],
  typed: string,
): P[] =>
  properties
    .flatMap((property) => {
      const rank = propertyRank(property, typed);
      return rank === undefined ? [] : [{ property, rank }];
    })
    .sort((a, b) => a.rank - b.rank)
    .map(({ property }) => property);
