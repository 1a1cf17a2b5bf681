import type { Box } from '../geometry/box';
import type { GlyphTables } from '../lettering/glyph-table';
import { setLine } from '../lettering/setting';
import type { TextPrimitive } from './scene';

const WORDS = 'TRIAL';
const FONT = 'osifont';
/** Light enough for what is drawn over it to be read. */
const INK = '#C9C4BA';
/** How much of the diagonal the words take. */
const SHARE = 0.6;
/** The height at which the words are measured, mm. */
const MEASURED = 10;

/** The mark of a trial drawing: across the sheet from its lower left to its upper right, under everything else. */
export function trialMark({ width, height }: Pick<Box, 'width' | 'height'>, fonts: GlyphTables): TextPrimitive[] {
  const diagonal = Math.hypot(width, height);
  const angle = Math.atan2(height, width);
  const measured = setLine(WORDS, FONT, MEASURED, fonts);
  const cap = (MEASURED * SHARE * diagonal) / measured.width;
  const line = setLine(WORDS, FONT, cap, fonts);
  const [along, up] = [
    { x: Math.cos(angle), y: Math.sin(angle) },
    { x: -Math.sin(angle), y: Math.cos(angle) },
  ];
  let at = -line.width / 2;
  return line.runs.map((run) => {
    const start = at + run.offset.across;
    at += run.width;
    const rise = run.offset.up - cap / 2;
    return {
      kind: 'text',
      source: 'trial',
      layer: 'marks',
      ink: INK,
      text: run.text,
      font: run.font,
      emSize: run.emSize,
      height: cap,
      x: width / 2 + start * along.x + rise * up.x,
      y: height / 2 + start * along.y + rise * up.y,
      turn: (angle * 180) / Math.PI,
      letterWidth: 1,
      slantDeg: 0,
      width: run.width,
    };
  });
}
