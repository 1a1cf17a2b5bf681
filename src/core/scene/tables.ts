import type { Block, Growth } from '../format/document';
import { partsKey, patternRow } from '../format/growth';
import { valueAt } from '../format/length-value';
import { type Occasion, applies } from '../format/occasion';
import { resolveTracks } from '../format/tracks';
import { turnedSize } from '../geometry/placing';
import { placesRows, readGeneralTolerance, toleranceRows } from '../profile/general-tolerances';
import type { Facts, TableRow } from '../property/facts';
import { matchedName } from '../property/names';
import { valueText } from '../property/value';
import { OMITTED, schemePreview } from '../revision/scheme';
import { neededHeight } from './cell-text';
import { contentText, type Filling } from './content-text';
import { letteringOf } from './cell-room';
import { nameList } from './name-list';
import type { Finding } from './report';
import type { SampleRows } from './resources';

/** The rows of a growing block, and what keeps it from having them. */
export interface Table {
  rows: readonly TableRow[];
  findings: Finding[];
}

/** Tables with the same key continue one another from sheet to sheet: a parts list only that of the same model. */
export const tableKey = (growth: Growth, { model, variant }: Pick<Facts, 'model' | 'variant'>): string =>
  growth.rows === 'parts'
    ? ['parts', partsKey(growth.parts), 'of', model?.name, variant?.name].filter(Boolean).join(' ')
    : growth.rows;

/** Whether what has no place on a sheet goes to the ones that follow. */
export const isContinued = ({ rows, whenFull }: Growth): boolean =>
  whenFull !== 'newest only' && (rows === 'parts' || rows === 'revisions' || rows === 'notes');

/** All rows that a growing block has data for, the ones on sheets before this one included. */
export function tableOf(block: Block, filling: Filling, sizeId: string, sample: SampleRows | undefined): Table {
  const growth = block.grow!;
  const table = given(block, growth, filling);
  const count = sampleCount(growth, filling, sizeId, sample, table.rows.length);
  if (count === undefined) return table;
  return { ...table, rows: Array.from({ length: count }, (_, i) => sampleRow(growth, table.rows, i, filling)) };
}

function given(block: Block, growth: Growth, filling: Filling): Table {
  const { facts } = filling;
  const finding = (code: string, words: string): Finding => ({
    code,
    weight: 'warning',
    block: block.id,
    words: `${block.name}: ${words}`,
  });
  switch (growth.rows) {
    case 'revisions':
      return { rows: facts.revisions ?? NONE, findings: [] };
    case 'parts': {
      const list = facts.parts?.[partsKey(growth.parts)];
      if (!list) return { rows: NONE, findings: [] };
      const { withoutNumber, trouble, shared = [] } = list;
      return {
        rows: list.rows,
        findings: [
          ...(trouble === undefined ? [] : [finding('no parts list', trouble)]),
          ...(withoutNumber.length === 0
            ? []
            : [
                finding(
                  'component without a part number',
                  `${nameList(withoutNumber)} ${withoutNumber.length > 1 ? 'have' : 'has'} no part number.`,
                ),
              ]),
          ...shared.map(({ number, by }) =>
            finding(
              'part number shared',
              `${nameList(by)} share the part number ${number}, by which parts are told apart.`,
            ),
          ),
        ],
      };
    }
    case 'tolerances':
      return tolerances(growth, filling, finding);
    case 'notes':
      return { rows: notes(block, growth, filling), findings: [] };
  }
}

const NONE: TableRow[] = [];

const KIND_WORDS = { linear: 'lengths', edge: 'broken edges', angle: 'angles', places: 'decimal places' } as const;

function tolerances(
  growth: Growth,
  { facts, document }: Filling,
  finding: (code: string, words: string) => Finding,
): Table {
  const stated = Object.entries(facts.profile?.values ?? {}).find(([name]) => matchedName(name) === 'generaltolerance');
  const text = stated ? valueText(stated[1]) : '';
  const rule = readGeneralTolerance(text);
  if (!rule) {
    const words = stated
      ? `“${text}” names no class of ISO 2768 and no tolerances by decimal places.`
      : 'the drafting profile states no general tolerance.';
    return { rows: NONE, findings: [finding('no general tolerances', words)] };
  }
  const { decimalMark } = facts.locale;
  const { unit } = document;
  const rows = 'class' in rule ? toleranceRows(rule.class, decimalMark, unit) : placesRows(rule, unit, decimalMark);
  return {
    rows: rows
      .filter(({ kind }) => !growth.tolerances || growth.tolerances.includes(kind))
      .map(({ kind, range, tolerance }) => ({
        name: `${KIND_WORDS[kind]} ${range}`,
        values: { 'Kind of tolerance': KIND_WORDS[kind], 'Size range': range, Tolerance: tolerance },
      })),
    findings: [],
  };
}

/** Every line of every note in its own row, numbered; a note without a value has none. */
function notes(block: Block, growth: Growth, filling: Filling): TableRow[] {
  const lettering = letteringOf(block.cells[0]!.lettering, filling);
  const lines = (growth.notes ?? []).flatMap((property) => {
    const { paragraphs, traces } = contentText(
      [{ kind: 'linked', property, missing: { print: 'nothing', report: false } }],
      lettering,
      { ...filling, show: 'values' },
    );
    const has = traces.some(({ value, standIn }) => value !== undefined && standIn !== 'missing');
    return has ? paragraphs.flatMap(({ text }) => text.split(/;\s*/)).filter((line) => line.trim() !== '') : [];
  });
  return lines.map((line, i) => ({ name: `note ${i + 1}`, values: { 'Note number': i + 1, Note: line.trim() } }));
}

/** How many sample rows stand in for a table's own; undefined when its own are shown. */
function sampleCount(
  growth: Growth,
  { show }: Filling,
  sizeId: string,
  sample: SampleRows | undefined,
  own: number,
): number | undefined {
  if (growth.rows === 'tolerances' || growth.rows === 'notes') return undefined;
  if (sample === undefined) {
    if (show === 'blank') return 0;
    return show === 'names' || (show === 'longest' && own === 0) ? 1 : undefined;
  }
  const full = valueAt(growth.most, sizeId) * (growth.whenFull === 'second column' ? 2 : 1);
  return sample === 'full' ? full : sample === 'over-full' ? full + 3 : sample;
}

const LETTERS = schemePreview({ sequence: { kind: 'letters', omit: OMITTED.iso } }, 60);

/** One of a table's own rows again, with its next number; where it has none, one made from values seen. */
function sampleRow(growth: Growth, own: readonly TableRow[], i: number, { facts, resources }: Filling): TableRow {
  const like = own.length > 0 ? own[i % own.length]! : undefined;
  if (growth.rows === 'revisions') {
    const revision = LETTERS[i % LETTERS.length]!;
    const made = {
      Zones: 'B2',
      'What was changed': 'Sample of a change',
      'Date of revision': facts.today,
      'Revised by': 'Ada Sample',
      'Revision approved by': 'Bo Sample',
      'Change number': String(100 + i),
    };
    return { name: `sample revision ${revision}`, values: { ...(like?.values ?? made), Revision: revision } };
  }
  const item = String(i + 1);
  if (like) return { ...like, name: `sample item ${item}`, values: { ...like.values, Item: item } };
  const values = [...resources.properties.values()].flatMap(({ id, name }) => {
    const seen = resources.seen.get(id) ?? [];
    return seen.length > 0 ? [[name, seen[i % seen.length]!] as const] : [];
  });
  const model = { name: `Sample part ${item}`, kind: 'part', values: Object.fromEntries(values) } as const;
  return { name: `sample item ${item}`, model, values: { Item: item, Quantity: 1 } };
}

const fillings = new WeakMap<Filling, WeakMap<TableRow, Filling>>();

/** What the cells of a row are filled from: the sheet's, with the row's own values and, in a parts list, its component. */
export function rowFilling(filling: Filling, row: TableRow): Filling {
  let known = fillings.get(filling);
  if (!known) fillings.set(filling, (known = new WeakMap()));
  let made = known.get(row);
  if (!made) {
    const facts: Facts = { ...filling.facts, overruled: undefined, row };
    if (row.model) Object.assign(facts, { model: row.model, variant: row.variant });
    known.set(row, (made = { ...filling, facts }));
  }
  return made;
}

/** What the facts say of the drawing, with its newest revision: it is what every cell outside the table prints. */
export function withNewestRevision(facts: Facts): Facts {
  const newest = facts.revisions?.at(-1);
  if (!newest) return facts;
  let known = newestOf.get(facts);
  if (!known) {
    const own = new Set(Object.keys(newest.values).map(matchedName));
    const others = Object.entries(facts.drawing?.values ?? {}).filter(([name]) => !own.has(matchedName(name)));
    const values = { ...Object.fromEntries(others), ...newest.values };
    known = { ...facts, drawing: { name: facts.drawing?.name ?? 'the drawing', values } };
    newestOf.set(facts, known);
  }
  return known;
}

const newestOf = new WeakMap<Facts, Facts>();

/**
 * Says what height a row of a block needs, mm: that of the tallest of its cells whose text may wrap.
 *
 * @param space the drawing space, for columns that share what is left of it
 */
export function rowMeasure(
  block: Block,
  occasion: Occasion,
  space: { width: number; height: number },
): (filling: Filling) => number {
  const { sizeId } = occasion;
  const pattern = patternRow(block, block.grow!);
  const { width: available } = turnedSize(space.width, space.height, block.turn);
  const { edges } = resolveTracks(block.columns, block.width, available, sizeId, 'column');
  const wrapping = block.cells.flatMap((cell) => {
    if (cell.row !== pattern || cell.turn !== 0 || !cell.fit.some((step) => step.kind === 'wrap')) return [];
    const content = cell.contents.find((candidate) => applies(candidate.when, occasion));
    if (!content || !('parts' in content)) return [];
    const width = edges[cell.column + cell.columnSpan]! - edges[cell.column]!;
    const placing = { at: { x: 0, y: 0 }, turn: 0 as const, width, height: 0 };
    return [{ cell, parts: content.parts, room: { placing, width, height: 0, sizeId } }];
  });
  return (filling) =>
    wrapping.reduce(
      (tallest, { cell, parts, room }) =>
        Math.max(tallest, neededHeight(parts, { cell, block: block.id, room, filling })),
      0,
    );
}
