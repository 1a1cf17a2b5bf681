import { z } from 'zod';
import { Cell } from '../document';
import { cellName } from '../names';
import { type Operation, cellOf, editedCell } from './operation';

const settable = Cell.pick({
  name: true,
  caption: true,
  contents: true,
  lettering: true,
  override: true,
  place: true,
  turn: true,
  fit: true,
});

export const SetCell = z.object({
  op: z.literal('set cell'),
  block: z.string(),
  cell: z.string(),
  /** What changes; null takes a name, caption or override away. */
  change: settable.partial().extend({
    name: settable.shape.name.nullable(),
    caption: settable.shape.caption.nullable(),
    override: settable.shape.override.nullable(),
  }),
});
export type SetCell = z.infer<typeof SetCell>;

const WORDS: Record<keyof SetCell['change'], string> = {
  name: 'Name',
  caption: 'Caption',
  contents: 'Content',
  lettering: 'Lettering',
  override: 'Lettering',
  place: 'Placing',
  turn: 'Turn',
  fit: 'Fitting',
};

/** Changes what a cell carries: caption, contents, lettering, placing, fitting. Its place in the grid stays. */
export const setCell: Operation<SetCell> = {
  apply: (document, step) =>
    editedCell(document, step.block, step.cell, (cell) => {
      for (const [key, value] of Object.entries(step.change)) {
        if (value === null) delete cell[key as 'name'];
        else if (value !== undefined) Object.assign(cell, { [key]: value });
      }
    }),
  words(before, step) {
    const cell = cellOf(before, step.block, step.cell);
    const what = [...new Set(Object.keys(step.change).map((key) => WORDS[key as keyof typeof WORDS]))].join(', ');
    return cell ? `${what} of ${cellName(cell, (id) => id)}` : what;
  },
};
