import { z } from 'zod';
import { trimNumber } from '../../geometry/length';
import { BOUNDS } from '../bounds';
import { FormatDocument as Schema, ZoneSettings } from '../document';
import { everyLength, lengthAt, lengthWithin } from '../length-value';
import { type Operation, edited, given } from './operation';

/** As wide as a format may have a margin, mm. */
const [, MOST_MARGIN] = BOUNDS.margin;

/** Refused in words below. */
const Margin = lengthWithin([-10_000, 10_000]);

export const SetMargins = z.object({
  op: z.literal('set margins'),
  change: z.object({ left: Margin, right: Margin, top: Margin, bottom: Margin }).partial(),
});
export type SetMargins = z.infer<typeof SetMargins>;

/** Sets the distances of the frame from the trimmed edges. Refused when a size is left without drawing space. */
export const setMargins: Operation<SetMargins> = {
  apply: (document, step) =>
    edited(document, (draft) => {
      for (const [side, length] of Object.entries(given(step.change))) {
        const most = everyLength(length).find((one) => one > MOST_MARGIN);
        if (most !== undefined)
          return `The ${side} margin is ${trimNumber(most, 3)} mm; at most ${MOST_MARGIN} mm are possible.`;
        const least = everyLength(length).find((one) => one < 0);
        if (least !== undefined && document.sizes.every((size) => lengthAt(length, size.id) >= 0))
          return `The ${side} margin cannot be ${trimNumber(least, 3)} mm on any size.`;
        for (const size of document.sizes) {
          if (lengthAt(length, size.id) < 0)
            return `The ${side} margin cannot be ${trimNumber(lengthAt(length, size.id), 3)} mm: the frame would lie outside the sheet.`;
        }
      }
      Object.assign(draft.margins, given(step.change));
    }),
  words: (_, step) => `Margin ${Object.keys(step.change).join(', ')}`,
};

export const SetZones = z.object({ op: z.literal('set zones'), change: ZoneSettings.partial() });
export type SetZones = z.infer<typeof SetZones>;

/** Changes the grid reference: its rule, labels, edges, lines. */
export const setZones: Operation<SetZones> = {
  apply: (document, step) =>
    edited(document, (draft) => {
      Object.assign(draft.zones, given(step.change));
    }),
  words: () => 'Zones',
};

export const RenameFormat = z.object({ op: z.literal('rename format'), name: Schema.shape.name });
export type RenameFormat = z.infer<typeof RenameFormat>;

export const renameFormat: Operation<RenameFormat> = {
  apply: (document, step) => ({ ok: true, document: { ...document, name: step.name } }),
  words: (_, step) => `Name to “${step.name}”`,
};

const settable = Schema.pick({
  unit: true,
  sizes: true,
  mainSize: true,
  frame: true,
  marks: true,
  inks: true,
  letterings: true,
});

export const SetSheet = z.object({ op: z.literal('set sheet'), change: settable.partial() });
export type SetSheet = z.infer<typeof SetSheet>;

const SHEET_WORDS: Record<keyof SetSheet['change'], string> = {
  unit: 'Unit',
  sizes: 'Sizes',
  mainSize: 'Main size',
  frame: 'Frame',
  marks: 'Marks',
  inks: 'Inks',
  letterings: 'Lettering styles',
};

/** Changes what holds for every sheet of the format: its family, frame, marks, inks, lettering styles. */
export const setSheet: Operation<SetSheet> = {
  apply: (document, { change }) => ({ ok: true, document: { ...document, ...given(change) } }),
  words: (_, { change }) =>
    Object.keys(change)
      .map((key) => SHEET_WORDS[key as keyof typeof SHEET_WORDS])
      .join(', '),
};
