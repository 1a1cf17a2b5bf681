import { askedIn } from '../format/asked';
import type { FormatDocument } from '../format/document';
import type { LaidBlock } from '../format/layout';

const printedBy = new WeakMap<readonly LaidBlock[], ReadonlySet<string>>();

/** The properties that blocks print, with what is asked for them; kept as long as the sheet is laid out so. */
export function printedOn(laid: readonly LaidBlock[], { asked }: Pick<FormatDocument, 'asked'>): ReadonlySet<string> {
  const known = printedBy.get(laid);
  if (known) return known;
  const printed = new Set(laid.flatMap(({ block }) => block.cells.flatMap((cell) => askedIn(cell.contents))));
  for (const { key, property } of asked) if (property && printed.has(key)) printed.add(property);
  printedBy.set(laid, printed);
  return printed;
}
