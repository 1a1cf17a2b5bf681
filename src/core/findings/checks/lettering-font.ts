import { letteringOf } from '../../scene/cell-room';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedText, cellPlace } from '../looked-at';

/** A font that the lettering names and the office does not have. */
export const letteringFont: Check<LookedText> = {
  codes: ['font missing'],
  look(at) {
    const { cell, filling, room } = at.context;
    const { font } = letteringOf(cell.lettering, filling, room.sizeId, cell.override);
    return filling.resources.fonts.has(font) ? [] : [noticed('font missing', { font }, cellPlace(at))];
  },
};
