import type { Point } from '../geometry/box';
import type { ProfileDocument } from '../profile/document';
import type { Primitive } from '../scene/scene';
import { type Drafting, smaller, symbolLine, text, textWidth } from './drafting';
import { type NumberLook, angleText, decimalsNeeded, dualLook, lengthText, lengthLook, zeroText } from './numbers';

/** How far a size may stray (ISO 129-1, 7): mm. */
export type Tolerance =
  | { kind: 'symmetric'; mm: number }
  | { kind: 'deviations'; upper: number; lower: number }
  /** A class of ISO 286: H7. */
  | { kind: 'fit'; class: string }
  | { kind: 'single'; limit: 'min.' | 'max.' };

/** What a dimension says. */
export interface DimensionSpec {
  /** The size in mm; with `angle` in degrees. */
  size: number;
  angle?: true;
  of?: 'diameter' | 'radius' | 'countersink';
  /** How deep a hole is, mm. */
  depth?: number;
  /** How many such features there are. */
  count?: number;
  tolerance?: Tolerance;
  /** In round brackets, or theoretically exact in a frame. */
  kind?: 'reference' | 'exact';
  /** Written after it: *× 90°*. */
  after?: string;
}

/** The words of a dimension in one unit. */
export interface DimensionWords {
  before: string;
  value: string;
  /** Beside the value: one over the other. */
  stack?: { upper: string; lower: string };
  after: string;
}

/** The words of a dimension as the profile writes it, in one unit. */
export function dimensionWords(profile: ProfileDocument, spec: DimensionSpec, look: NumberLook): DimensionWords {
  const { signs, tolerances } = profile;
  const count = spec.count === undefined ? '' : `${countWords(profile, spec.count)} `;
  const before = count + signBefore(signs, spec.of);
  const depth = spec.depth === undefined ? '' : ` ${apart(signs.depth)}${lengthText(spec.depth, look)}`;
  const after = depth + (spec.after === undefined ? '' : ` ${spec.after}`);
  if (spec.angle) return { before, value: angleText(spec.size, profile), after };
  const { tolerance } = spec;
  if (!tolerance) return { before, value: lengthText(spec.size, look), after };
  // A size that has a tolerance is written in full: rounded it would be another one.
  const full = { ...look, decimals: Math.max(look.decimals, decimalsNeeded(spec.size, look.unit)) };
  if (tolerance.kind === 'fit') return { before, value: `${lengthText(spec.size, full)} ${tolerance.class}`, after };
  if (tolerance.kind === 'single') return { before, value: `${lengthText(spec.size, full)} ${tolerance.limit}`, after };
  const [upper, lower] =
    tolerance.kind === 'symmetric' ? [tolerance.mm, -tolerance.mm] : [tolerance.upper, tolerance.lower];
  const needs = (mm: number) => Math.max(decimalsNeeded(mm, look.unit), look.trailingZeros ? look.decimals : 0);
  const both = Math.max(needs(upper), needs(lower));
  const placed = (mm: number, places: number): NumberLook => ({
    ...look,
    decimals: tolerances.equalPlaces ? both : places,
    trailingZeros: tolerances.equalPlaces || look.trailingZeros,
  });
  const value = lengthText(spec.size, { ...look, decimals: look.trailingZeros ? both : Math.max(full.decimals, both) });
  if (tolerances.written === 'limits') {
    const limits = [spec.size + upper, spec.size + lower];
    const most = Math.max(both, ...limits.map(needs));
    const limit = (deviation: number) => {
      const mm = spec.size + deviation;
      return lengthText(mm, { ...placed(mm, needs(mm)), ...(tolerances.equalPlaces && { decimals: most }) });
    };
    return { before, value: '', stack: { upper: limit(upper), lower: limit(lower) }, after };
  }
  if (tolerance.kind === 'symmetric')
    return { before, value: `${value} ±${lengthText(upper, placed(upper, needs(upper)))}`, after };
  // Of inches a zero has the sign of its side and the decimals of the other (ASME Y14.5, 5.3.2); of millimetres beside them it is bare.
  const isBare = tolerances.plainZero || (look.unit === 'mm' && profile.units.unit === 'in');
  const zeroSign = (side: 'upper' | 'lower') => (look.unit === 'in' ? (side === 'upper' ? '+' : '−') : '');
  const deviation = (mm: number, side: 'upper' | 'lower') => {
    if (mm === 0) return isBare ? '0' : zeroSign(side) + zeroText(both, look);
    return `${mm > 0 ? '+' : '−'}${lengthText(Math.abs(mm), placed(mm, needs(mm)))}`;
  };
  return { before, value, stack: { upper: deviation(upper, 'upper'), lower: deviation(lower, 'lower') }, after };
}

function signBefore(signs: ProfileDocument['signs'], of: DimensionSpec['of']): string {
  if (of === 'countersink') return `${signs.countersink} ${apart(signs.diameter)}`;
  return of === undefined ? '' : apart(signs[of]);
}

/** How many such features there are: *4×*, *4 OFF*. */
export const countWords = ({ signs }: ProfileDocument, count: number): string =>
  `${count}${signs.repeated === 'OFF' ? ' ' : ''}${signs.repeated}`;

/** Words stand apart from their number, signs do not. */
export const apart = (sign: string) => (sign.length > 1 ? `${sign} ` : sign);

/** A text of a dimension, laid out about its base line; lengths in mm. */
export interface LaidText {
  width: number;
  /** How far it reaches over and under its base line. */
  above: number;
  below: number;
  /** Draws it from where its base line starts. */
  draw: (at: Point, turnDeg: number) => Primitive[];
}

/** The rows of a dimension's text: the value, with the other unit beside it, or as a row of its own beneath. */
export function dimensionText(drafting: Drafting, spec: DimensionSpec): { row: LaidText; below?: LaidText } {
  const { profile } = drafting;
  const { units } = profile;
  const own = dimensionWords(profile, spec, lengthLook(profile));
  const row = [...pieces(drafting, own)];
  if (units.dual === 'none' || spec.angle) return { row: rowOf(drafting, row, spec.kind) };
  const [open, close] = units.dualBrackets === 'square' ? ['[', ']'] : ['(', ')'];
  const { count: _, after: __, depth: ___, ...bare } = spec;
  const other = dimensionWords(profile, bare, dualLook(profile));
  const dual = pieces(drafting, { ...other, before: open + other.before, after: close }, 'units.dual');
  if (units.dual === 'below') return { row: rowOf(drafting, row, spec.kind), below: rowOf(drafting, dual, undefined) };
  return { row: rowOf(drafting, [...row, gapPiece(drafting), ...dual], spec.kind) };
}

/** A piece of a row: where it starts from the row's own start is known once the row is laid. */
interface Piece {
  width: number;
  above: number;
  below: number;
  texts: {
    words: string;
    up: number;
    right?: number;
    look: ProfileDocument['lettering']['dimensions'];
    source: string;
  }[];
}

function pieces(drafting: Drafting, words: DimensionWords, dual?: string): Piece[] {
  const { profile } = drafting;
  const look = profile.lettering.dimensions;
  const plain = (piece: string, source: string): Piece[] =>
    piece === ''
      ? []
      : [
          {
            width: textWidth(drafting, piece, look),
            above: look.height,
            below: 0,
            texts: [{ words: piece, up: 0, look, source: dual ?? source }],
          },
        ];
  const { stack } = words;
  return [
    ...plain(words.before, 'signs.diameter'),
    ...plain(words.value, 'numbers.decimals'),
    ...(stack ? [...(words.value === '' ? [] : [gapPiece(drafting, 0.3)]), stacked(drafting, stack, dual)] : []),
    ...plain(words.after, 'signs.depth'),
  ];
}

const gapPiece = ({ profile }: Drafting, inH = 0.6): Piece => ({
  width: inH * profile.lettering.dimensions.height,
  above: 0,
  below: 0,
  texts: [],
});

/** Between two deviations, as a share of their height. */
const BETWEEN = 0.35;

function stacked(drafting: Drafting, { upper, lower }: { upper: string; lower: string }, dual?: string): Piece {
  const { lettering, tolerances } = drafting.profile;
  const asLimits = tolerances.written === 'limits' || tolerances.deviationHeight === 'as the value';
  const look = asLimits ? lettering.dimensions : smaller(lettering.dimensions);
  const middle = lettering.dimensions.height / 2;
  const [up, down] = [middle + (BETWEEN / 2) * look.height, middle - (1 + BETWEEN / 2) * look.height];
  const source = dual ?? 'tolerances.written';
  // A zero without a sign stands under the other's digits.
  const indent = (words: string, other: string) =>
    words === '0' && /^[+−]/.test(other) ? textWidth(drafting, other[0]!, look) : 0;
  return {
    width: Math.max(textWidth(drafting, upper, look), textWidth(drafting, lower, look)),
    above: up + look.height,
    below: -down,
    texts: [
      { words: upper, up, right: indent(upper, lower), look, source },
      { words: lower, up: down, right: indent(lower, upper), look, source },
    ],
  };
}

/** Room in a frame about a theoretically exact size, as a share of the height. */
const FRAME_ROOM = 0.4;

function rowOf(drafting: Drafting, row: readonly Piece[], kind: DimensionSpec['kind']): LaidText {
  const h = drafting.profile.lettering.dimensions.height;
  const bracketed = kind === 'reference' ? [bracket(drafting, '('), ...row, bracket(drafting, ')')] : row;
  const room = kind === 'exact' ? FRAME_ROOM * h : 0;
  const width = bracketed.reduce((sum, piece) => sum + piece.width, 0) + 2 * room;
  const above = Math.max(...bracketed.map((piece) => piece.above)) + room;
  const below = Math.max(0, ...bracketed.map((piece) => piece.below)) + room;
  const draw = (at: Point, turnDeg: number): Primitive[] => {
    const turn = (turnDeg * Math.PI) / 180;
    const place = (right: number, up: number): Point => ({
      x: at.x + right * Math.cos(turn) - up * Math.sin(turn),
      y: at.y + right * Math.sin(turn) + up * Math.cos(turn),
    });
    let offset = room;
    const drawn = bracketed.flatMap(({ width: own, texts }) => {
      const from = offset;
      offset += own;
      return texts.flatMap(({ words, up, right = 0, look, source }) =>
        text(drafting, 'dimensions', words, place(from + right, up), { turnDeg, look, source }),
      );
    });
    if (kind !== 'exact') return drawn;
    const corners = [place(0, -below), place(width, -below), place(width, above), place(0, above)];
    return [
      ...drawn,
      ...corners.map((corner, i) => symbolLine(drafting, corner, corners[(i + 1) % 4]!, 'lines.group')),
    ];
  };
  return { width, above, below, draw };
}

function bracket(drafting: Drafting, words: '(' | ')'): Piece {
  const look = drafting.profile.lettering.dimensions;
  return {
    width: textWidth(drafting, words, look),
    above: look.height,
    below: 0,
    texts: [{ words, up: 0, look, source: 'numbers.decimals' }],
  };
}
