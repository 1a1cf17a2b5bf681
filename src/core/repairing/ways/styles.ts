import { limitsOf, rulesOf } from '../../rules/effective';
import type { Repair } from '../../findings/repair';
import type { Block, Line } from '../../format/document';
import type { Step } from '../../format/steps/step';
import { TOLERANCE } from '../../geometry/length';
import { SHIPPED_FONTS } from '../../lettering/fonts';
import { withHeight } from '../../lettering/style';
import { type WaysOf, placeOf } from '../situation';

/** A lettering that is too low: its cell's own height, else its style's, made the least. */
export const tooLow: WaysOf<'under the least height'> = (situation) => {
  const { document, finding, proof } = situation;
  const { style, least } = finding.params;
  const place = placeOf(situation);
  const kind = { kind: 'set height' as const, height: least };
  const letterings = document.letterings.map((one) =>
    one.id === style ? withHeight(one, least, proof.request.sizeId) : one,
  );
  const ofStyle: Repair = { kind, steps: [{ op: 'set sheet', change: { letterings } }] };
  if (!place?.cell) return [[ofStyle]];
  const { block, cell } = place;
  const down = cell.fit.some((step) => step.kind === 'step down' && step.least < least);
  const raised: Repair[] = [];
  if (cell.override?.height !== undefined)
    raised.push({
      kind,
      steps: [
        {
          op: 'set cell',
          block: block.id,
          cell: cell.id,
          change: { override: { ...cell.override, height: least } },
        },
      ],
    });
  if (down)
    raised.push({
      kind,
      steps: [
        {
          op: 'set cell',
          block: block.id,
          cell: cell.id,
          change: { fit: cell.fit.map((step) => (step.kind === 'step down' ? { ...step, least } : step)) },
        },
      ],
    });
  return [raised, [ofStyle]];
};

/** A line of a width that no series has: the nearest one that has it. */
export const oddWidth: WaysOf<'line width outside the series'> = (situation) => {
  const { document, finding, proof } = situation;
  const { width } = finding.params;
  const { series } = limitsOf(rulesOf(proof.facts, document.unit), 'line width outside the series');
  const nearest = series.reduce((best, one) => (Math.abs(one - width) < Math.abs(best - width) ? one : best));
  const isOdd = (line: Line) => !line.hidden && Math.abs(line.width - width) <= TOLERANCE;
  const change = { width: nearest };
  const block = placeOf(situation)?.block;
  if (!block && finding.place.block !== undefined) return [];
  const steps: Step[] = block
    ? blockSteps(block, isOdd, change)
    : [{ op: 'set sheet', change: { frame: { ...document.frame, ...change } } }];
  return [[{ kind: { kind: 'line width', width: nearest }, steps }]];
};

/** Steps that change the lines of a block that are meant. Setting the outline or the inside drops what edges have of their own: it is set again. */
function blockSteps({ id, lines }: Block, isMeant: (line: Line) => boolean, change: Partial<Line>): Step[] {
  const wholes = (['outline', 'inside'] as const).filter((where) => isMeant(lines[where]));
  const edges = lines.edges.filter(({ line }) => wholes.length > 0 || isMeant(line));
  return [
    ...wholes.map((where): Step => ({ op: 'set lines', block: id, where, change })),
    ...edges.map(({ line, ...edge }): Step => ({
      op: 'set lines',
      block: id,
      where: [edge],
      change: isMeant(line) ? { ...line, ...change } : line,
    })),
  ];
}

/** A font that the office does not have: one that comes with the application. */
export const noFont: WaysOf<'font missing'> = ({ document, finding }) => [
  SHIPPED_FONTS.map(({ id, name }) => ({
    kind: { kind: 'shipped font', font: name },
    steps: [
      {
        op: 'set sheet',
        change: {
          letterings: document.letterings.map((one) => (one.font === finding.params.font ? { ...one, font: id } : one)),
        },
      },
    ],
  })),
];
