import type { FormatDocument } from '../../format/document';
import { TOLERANCE } from '../../geometry/length';
import { styleOn } from '../../lettering/style';
import { letteringOf } from '../../scene/cell-room';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedCell, type LookedSheet, cellPlace } from '../looked-at';

/** Least heights in use: notes and values 2.5 mm, captions 1.8 (ISO 3098); inch sheets 3 and 2.5 mm (ASME Y14.2). */
export const leastHeights = (unit: FormatDocument['unit']): { value: number; caption: number } =>
  unit === 'in' ? { value: 3, caption: 2.5 } : { value: 2.5, caption: 1.8 };

/** Cells whose values are lettered lower than that. */
export const leastValueHeight: Check<LookedCell> = {
  codes: ['under the least height'],
  look(at) {
    const { cell, filling, room } = at.context;
    const least = leastHeights(filling.document.unit).value;
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
    const least = leastHeights(filling.document.unit).caption;
    if (height === undefined || height >= least - TOLERANCE) return [];
    const style = filling.document.letterings.find(({ id }) => id === cell.caption!.lettering)!;
    const params = { of: 'captions', style: style.id, styleName: style.name, height, least } as const;
    return [noticed('under the least height', params, cellPlace(at))];
  },
};

/** Styles that letter captions on the sheet lower than that. */
export const leastCaptionHeight: Check<LookedSheet> = {
  codes: ['under the least height'],
  look({ document, laid, sizeId }) {
    const least = leastHeights(document.unit).caption;
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
