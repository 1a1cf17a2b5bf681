import { TOLERANCE } from '../../geometry/length';
import { styleOn } from '../../lettering/style';
import { limitsOf, rulesOf } from '../../rules/effective';
import { letteringOf } from '../../scene/cell-room';
import type { Filling } from '../../scene/content-text';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedCell, type LookedSheet, cellPlace } from '../looked-at';

/** The book's least heights where a cell stands: ISO 3098 has 2.5 mm for values and 1.8 for captions, ASME Y14.2 3 and 2.5. */
export const leastIn = ({ facts, document }: Pick<Filling, 'facts' | 'document'>) =>
  limitsOf(rulesOf(facts, document.unit), 'under the least height');

/** Cells whose values are lettered lower than that. */
export const leastValueHeight: Check<LookedCell> = {
  codes: ['under the least height'],
  look(at) {
    const { cell, filling, room } = at.context;
    const least = leastIn(filling).values;
    const style = filling.document.letterings.find(({ id }) => id === cell.lettering)!;
    const { height } = letteringOf(cell.lettering, filling, room.sizeId, cell.override);
    if (height >= least - TOLERANCE || !cell.contents.some((content) => 'parts' in content)) return [];
    const params = { of: 'values', style: style.id, styleName: style.name, height, least } as const;
    return [noticed('under the least height', params, cellPlace(at))];
  },
};

/** Captions that are lettered lower than that by a height of their own. */
export const leastOwnCaptionHeight: Check<LookedCell> = {
  codes: ['under the least height'],
  look(at) {
    const { cell, filling } = at.context;
    const height = cell.caption?.override?.height;
    const least = leastIn(filling).captions;
    if (height === undefined || height >= least - TOLERANCE) return [];
    const style = filling.document.letterings.find(({ id }) => id === cell.caption!.lettering)!;
    const params = { of: 'captions', style: style.id, styleName: style.name, height, least } as const;
    return [noticed('under the least height', params, cellPlace(at))];
  },
};

/** Styles that letter captions on the sheet lower than that. */
export const leastCaptionHeight: Check<LookedSheet> = {
  codes: ['under the least height'],
  look({ document, laid, sizeId, rules }) {
    const least = limitsOf(rules, 'under the least height').captions;
    const captioned = (id: string) =>
      laid.some(({ block }) => block.cells.some((cell) => cell.caption?.lettering === id));
    return document.letterings
      .map((style) => styleOn(style, sizeId))
      .filter(({ id, height }) => height < least - TOLERANCE && captioned(id))
      .map(({ id, name, height }) =>
        noticed('under the least height', { of: 'captions', style: id, styleName: name, height, least }, {}),
      );
  },
};
