import type { Cell, Part } from './document';

/** The parts of a cell's first textual content, or none. */
export function partsOf(cell: Cell): Part[] {
  const textual = cell.contents.find((content) => 'parts' in content);
  return textual && 'parts' in textual ? textual.parts : [];
}

/** What a cell is called in lists and messages: its own name, its caption, else what it holds. */
export function cellName(cell: Cell, propertyName: (id: string) => string | undefined): string {
  if (cell.name) return cell.name;
  if (cell.caption?.text.trim()) return sentenceCase(cell.caption.text.trim());
  const words = partsOf(cell).map((part) =>
    part.kind === 'fixed'
      ? part.text
      : part.kind === 'linked'
        ? (propertyName(part.property) ?? part.property)
        : part.kind === 'asked'
          ? (propertyName(part.asked) ?? part.asked)
          : ' ',
  );
  const text = words.join('').trim();
  if (text) return text.slice(0, 40);
  const other = cell.contents[0];
  if (other && 'symbol' in other) return sentenceCase(other.symbol.name);
  if (other && 'picture' in other) return 'Picture';
  if (other && 'figure' in other) return 'Figure';
  return 'Empty cell';
}

function sentenceCase(text: string): string {
  return text === text.toUpperCase() ? text[0]! + text.slice(1).toLowerCase() : text;
}
