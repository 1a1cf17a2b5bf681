import { counted } from '../counted';
import { trimNumber } from '../geometry/length';
import type { FitUse } from '../lettering/fit-use';
import type { DisplayFormat } from '../property/display';
import type { RepairKind } from './repair';

const mm = (length: number) => `${trimNumber(length, 2)} mm`;

/** Words in a row: one, one and two, one, two and three. */
const inARow = (words: readonly string[]): string =>
  words.length > 1 ? `${words.slice(0, -1).join(', ')} and ${words.at(-1)}` : words.join('');

function allowWords(use: FitUse): string {
  switch (use.kind) {
    case 'squeezed':
      return `squeeze to ${trimNumber(use.to, 3)}`;
    case 'wrapped':
      return `wrap to ${counted(use.lines, 'line')}`;
    case 'stepped down':
      return `step down to ${mm(use.height)}`;
  }
}

function displayWords(display: DisplayFormat): string {
  switch (display.kind) {
    case 'date':
      return `as ${display.pattern}`;
    case 'person':
      return `as ${display.form}`;
    case 'number':
      return display.decimals === undefined ? 'without its unit' : `with ${counted(display.decimals, 'decimal')}`;
    case 'text':
      return 'as text';
  }
}

const DOCKED: Record<Extract<RepairKind, { kind: 'dock on' }>['side'], string> = {
  above: 'above',
  below: 'below',
  left: 'to the left of',
  right: 'to the right of',
};

const larger = { column: 'wider', row: 'higher' };

/** A repair as the button that does it says. */
export function repairWords({ kind: repair }: { kind: RepairKind }): string {
  switch (repair.kind) {
    case 'widen the plan':
      return `Let it ${inARow(repair.allow.map(allowWords))}`;
    case 'shorter display':
      return `Write ${repair.name} ${displayWords(repair.display)}`;
    case 'more decimals':
      return `Write ${repair.name} with ${counted(repair.decimals, 'decimal')}`;
    case 'capitals':
      return 'Letter it in capitals';
    case 'caption in style':
      return `Letter the caption in ${repair.style}, ${mm(repair.height)}`;
    case 'larger inset':
      return `Set its inset to ${mm(repair.inset)}`;
    case 'narrower caption':
      return `Letter the caption ${trimNumber(repair.letterWidth, 2)} wide`;
    case 'take from neighbours':
      return `Make ${repair.axis} ${repair.track} ${mm(repair.by)} ${larger[repair.axis]}: ${inARow(
        repair.from.map(({ track, by }) => `${mm(by)} from ${repair.axis} ${track}`),
      )}`;
    case 'larger block':
      return `Make ${repair.axis} ${repair.track} ${mm(repair.by)} ${larger[repair.axis]}, and the block with it`;
    case 'wrap in a higher row':
      return `Let it wrap to ${counted(repair.lines, 'line')}, with row ${repair.row} ${mm(repair.by)} higher, and the block with it`;
    case 'share':
      return `Let ${repair.axis} ${repair.track} share what is left`;
    case 'total':
      return `Make the block’s total ${mm(repair.total)}`;
    case 'line up':
      return 'Line them up';
    case 'dock on':
      return `Dock it ${DOCKED[repair.side]} ${repair.other}`;
    case 'to its dock':
      return `Move it to its dock on ${repair.size}`;
    case 'fit to the space':
      return `Fit its columns and rows to ${repair.size}`;
    case 'block of its own':
      return `Give ${repair.size} a block of its own that fits`;
    case 'leave off':
      return `Leave it off ${repair.size}`;
    case 'put on':
      return `Put ${repair.name} on ${repair.size} too`;
    case 'rows at most':
      return `Show ${repair.rows} rows at most on ${repair.size}`;
    case 'go on':
      return repair.where === 'second column'
        ? 'Let it go on in a second column'
        : 'Let it go on on the following sheet';
    case 'set height':
      return `Make it ${mm(repair.height)}`;
    case 'line width':
      return `Make it ${mm(repair.width)} wide`;
    case 'shipped font':
      return `Letter it in ${repair.font}`;
    case 'take characters out':
      return 'Take these characters out';
    case 'empty the cell':
      return 'Empty the second cell';
    case 'for the pen':
      return 'It is for the pen';
    case 'write instead':
      return `Write ${repair.text}`;
    case 'link':
      return 'Link it';
    case 'link by caption':
      return `Link ${repair.name}`;
    case 'add data':
      return repair.into === 'empty cell' ? `Put ${repair.name} into an empty cell` : `Add a row for ${repair.name}`;
    case 'ask for it':
      return `Ask for ${repair.name}`;
    case 'ask once':
      return `Ask for ${repair.name} once, for all cells`;
    case 'ask in order':
      return 'Ask in the order of the sheet';
    case 'nothing where missing':
      return `Print nothing where ${repair.name} is missing`;
    case 'pen line where missing':
      return `Leave a pen line where ${repair.name} is missing`;
  }
}
