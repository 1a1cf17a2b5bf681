import type { PropertyDefinition } from '@/core/property/definition';
import { readDrawing, readIn } from '@/core/recognising/reading-in';
import { recognisedCell } from '@/core/recognising/report';
import { fonts } from '../fonts';
import { type Fault, type GeneratedSheet, type MeantCell, asDxf, generatedSheet, withFault } from './generated-sheets';

/** How many cells of a generated sheet were recognised as they were meant: place, caption, kind, property and text. */
export function recognisedShare(
  seed: number,
  properties: readonly PropertyDefinition[],
  fault?: Fault,
): { found: number; of: number; missed: string[] } {
  const sheet = generatedSheet(seed, properties);
  const dxf = asDxf(fault ? withFault(sheet, fault, seed) : sheet);
  const read = readDrawing(new TextEncoder().encode(dxf), fonts);
  if (!read.ok) throw new Error(read.reason);
  const known = readIn(read.drawing, {}, properties, fonts);
  if (!known.ok) throw new Error(known.reason);
  const cells = known.recognition.blocks.flatMap((block) => block.cells.map(recognisedCell));
  const near = fault ? 0.5 : 0.01;
  const missed = sheet.cells.filter((meant) => !cells.some((cell) => isSame(cell, meant, near)));
  return {
    found: sheet.cells.length - missed.length,
    of: sheet.cells.length,
    missed: missed.map((one) => described(one, cells, sheet)),
  };
}

type Found = ReturnType<typeof recognisedCell>;

const isAt = ({ box }: Found, meant: MeantCell, near: number) =>
  (['x', 'y', 'width', 'height'] as const).every((key) => Math.abs(box[key] - meant.box[key]) <= near);

const isSame = (cell: Found, meant: MeantCell, near: number): boolean =>
  isAt(cell, meant, near) &&
  cell.caption === meant.caption &&
  cell.kind === meant.kind &&
  (meant.kind !== 'linked' || cell.property === meant.property) &&
  (meant.kind === 'linked' || cell.text === meant.text);

function described(meant: MeantCell, cells: readonly Found[], { size }: GeneratedSheet): string {
  const there = cells.find((cell) => isAt(cell, meant, 0.6));
  const told = there ? `${there.caption} | ${there.text} | ${there.kind} ${there.property ?? ''}` : 'no such cell';
  return `${size} ${meant.box.x} ${meant.box.y}: meant ${meant.caption} | ${meant.text} | ${meant.kind} ${meant.property ?? ''}, found ${told}`;
}
