import { documentDefects } from '@/core/format/defects';
import { type Block, FormatDocument } from '@/core/format/document';
import { type Step, applyStep } from '@/core/format/steps/step';
import type { Facts } from '@/core/property/facts';
import { compose } from '@/core/scene/compose';
import type { Resources } from '@/core/scene/resources';
import { type Lot, seeded } from '../generated';

/** Values that no field of a step takes, or only just. */
const WILD: unknown[] = [
  NaN, Infinity, -Infinity, -0, 0, -1, 0.1, 1e-6, 1e9, 1e308, 2.5, '', ' ', '\u0000', '\ud800', 'x'.repeat(5000), null, undefined,
  true, [], {}, [[[]]], { __proto__: null }, { constructor: 1 }, 'constructor', '__proto__', ['a', 1], () => 1, 10n, Symbol('s'), new Date(NaN),
]; // prettier-ignore

const LENGTHS = [
  0.5,
  1,
  4,
  12.7,
  20,
  33.3,
  180,
  400,
  { mm: 12.7, entered: '1/2 in' },
  { base: 10, at: { 'iso-a4-portrait': 4 } },
];

/** A step that a person might do next on a document, or nearly one. */
export function likelyStep(document: FormatDocument, random: Lot, id: () => string): object {
  const block = document.blocks.length > 0 ? random.of(document.blocks) : undefined;
  const name = block?.id ?? 'none';
  const axis = random.of(['column', 'row'] as const);
  const tracks = axis === 'column' ? block?.columns : block?.rows;
  const track = tracks ? random.of(tracks).id : 'none';
  const cells = block ? Array.from({ length: 1 + random.below(4) }, () => random.of(block.cells).id) : ['none'];
  const ids = (n: number) => Array.from({ length: n }, id);
  const length = () => random.of(LENGTHS);
  const line = { width: random.of([0.18, 0.5, 9, -1]), ink: random.of(['black', 'ink', 'none']), type: 'continuous' };
  const makers: (() => object)[] = [
    () => ({ op: 'set track', block: name, axis, track, size: length(), holdTotal: random.is(0.5) }),
    () => ({ op: 'set track', block: name, axis, track, size: 12, onlyOn: random.of(document.sizes).id }),
    () => ({
      op: 'insert track',
      block: name,
      axis,
      at: random.below(6),
      track: { id: id(), size: length() },
      cellIds: ids(random.is(0.9) ? 60 : 1),
    }),
    () => ({ op: 'remove track', block: name, axis, track }),
    () => ({ op: 'move track', block: name, axis, track, to: random.below(6) }),
    () => ({ op: 'even tracks', block: name, axis, tracks: tracks?.map((one) => one.id) ?? [] }),
    () => ({ op: 'share track', block: name, axis, track, share: random.of([0.01, 1, 7]), least: 5, total: 180 }),
    () => ({
      op: 'split cells',
      block: name,
      cells,
      axis,
      into: random.is(0.6) ? { parts: 2 + random.below(4) } : { first: random.of([0.5, 3, 10, 25]) },
      available: random.of([390, 180, 0, -5]),
      sizeId: random.of(document.sizes).id,
      newIds: random.is(0.95) ? ids(60) : [cells[0]!, cells[0]!],
    }),
    () => ({ op: 'join cells', block: name, cells: joinable(block, random) }),
    () => ({ op: 'set lines', block: name, where: random.of(['outline', 'inside', 'whole']), change: line }),
    () => ({ op: 'set lines', block: name, where: [{ axis, after: null, at: track }], change: { hidden: true } }),
    () => ({
      op: 'set cell',
      block: name,
      cell: cells[0],
      change: random.of([
        { lettering: random.of(['value', 'title', 'shouting']) },
        { caption: null, name: null },
        { contents: [{ parts: [{ kind: 'fixed', text: random.of(['', 'A', 'Ünïcødé '.repeat(20)]) }] }] },
        { contents: [{ parts: [{ kind: 'asked', asked: random.of(['language', 'nothing']) }] }] },
        { override: { ink: random.of(['black', 'none']), height: random.of([2.5, 200]) } },
        { fit: [{ kind: 'wrap', lines: random.of([1, 3, 20]) }] },
        { turn: random.of([0, 90, 180]) },
        { place: { across: 'left', up: 'base', inset: { x: length(), y: random.of([-5000, 2]) } } },
      ]),
    }),
    () => ({
      op: 'set block',
      block: name,
      change: random.of([
        { turn: random.of([0, 90, 180, 270]) },
        { width: random.of(['sum', 'stretch', { total: length() }]) },
        { height: random.of(['sum', 'stretch', { total: length() }]) },
        { locked: random.is(0.2) },
        { grow: null },
        { grow: { rows: 'revisions', direction: random.of(['up', 'down']), least: 1, most: { base: 9 }, whenFull: 'second column' } },
        { dock: { to: [{ block: random.of(document.blocks)?.id ?? 'x', side: 'above' }], align: 'end', corner: 'lower right', offset: { x: 0, y: 0 } } },
        { condition: { sizes: [random.of(document.sizes).id], sheets: 'first' } },
      ]),
    }), // prettier-ignore
    () => ({ op: 'add block', block: block && { ...block, id: random.is(0.5) ? id() : name, name: 'Again' } }),
    () => ({ op: 'order blocks', order: document.blocks.map((one) => one.id).toReversed() }),
    () => ({ op: 'set margins', change: { left: length(), right: random.of([10, -1, 9000]) } }),
    () => ({ op: 'set zones', change: { rule: { base: { kind: 'pitch', pitch: random.of([50, 5, 1e-6, 0]), corner: 10 } } } }),
    () => ({ op: 'set zones', change: { lettering: random.of(['value', 'none']), border: line } }),
    () => ({ op: 'set sheet', change: { inks: document.inks.slice(random.below(2)) } }),
    () => ({ op: 'set sheet', change: { letterings: document.letterings.slice(random.below(3)) } }),
    () => ({ op: 'set sheet', change: { sizes: [...document.sizes, { id: id(), name: 'X', width: length(), height: 300 }] } }),
    () => ({ op: 'set asked', asked: document.asked.slice(random.below(3)) }),
    () => ({ op: 'rename format', name: random.of(['Sheets', '', 'n'.repeat(200)]) }),
    () => ({ op: 'set accepted', accepted: [{ code: 'x', place: {}, params: {}, reason: random.of(['', 'so']) }] }),
  ]; // prettier-ignore
  if (block && random.is(0.02)) return { op: 'remove block', block: name };
  return random.of(makers)();
}

/** Cells of a block that may make a rectangle: those of a stretch of one row or column. */
function joinable(block: Block | undefined, random: Lot): string[] {
  if (!block) return ['a', 'b'];
  const cell = random.of(block.cells);
  const beside = block.cells.filter((one) => (random.is(0.5) ? one.row === cell.row : one.column === cell.column));
  return [cell.id, ...beside.slice(0, 1 + random.below(3)).map((one) => one.id)];
}

/** A value with one of its parts, however deep, replaced by something wild. */
function spoilt(value: unknown, random: Lot): unknown {
  if (typeof value !== 'object' || value === null || random.is(0.15)) return random.of(WILD);
  const keys = Object.keys(value);
  if (keys.length === 0) return random.of(WILD);
  const key = random.of(keys);
  const copy: Record<string, unknown> = Array.isArray(value) ? ([...value] as never) : { ...value };
  if (random.is(0.1)) delete copy[key];
  else copy[key] = spoilt(copy[key], random);
  return copy;
}

/** What a campaign has come to. */
export interface Campaign {
  accepted: number;
  refused: number;
  /** The longest that one step took, with everything that is asked of it, ms. */
  longest: number;
}

/**
 * Does random steps from a document on, one a seed and each on what came of those before it, a part of them spoilt, and holds each to its
 * promise: nothing is thrown; what is accepted has the shape of a document, is sound, and composes. A broken document stays broken, so that it is
 * enough to look `every` so many.
 *
 * @throws Error with the step that broke its promise
 */
export function campaign(
  start: FormatDocument,
  seeds: readonly number[],
  composing: { facts: Facts; resources: Resources },
  every = 1,
): Campaign {
  const result: Campaign = { accepted: 0, refused: 0, longest: 0 };
  let document = start;
  let made = 0;
  const id = () => `s${(made += 1)}`;
  for (const seed of seeds) {
    const random = seeded(seed);
    const likely = random.is(0.1)
      ? { op: 'together', name: 'Several', steps: [likelyStep(document, random, id), likelyStep(document, random, id)] }
      : likelyStep(document, random, id);
    const step = (random.is(0.3) ? spoilt(likely, random) : likely) as Step;
    const began = performance.now();
    const broken = (what: string, error?: unknown) => new Error(`${what}: ${told(step)}`, { cause: error });
    let outcome;
    try {
      outcome = applyStep(document, step);
    } catch (error) {
      throw broken('thrown', error);
    }
    if (outcome.ok) {
      result.accepted += 1;
      document = outcome.document;
    } else result.refused += 1;
    if (outcome.ok && result.accepted % every === 0) {
      const shape = FormatDocument.safeParse(outcome.document);
      if (!shape.success)
        throw broken(`no document: ${shape.error.issues[0]!.path.join('.')} ${shape.error.issues[0]!.message}`);
      const [defect] = documentDefects(structuredClone(outcome.document));
      if (defect) throw broken(`unsound: ${defect.words}`);
      if (result.accepted % (2 * every) === 0) composes(outcome.document, random, composing, broken);
    }
    result.longest = Math.max(result.longest, performance.now() - began);
    if (document.blocks.length === 0) document = start;
  }
  return result;
}

function composes(
  document: FormatDocument,
  random: Lot,
  { facts, resources }: { facts: Facts; resources: Resources },
  broken: (what: string, error?: unknown) => Error,
): void {
  const sizeId = random.of(document.sizes).id;
  const sheet = { number: 1 + random.below(2), total: 2 };
  try {
    const composed = compose(
      document,
      { sizeId, sheet, show: random.of(['values', 'longest', 'names', 'blank']) },
      facts,
      resources,
    );
    if (!composed.ok) throw new Error(composed.reason);
  } catch (error) {
    throw broken('does not compose', error);
  }
}

/** A step as it can be told, whatever is in it. */
const told = (step: unknown) =>
  JSON.stringify(step, (_, value: unknown) =>
    ['bigint', 'symbol', 'function'].includes(typeof value) ? String(value) : value,
  ).slice(0, 2000);
