import type { Repair } from '../../findings/repair';
import type { Block } from '../../format/document';
import { isContinued, patternRow } from '../../format/growth';
import { lengthAt, valueAt, withLength } from '../../format/length-value';
import { isOnAdded, isOnSize, onSizes } from '../../format/occasion';
import { sheetGeometry } from '../../format/sheet';
import type { Axis } from '../../format/steps/track-steps';
import type { Step } from '../../format/steps/step';
import { roundLength } from '../../geometry/length';
import { type Situation, type Way, type WaysOf, placeOf } from '../situation';
import { smallerTracks } from './tracks';

/** A block that leaves the drawing space: back to its dock, fewer rows, smaller tracks, another block, or none on this size. */
export const outside: WaysOf<'block outside'> = (situation) => {
  const place = placeOf(situation);
  if (!place) return [];
  const { block } = place;
  const { document, proof, finding } = situation;
  const { sizeId } = proof.request;
  const { size, width, height, spaceWidth, spaceHeight } = finding.params;
  const { condition } = block;
  const others = document.sizes.flatMap(({ id }) => (id !== sizeId && isOnSize(condition, id) ? [id] : []));
  const fitted = fittedSteps(block, { width: width - spaceWidth, height: height - spaceHeight }, sizeId);
  const fits: Way = fitted.length > 0 ? [{ kind: { kind: 'fit to the space', size }, steps: fitted }] : [];
  const own: Way = fitted.length > 0 && others.length > 0 ? [ownBlock(situation, block, others, fitted)] : [];
  const off: Way =
    others.length > 0
      ? [
          {
            kind: { kind: 'leave off', size },
            steps: [
              {
                op: 'set block',
                block: block.id,
                change: { condition: onSizes(condition, others, document.sizes, condition.notSizes !== undefined) },
              },
            ],
          },
        ]
      : [];
  return [toDock(block, sizeId, size), fewerRows(situation, block), fits, own, off];
};

/** A size without a title block: one that other sizes have. */
export const untitled: WaysOf<'no title block'> = ({ document, proof, finding }) => {
  const { sizeId } = proof.request;
  return document.blocks
    .filter(({ role, condition, locked }) => role === 'title' && !locked && !isOnSize(condition, sizeId))
    .map(({ id, name, condition }): Repair[] => [
      {
        kind: { kind: 'put on', name, size: finding.params.size },
        steps: [
          {
            op: 'set block',
            block: id,
            change: {
              condition: onSizes(
                condition,
                document.sizes.flatMap((one) => (one.id === sizeId || isOnSize(condition, one.id) ? [one.id] : [])),
                document.sizes,
                isOnAdded(condition),
              ),
            },
          },
        ],
      },
    ]);
};

/** Without its distance from its dock, on this size alone. */
function toDock(block: Block, sizeId: string, size: string): Way {
  const { dock } = block;
  const { x, y } = dock.offset;
  if (lengthAt(x, sizeId) === 0 && lengthAt(y, sizeId) === 0) return [];
  const offset = { x: withLength(x, 0, sizeId), y: withLength(y, 0, sizeId) };
  return [
    {
      kind: { kind: 'to its dock', size },
      steps: [{ op: 'set block', block: block.id, change: { dock: { ...dock, offset } } }],
    },
  ];
}

/** A growing table with fewer rows on this size, one less in each try. */
function fewerRows({ proof, report }: Situation, block: Block): Way {
  const { grow } = block;
  const { sizeId } = proof.request;
  const shown = report.blocks.find(({ id }) => id === block.id)?.grown;
  if (!grow || !shown) return [];
  const most = Math.min(valueAt(grow.most, sizeId), shown.rows);
  return Array.from({ length: Math.max(0, most - Math.max(1, grow.least)) }, (_, i) => most - 1 - i).map(
    (rows): Repair => ({
      kind: { kind: 'rows at most', size: report.sheet.name, rows },
      steps: [
        {
          op: 'set block',
          block: block.id,
          change: { grow: { ...grow, most: { ...grow.most, at: { ...grow.most.at, [sizeId]: rows } } } },
        },
      ],
    }),
  );
}

/** The steps that make a block's tracks smaller on a size by what it has too much, along both its axes. */
function fittedSteps(block: Block, excess: { width: number; height: number }, sizeId: string): Step[] {
  const upright = block.turn === 90 || block.turn === 270;
  const along = (axis: Axis) => ((axis === 'column') !== upright ? excess.width : excess.height);
  return (['column', 'row'] as const).flatMap((axis): Step[] => {
    const by = along(axis);
    if (by <= 0) return [];
    const extent = axis === 'column' ? block.width : block.height;
    const tracks = smallerTracks(block, axis, by, sizeId);
    if (typeof extent !== 'object') return tracks;
    const total = withLength(extent.total, roundLength(lengthAt(extent.total, sizeId) - by), sizeId);
    const whole: Step = {
      op: 'set block',
      block: block.id,
      change: axis === 'column' ? { width: { total } } : { height: { total } },
    };
    const shares = block[axis === 'column' ? 'columns' : 'rows'].some((track) => 'share' in track);
    // Sharing tracks follow the total by themselves, as far as their least lets them.
    return shares ? [whole] : [whole, ...tracks];
  });
}

/** A copy of the block for this size alone, with smaller tracks; the block itself stays on the other sizes. */
function ownBlock(
  { newId, proof, finding }: Situation<'block outside'>,
  block: Block,
  others: string[],
  fitted: Step[],
): Repair {
  const { size } = finding.params;
  const id = newId();
  const copy: Block = {
    ...block,
    id,
    name: `${block.name} ${size}`.slice(0, 120),
    condition: { ...block.condition, sizes: [proof.request.sizeId] },
    cells: block.cells.map((cell) => ({ ...cell, id: newId() })),
  };
  return {
    kind: { kind: 'block of its own', size },
    steps: [
      { op: 'add block', block: copy, before: block.id },
      { op: 'set block', block: block.id, change: { condition: { ...block.condition, sizes: others } } },
      ...fitted.map((step) => ({ ...step, block: id }) as Step),
    ],
  };
}

/** Blocks that lie on one another: the one docked on the other, on each side. */
export const onAnother: WaysOf<'block on another'> = (situation) => {
  const { document, finding } = situation;
  const { other, otherName } = finding.params;
  const [one, under] = [finding.place.block, other].map((id) => document.blocks.find((block) => block.id === id));
  if (!one || !under) return [];
  const docked = (block: Block, on: Block, name: string): Repair[] =>
    block.locked
      ? []
      : (['above', 'left', 'below', 'right'] as const).map((side) => ({
          kind: { kind: 'dock on', other: name, side },
          steps: [
            {
              op: 'set block',
              block: block.id,
              change: {
                dock: {
                  ...block.dock,
                  to: [{ block: on.id, side }, ...block.dock.to.filter((support) => support.block !== on.id)].slice(
                    0,
                    10,
                  ),
                  offset: { x: 0, y: 0 },
                },
              },
            },
          ],
        }));
  // The second of the two lies over the first; it moves unless it cannot.
  return [docked(under, one, one.name), docked(one, under, otherName)];
};

/** Rows that have no place: more of them on this size, a second column, or the sheets that follow. */
export const rowsLeft: WaysOf<'rows without a place'> = (situation) => {
  const block = placeOf(situation)?.block;
  const grow = block?.grow;
  if (!block || !grow) return [];
  const { document, proof, finding, report } = situation;
  const { sizeId } = proof.request;
  const geometry = sheetGeometry(document, sizeId);
  const most = valueAt(grow.most, sizeId);
  const change = (next: Partial<typeof grow>): Step[] => [
    { op: 'set block', block: block.id, change: { grow: { ...grow, ...next } } },
  ];
  const heading = block.rows.length > 1 ? 1 : 0;
  const room = geometry.ok
    ? Math.floor(geometry.sheet.space.height / lengthAtRow(block, patternRow(block, grow), sizeId)) - heading
    : 0;
  const rows = most + finding.params.rows;
  return [
    rows <= room
      ? [
          {
            kind: { kind: 'rows at most', size: report.sheet.name, rows },
            steps: change({ most: { ...grow.most, at: { ...grow.most.at, [sizeId]: rows } } }),
          },
        ]
      : [],
    grow.whenFull === 'second column'
      ? []
      : [{ kind: { kind: 'go on', where: 'second column' }, steps: change({ whenFull: 'second column' }) }],
    isContinued(grow) && grow.whenFull === 'following sheet'
      ? followingToo(block)
      : [{ kind: { kind: 'go on', where: 'following sheet' }, steps: change({ whenFull: 'following sheet' }) }],
  ];
};

function lengthAtRow(block: Block, index: number, sizeId: string): number {
  const row = block.rows[index]!;
  return 'size' in row ? lengthAt(row.size, sizeId) : lengthAt(row.least ?? 1, sizeId);
}

/** A table that goes on, but stands on the first sheet alone: on the others too. */
function followingToo(block: Block): Way {
  if (block.condition.sheets !== 'first') return [];
  const { sheets: _, ...condition } = block.condition;
  return [
    {
      kind: { kind: 'go on', where: 'following sheet' },
      steps: [{ op: 'set block', block: block.id, change: { condition } }],
    },
  ];
}
