import type { Place } from '../../core/findings/finding';
import type { Show } from '../../core/scene/resources';
import type { Filled } from '../data/office';

/** A sheet as the board shows it, and the place on it that is meant. */
export interface OnBoard {
  sizeId: string;
  show: Show;
  filled: Filled | undefined;
}

const SHOWS: readonly Show[] = ['values', 'names', 'longest', 'blank'];

/** The address of the board of a format, with a sheet on its desk as a proof has it and a place selected. */
export function boardAddress(format: string, { sizeId, show, filled }: OnBoard, { block, cell, sheet }: Place): string {
  const entries = {
    size: sizeId,
    show,
    model: filled?.specimen,
    variant: filled?.variant,
    block,
    cell,
    sheet: sheet === undefined ? undefined : 'following',
  };
  const given = Object.entries(entries).filter((entry): entry is [string, string] => entry[1] !== undefined);
  return `/formats/${encodeURIComponent(format)}?${new URLSearchParams(given).toString()}`;
}

/** What an address asks the board to show; undefined when it asks for nothing. */
export function fromAddress(
  search: URLSearchParams,
): (Partial<OnBoard> & { following: boolean } & Pick<Place, 'block' | 'cell'>) | undefined {
  const get = (name: string) => search.get(name) ?? undefined;
  const [size, show, model, variant] = [get('size'), get('show'), get('model'), get('variant')];
  if (size === undefined) return undefined;
  return {
    sizeId: size,
    ...(SHOWS.includes(show as Show) && { show: show as Show }),
    ...(model !== undefined && { filled: { specimen: model, ...(variant !== undefined && { variant }) } }),
    following: get('sheet') === 'following',
    block: get('block'),
    cell: get('cell'),
  };
}
