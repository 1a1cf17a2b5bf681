import type { FormatDocument } from '../../format/document';
import { type Box, boxAround, right, top } from '../../geometry/box';
import { TOLERANCE } from '../../geometry/length';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import type { Inked } from '../../scene/cell-room';
import type { CellReport } from '../../scene/report';
import type { LookedSheet } from '../looked-at';

/** A line as wide as it is drawn. */
interface Drawn {
  box: Box;
  width: number;
  /** The name of its block; the frame has none. */
  block?: string;
}

/**
 * Text whose ink touches a line that is drawn beside it: of its own block, of a neighbouring one, or of the frame. In a growing table rows
 * that repeat a cell are told once.
 */
export const inkOnLines: Check<LookedSheet> = {
  codes: ['text on a line'],
  look({ laid, lines, inked, document, space }) {
    const drawn = [
      ...laid.flatMap(({ block }, i) =>
        lines[i]!.map(({ from, to, line }) => asDrawn(boxAround(from, to), line.width, block.name)),
      ),
      ...frameLines(document, space),
    ];
    const found = new Map<string, { finding: Finding; rows: number }>();
    for (const { report, inked: texts } of inked) {
      for (const touch of touches(texts, drawn)) {
        const key = JSON.stringify([report.block, report.repeats ?? report.id, touch.of]);
        const known = found.get(key);
        if (known) known.rows += 1;
        else found.set(key, { finding: finding(report, touch, laid), rows: 1 });
      }
    }
    return [...found.values()].map(({ finding, rows }) =>
      rows === 1 ? finding : { ...finding, place: { ...finding.place, moreRows: rows - 1 } },
    );
  },
};

/** What of a cell's text touches a line. */
interface Touch extends Inked {
  line: Drawn;
}

const NONE: readonly Touch[] = [];

/** Of the caption and of the text of a cell the line of text that touches the widest line. */
function touches(texts: readonly Inked[], drawn: readonly Drawn[]): readonly Touch[] {
  let worst: Touch[] | undefined;
  for (const inked of texts)
    for (const line of drawn) {
      if (overlap(line.box, inked.box) <= TOLERANCE) continue;
      const known = worst?.find(({ of }) => of === inked.of);
      if (known && known.line.width >= line.width) continue;
      worst = [...(worst ?? []).filter((one) => one !== known), { ...inked, line }];
    }
  return worst ?? NONE;
}

function finding(
  { block, id, repeats, name }: CellReport,
  { text, of, box, line }: Touch,
  laid: LookedSheet['laid'],
): Finding {
  const own = laid.find((one) => one.block.id === block)!.block.name;
  const other = line.block === own ? undefined : line.block;
  const params = { text, of, width: line.width, by: overlap(line.box, box), ...(other !== undefined && { other }) };
  return noticed('text on a line', params, { block, cell: repeats ?? id, name });
}

/** The line itself about its middle, and as far beyond its ends as it is wide: where lines meet they are joined. */
function asDrawn({ x, y, width, height }: Box, wide: number, block?: string): Drawn {
  const half = wide / 2;
  const box = { x: x - half, y: y - half, width: width + wide, height: height + wide };
  return { box, width: wide, ...(block !== undefined && { block }) };
}

function frameLines({ frame }: FormatDocument, space: Box): Drawn[] {
  if (frame.hidden) return [];
  const { x, y, width, height } = space;
  const [low, high] = [
    { x, y },
    { x: right(space), y: top(space) },
  ];
  return [
    boxAround(low, { x: x + width, y }),
    boxAround(low, { x, y: y + height }),
    boxAround(high, { x, y: high.y }),
    boxAround(high, { x: high.x, y }),
  ].map((side) => asDrawn(side, frame.width));
}

/** How far two boxes lie in one another, mm, the shorter way; none where they do not. */
function overlap(a: Box, b: Box): number {
  const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  if (across <= 0) return across;
  return Math.min(across, Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y));
}
