import type { Moving, OpenDrawing } from '../drawing-store';

/** A move that somebody wants, before it is foreseen. */
export interface WantedMove {
  title: string;
  to: Moving['to'];
  /** The drawing is finished, and reopened by it. */
  reopens?: boolean;
}

/** The move of a drawing to what is newer of its formats, or used instead of them; undefined when nothing is. */
export function offeredMove({ formats, drawing }: OpenDrawing): WantedMove | undefined {
  const [own, ...others] = formats;
  const newest = newerEdition(own!);
  const moves = drawing.sheets.flatMap(({ id, edition }, i) => {
    const format = others.find((one) => one.edition.id === edition);
    const to = format && newerEdition(format);
    return to ? [{ sheet: i + 1, id, to }] : [];
  });
  if (!newest && moves.length === 0) return undefined;
  const [only] = moves;
  return {
    title:
      newest && !only
        ? `Move to ${newest.words}`
        : only && moves.length === 1 && !newest
          ? `Move sheet ${only.sheet} to ${only.to.words}`
          : 'Move to newer editions',
    to: {
      ...(newest && { edition: newest.id }),
      ...(moves.length > 0 && { sheets: Object.fromEntries(moves.map(({ id, to }) => [id, { edition: to.id }])) }),
    },
  };
}

function newerEdition({ newer = [] }: OpenDrawing['formats'][number]): { id: string; words: string } | undefined {
  for (const one of newer) {
    if (one.of === 'edition') return { id: one.to, words: `edition ${one.now}` };
    if (one.of === 'withdrawn' && one.to !== undefined) return { id: one.to, words: one.instead ?? 'another edition' };
  }
  return undefined;
}

/** A move without some of a drawing's sheets, which stay on the edition that they have. */
export function staysBehind(
  { editionId, sheets }: Pick<OpenDrawing['drawing'], 'editionId' | 'sheets'>,
  to: Moving['to'],
  behind: readonly string[],
): Moving['to'] {
  if (behind.length === 0) return to;
  // When most stay, single sheets move; the drawing's own format does not.
  const own = to.edition !== undefined && behind.length >= sheets.length / 2;
  const wanted = { ...to.sheets };
  for (const { id, edition } of sheets) {
    if (behind.includes(id)) {
      delete wanted[id];
      if (!own) wanted[id] = { edition: edition ?? editionId };
    } else if (own && edition === undefined) wanted[id] = { ...wanted[id], edition: to.edition! };
  }
  const { edition, ...rest } = to;
  return { ...rest, ...(!own && edition !== undefined && { edition }), sheets: wanted };
}
