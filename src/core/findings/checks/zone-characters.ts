import { lengthAt } from '../../format/length-value';
import { sheetGeometry } from '../../format/sheet';
import { lineInk, measureLine } from '../../lettering/setting';
import { STANDARD_HEIGHTS, inCase, styleOn, withHeight } from '../../lettering/style';
import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** Characters of the zones that come too near to the frame or to the outer line of the band they stand in. */
export const zoneCharacters: Check<LookedSheet> = {
  codes: ['zone characters too large'],
  look({ document, sizeId, rules, resources: { fonts } }) {
    const { zones, frame } = document;
    const least = limitsOf(rules, 'zone characters too large').clear;
    const geometry = sheetGeometry(document, sizeId);
    if (!zones.shown || !geometry.ok) return [];
    const { columns, rows } = geometry.sheet.zones;
    const style = styleOn(
      document.letterings.find(({ id }) => id === zones.lettering)!,
      sizeId,
    );
    const lines = (frame.hidden ? 0 : frame.width / 2) + (zones.border.hidden ? 0 : zones.border.width / 2);
    const room = lengthAt(zones.band, sizeId) - lines;
    const clearAt = (height: number) => {
      const extent = (label: string) => {
        const text = inCase(label, style.case);
        const { above, below, before, after } = lineInk(text, style, height, style.letterWidth, fonts);
        const width = measureLine(text, style.font, height, fonts) * style.letterWidth + before + after;
        return { high: above + below, wide: width };
      };
      const across = columns.map(({ label }) => extent(label).high);
      const up = rows.map(({ label }) => extent(label).wide);
      return (room - Math.max(0, ...across, ...up)) / 2;
    };
    const clear = clearAt(style.height);
    if (clear >= least) return [];
    const smaller = STANDARD_HEIGHTS.findLast((height) => height < style.height && clearAt(height) >= least);
    const letterings = document.letterings.map((one) =>
      one.id === style.id ? withHeight(one, smaller ?? one.height, sizeId) : one,
    );
    return [
      noticed(
        'zone characters too large',
        { height: style.height, clear, least },
        {},
        smaller === undefined
          ? undefined
          : { kind: { kind: 'set height', height: smaller }, steps: [{ op: 'set sheet', change: { letterings } }] },
      ),
    ];
  },
};
