import { deepEqual } from 'fast-equals';
import { causeKey } from '../findings/accepting';
import type { Weight } from '../findings/finding';
import { findingWords } from '../findings/words';
import type { FormatDocument } from '../format/document';
import { zoneTroubles } from '../revision/rows';
import type { Composed } from '../scene/compose';
import { composePlanned } from '../scene/planning';
import type { CellReport } from '../scene/report';
import type { Resources } from '../scene/resources';

import { partsRules } from '../specimen/parts-tables';
import type { Aside } from './aside';
import { askedBy, unanswered } from './asking';
import type { Movable } from './movable';
import type { KeptMove } from './moving';
import { type DrawingSources, type DrawnData, type GoneFrom, goneFrom, planDrawing, zoneLabelsOf } from './sheets';
import type { Signed, SignedName } from './signing';

/** A drawing with all that its sheets are made from. */
export interface Standing {
  drawing: DrawnData & Signed & Pick<Movable, 'aside'>;
  /** The formats of its sheets, its own first. */
  documents: readonly FormatDocument[];
  sources: DrawingSources;
  resources: Resources;
}

/** Where on a sheet something is. */
export interface OnSheet {
  sheet: number;
  block: string;
  cell: string;
}

/** One thing that a move does to a drawing. */
export type Foreseen =
  /** A cell prints something else; nothing before: it comes; nothing after: it goes. `on` is of the sheets after, or before where it goes. */
  | { kind: 'printed'; name: string; was: string | undefined; is: string | undefined; on: OnSheet }
  /** The same text stands in a cell of another name. */
  | { kind: 'in another cell'; text: string; was: string; is: string; on: OnSheet }
  /** A value that is no longer printed, and is kept. */
  | { kind: 'aside'; aside: Aside }
  /** A value reads otherwise under its new question. */
  | { kind: 'converted'; name: string; was: Answer; is: Answer }
  | { kind: 'asked'; name: string; required: boolean }
  | { kind: 'signature'; signed: SignedName }
  | { kind: 'size'; sheet: number; was: string; is: string }
  | { kind: 'sheets'; was: number; is: number }
  /** A table has more rows, or fewer; none: it comes or goes. */
  | { kind: 'rows'; sheet: number; table: string; was: number; is: number }
  /** A part has another item number. */
  | { kind: 'item'; part: string; was: number; is: number }
  | { kind: 'view'; sheet: number; name: string; was: string; is: string }
  | { kind: 'zone'; words: string }
  | { kind: 'gone'; gone: GoneFrom }
  | { kind: 'finding'; is: 'new' | 'settled'; sheet: number; weight: Weight; words: string; on: OnSheet | undefined }
  | { kind: 'no sheet'; sheet: number; words: string };

type Answer = Movable['answers'][string];

/** One sheet before and after; either may be missing. */
export interface ForeseenSheet {
  number: number;
  before?: Composed;
  after?: Composed;
}

export interface Foresight {
  /** What the move does, the worst first. */
  things: Foreseen[];
  sheets: ForeseenSheet[];
}

interface Looked {
  /** In order; undefined: it cannot be composed. */
  sheets: (Composed | undefined)[];
  refused: { sheet: number; words: string }[];
  zones: string[];
}

function look({ drawing, sources, resources }: Standing): Looked {
  const planned = planDrawing(drawing, sources, resources);
  const refused: Looked['refused'] = [];
  const sheets = planned.map((sheet) => {
    const composed = composePlanned(sheet, resources);
    if (!composed.ok) refused.push({ sheet: sheet.place.number, words: composed.reason });
    return composed.ok ? composed : undefined;
  });
  return { sheets, refused, zones: zoneTroubles(drawing.revisions, planned.map(zoneLabelsOf)) };
}

/**
 * What a move does to a drawing, from its sheets before and after: what they print otherwise, what is kept aside, asked anew, converted,
 * removed; sizes, sheets, item numbers and views that change; findings that are new and settled.
 *
 * @param before the drawing as it is; a finished one as it would print when it is reopened
 * @param after what {@link move} makes of it
 */
export function foresee(
  before: Standing,
  after: Standing,
  { kept, unsigned }: { kept: Pick<KeptMove, 'carried'>; unsigned: readonly SignedName[] },
): Foresight {
  const [then, now] = [look(before), look(after)];
  const names = new Map(askedBy(after.documents).map(({ key, name }) => [key, name]));
  const answeredBefore = new Set(askedBy(before.documents).map(({ key }) => key));
  const asked = unanswered(askedBy(after.documents), after.drawing.answers).filter(
    ({ key }) => !answeredBefore.has(key) || hasText(before.drawing.answers[key]),
  );
  const things: Foreseen[] = [
    ...now.refused.map((one): Foreseen => ({ kind: 'no sheet', ...one })),
    ...findings(then, now, 'new'),
    ...goneFrom(after.drawing, after.sources).map((gone): Foreseen => ({ kind: 'gone', gone })),
    ...after.drawing.aside
      .filter((one) => !before.drawing.aside.some((was) => deepEqual(was, one)))
      .map((aside): Foreseen => ({ kind: 'aside', aside })),
    ...unsigned.map((signed): Foreseen => ({ kind: 'signature', signed })),
    ...converted(before.drawing, after.drawing, kept, names),
    ...asked.map(({ name, required }): Foreseen => ({ kind: 'asked', name, required })),
    ...sizes(then, now),
    ...(then.sheets.length === now.sheets.length
      ? []
      : [{ kind: 'sheets' as const, was: then.sheets.length, is: now.sheets.length }]),
    ...now.zones.filter((words) => !then.zones.includes(words)).map((words): Foreseen => ({ kind: 'zone', words })),
    ...items(before, after),
    ...views(then, now),
    ...rows(then, now),
    ...printed(then, now, kept),
    ...findings(then, now, 'settled'),
  ];
  const count = Math.max(then.sheets.length, now.sheets.length);
  return {
    things,
    sheets: Array.from({ length: count }, (_, i): ForeseenSheet => ({
      number: i + 1,
      ...(then.sheets[i] && { before: then.sheets[i] }),
      ...(now.sheets[i] && { after: now.sheets[i] }),
    })),
  };
}

const hasText = (value: Answer | undefined): boolean => value !== undefined && value !== '';

/** Values that read otherwise under the questions that they were carried to. */
const converted = (
  before: Standing['drawing'],
  after: Standing['drawing'],
  { carried }: Pick<KeptMove, 'carried'>,
  names: ReadonlyMap<string, string>,
): Foreseen[] =>
  carried.flatMap(({ of, key, to }): Foreseen[] => {
    const was = of === 'answer' ? before.answers[key] : before.aside[Number(key)]?.value;
    const is = to === null ? undefined : after.answers[to];
    if (was === undefined || is === undefined || JSON.stringify(was) === JSON.stringify(is)) return [];
    return [{ kind: 'converted', name: names.get(to!) ?? to!, was, is }];
  });

function findings(then: Looked, now: Looked, is: 'new' | 'settled'): Foreseen[] {
  const keysOf = (looked: Looked) =>
    new Map(
      looked.sheets.flatMap((sheet, i) =>
        (sheet?.report.findings ?? [])
          .filter(({ weight, accepted }) => weight !== 'note' && accepted === undefined)
          .map((finding) => [causeKey(finding), { finding, sheet: i + 1 }] as const),
      ),
    );
  const [there, missing] = is === 'new' ? [keysOf(now), keysOf(then)] : [keysOf(then), keysOf(now)];
  const weights = { 'blocks release': 0, warning: 1, note: 2 };
  return [...there]
    .filter(([key]) => !missing.has(key))
    .map(([, { finding, sheet }]): Foreseen & { kind: 'finding' } => {
      const { block, cell } = finding.place;
      return {
        kind: 'finding',
        is,
        sheet,
        weight: finding.weight,
        words: findingWords(finding),
        on: block === undefined || cell === undefined ? undefined : { sheet, block, cell },
      };
    })
    .sort((a, b) => weights[a.weight] - weights[b.weight]);
}

const sizes = (then: Looked, now: Looked): Foreseen[] =>
  now.sheets.flatMap((sheet, i): Foreseen[] => {
    const [was, is] = [then.sheets[i]?.report.sheet.name, sheet?.report.sheet.name];
    return was === undefined || is === undefined || was === is ? [] : [{ kind: 'size', sheet: i + 1, was, is }];
  });

/** Parts that have another number in the parts lists of the same assembly. */
function items(before: Standing, after: Standing): Foreseen[] {
  const numbers = ({ drawing, documents }: Standing) => {
    const rules = documents.flatMap((document) => [...partsRules(document).keys()]);
    const byPart = new Map<string, { part: string; number: number }>();
    for (const [list, parts] of Object.entries(drawing.items)) {
      const rule = rules.find((key) => list.endsWith(` ${key}`));
      if (rule === undefined) continue;
      const assembly = list.slice(0, -rule.length);
      for (const [part, number] of Object.entries(parts)) byPart.set(`${assembly}${part}`, { part, number });
    }
    return byPart;
  };
  const was = numbers(before);
  return [...numbers(after)].flatMap(([key, { part, number }]): Foreseen[] => {
    const then = was.get(key)?.number;
    return then === undefined || then === number ? [] : [{ kind: 'item', part, was: then, is: number }];
  });
}

/** Views that are drawn at another scale, come or go. */
function views(then: Looked, now: Looked): Foreseen[] {
  const of = (sheet: Composed | undefined) =>
    new Map(
      (sheet?.report.views?.placed ?? []).map(({ id, name, factor }) => [id, { name, scale: scaleWords(factor) }]),
    );
  return now.sheets.flatMap((sheet, i): Foreseen[] => {
    const [was, is] = [of(then.sheets[i]), of(sheet)];
    return [...is].flatMap(([id, { name, scale }]): Foreseen[] => {
      const before = was.get(id)?.scale;
      return before === undefined || before === scale
        ? []
        : [{ kind: 'view', sheet: i + 1, name, was: before, is: scale }];
    });
  });
}

/** The tables of a sheet, by their blocks, with how many rows they have there. */
const tablesOf = (sheet: Composed | undefined): Map<string, { name: string; rows: number }> =>
  new Map(
    (sheet?.report.blocks ?? []).flatMap(({ id, name, grown }) =>
      grown ? [[id, { name, rows: grown.rows }] as const] : [],
    ),
  );

/** Tables with another number of rows than before; their cells are not listed one by one. */
function rows(then: Looked, now: Looked): Foreseen[] {
  const count = Math.max(then.sheets.length, now.sheets.length);
  return Array.from({ length: count }, (_, i) => i).flatMap((i): Foreseen[] => {
    const [was, is] = [tablesOf(then.sheets[i]), tablesOf(now.sheets[i])];
    return [...new Set([...was.keys(), ...is.keys()])].flatMap((id): Foreseen[] => {
      const [before, after] = [was.get(id)?.rows ?? 0, is.get(id)?.rows ?? 0];
      const { name } = (is.get(id) ?? was.get(id))!;
      return before === after ? [] : [{ kind: 'rows', sheet: i + 1, table: name, was: before, is: after }];
    });
  });
}

/** The tables of sheets that have another number of rows on the other side, by sheet and block. */
function otherRows(looked: Looked, other: Looked): Set<string> {
  return new Set(
    looked.sheets.flatMap((sheet, i) =>
      [...tablesOf(sheet)].flatMap(([id, { rows: own }]) =>
        (tablesOf(other.sheets[i]).get(id)?.rows ?? 0) === own ? [] : [`${i} ${id}`],
      ),
    ),
  );
}

const scaleWords = (factor: number): string => {
  const round = (value: number) => Number(value.toPrecision(4));
  return factor >= 1 ? `${round(factor)}:1` : `1:${round(1 / factor)}`;
};

/** What stands for the same thing on both sides: what a cell prints of, in the order of the sheet; else the cell itself. */
function printed(then: Looked, now: Looked, { carried }: Pick<KeptMove, 'carried'>): Foreseen[] {
  const to = new Map(
    carried.flatMap((one) => (one.of === 'answer' && one.to !== null ? [[one.key, one.to] as const] : [])),
  );
  const collect = (looked: Looked, other: Looked, keyOf: (property: string) => string) => {
    const counted = otherRows(looked, other);
    const cells = new Map<string, CellReport & { sheet: number }>();
    const met = new Map<string, number>();
    looked.sheets.forEach((sheet, i) => {
      for (const cell of sheet?.report.cells ?? []) {
        if (counted.has(`${i} ${cell.block}`)) continue;
        const { trace } = cell;
        const of =
          trace.length > 0 ? trace.map(({ property }) => keyOf(property)).join(' ') : `${cell.block} ${cell.id}`;
        const key = `${i + 1} ${of}`;
        const nth = (met.get(key) ?? 0) + 1;
        met.set(key, nth);
        cells.set(`${key} ${nth}`, { ...cell, sheet: i + 1 });
      }
    });
    return cells;
  };
  const was = collect(then, now, (property) => to.get(property) ?? property);
  const is = collect(now, then, (property) => property);
  return [...new Set([...was.keys(), ...is.keys()])].flatMap((key): Foreseen[] => {
    const [before, after] = [was.get(key), is.get(key)];
    if ((before?.text ?? '') === (after?.text ?? '')) {
      if (!before || !after || after.text === '' || before.name === after.name) return [];
      const on = { sheet: after.sheet, block: after.block, cell: after.id };
      return [{ kind: 'in another cell', text: after.text, was: before.name, is: after.name, on }];
    }
    const { sheet, block, id, name } = (after ?? before)!;
    return [{ kind: 'printed', name, was: before?.text, is: after?.text, on: { sheet, block, cell: id } }];
  });
}
