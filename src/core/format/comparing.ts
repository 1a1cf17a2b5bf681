import { deepEqual } from 'fast-equals';
import type { Block, Cell, FormatDocument } from './document';
import { lengthAt } from './length-value';
import { trimNumber } from '../geometry/length';
import { cellName, partsOf } from './names';
import { type Step, applyStep } from './steps/step';

/** One place where two documents differ: a cell, a block's grid, or a setting of the sheet. */
export interface Difference {
  /** Stable within a comparison: block and cell id, or the setting's name. */
  place: string;
  words: string;
  /** What each has there, in words. */
  mine: string;
  theirs: string;
  /** Which of the two changed it since the document both come from. */
  changedBy: 'me' | 'them' | 'both';
}

interface Place {
  key: string;
  words: string;
  of(document: FormatDocument): unknown;
  text(document: FormatDocument): string;
  /** The steps that bring this place of `from` into the document `into`. */
  steps(from: FormatDocument, into: FormatDocument): Step[];
}

/**
 * The places where my document and theirs differ, and who changed each since `base`. `name` gives a property's name.
 */
export function differences(
  base: FormatDocument,
  mine: FormatDocument,
  theirs: FormatDocument,
  name: (property: string) => string | undefined,
): Difference[] {
  return placesOf([theirs, mine], name).flatMap((place): Difference[] => {
    const [b, m, t] = [place.of(base), place.of(mine), place.of(theirs)];
    if (deepEqual(m, t)) return [];
    const changedBy = deepEqual(b, m) ? 'them' : deepEqual(b, t) ? 'me' : 'both';
    return [{ place: place.key, words: place.words, mine: place.text(mine), theirs: place.text(theirs), changedBy }];
  });
}

/**
 * Theirs with my version of the chosen places.
 * @returns the document and the reasons of those that could not be brought over
 */
export function withMine(
  theirs: FormatDocument,
  mine: FormatDocument,
  places: readonly string[],
): { document: FormatDocument; refused: string[] } {
  let document = theirs;
  const refused: string[] = [];
  for (const place of placesOf([theirs, mine], () => undefined).filter(({ key }) => places.includes(key))) {
    for (const step of place.steps(mine, document)) {
      const outcome = applyStep(document, step);
      if (outcome.ok) document = outcome.document;
      else refused.push(`${place.words}: ${outcome.reason}`);
    }
  }
  return { document, refused };
}

function placesOf(documents: readonly FormatDocument[], name: (property: string) => string | undefined): Place[] {
  const places = new Map<string, Place>();
  const add = (place: Place) => places.has(place.key) || places.set(place.key, place);
  for (const document of documents) {
    sheetPlaces().forEach(add);
    for (const block of document.blocks) {
      add(gridPlace(block));
      for (const cell of block.cells) add(cellPlace(block, cell, name));
    }
  }
  return [...places.values()];
}

function sheetPlaces(): Place[] {
  const setting = (key: 'name' | 'margins' | 'zones', words: string, step: (from: FormatDocument) => Step): Place => ({
    key,
    words,
    of: (document) => document[key],
    text: (document) => settingText(document, key),
    steps: (from) => [step(from)],
  });
  return [
    setting('name', 'Name of the format', (from) => ({ op: 'rename format', name: from.name })),
    setting('margins', 'Margins', (from) => ({ op: 'set margins', change: from.margins })),
    setting('zones', 'Zones', (from) => ({ op: 'set zones', change: from.zones })),
  ];
}

function settingText(document: FormatDocument, key: 'name' | 'margins' | 'zones'): string {
  if (key === 'name') return document.name;
  if (key === 'margins') {
    return (['left', 'right', 'top', 'bottom'] as const)
      .map((side) => `${side} ${trimNumber(lengthAt(document.margins[side], document.mainSize), 2)}`)
      .join(', ');
  }
  const rule = document.zones.rule.base;
  if (!document.zones.shown) return 'none';
  return rule.kind === 'count'
    ? `${rule.columns} × ${rule.rows}`
    : `every ${trimNumber(lengthAt(rule.pitch, ''), 2)} mm`;
}

const blockIn = (document: FormatDocument, id: string) => document.blocks.find((block) => block.id === id);
const sizesText = (tracks: Block['columns']) =>
  tracks
    .map((track) => ('share' in track ? `share ${track.share}` : trimNumber(lengthAt(track.size, ''), 2)))
    .join(' + ');

function gridPlace(block: Block): Place {
  const grid = (document: FormatDocument) => {
    const found = blockIn(document, block.id);
    if (!found) return undefined;
    const { cells, ...rest } = found;
    return {
      ...rest,
      places: cells.map(({ id, column, row, columnSpan, rowSpan }) => [id, column, row, columnSpan, rowSpan]),
    };
  };
  return {
    key: `${block.id}/grid`,
    words: `${block.name}: columns, rows and lines`,
    of: grid,
    text: (document) => {
      const found = blockIn(document, block.id);
      return found ? `${sizesText(found.columns)} wide, ${sizesText(found.rows)} high` : 'not there';
    },
    steps: (from, into) => {
      const found = blockIn(from, block.id);
      if (!found) return [];
      const there = new Map(blockIn(into, block.id)?.cells.map((cell) => [cell.id, cell]));
      const cells = found.cells.map((cell) => {
        const { id, column, row, columnSpan, rowSpan } = cell;
        return { ...(there.get(id) ?? cell), id, column, row, columnSpan, rowSpan };
      });
      return [{ op: 'put block', block: { ...found, cells } }];
    },
  };
}

function cellPlace(block: Block, cell: Cell, name: (property: string) => string | undefined): Place {
  const find = (document: FormatDocument) => blockIn(document, block.id)?.cells.find(({ id }) => id === cell.id);
  const carried = (found: Cell) => {
    const { caption, contents, lettering, override, place, turn, fit } = found;
    return {
      name: found.name ?? null,
      caption: caption ?? null,
      contents,
      lettering,
      override: override ?? null,
      place,
      turn,
      fit,
    };
  };
  return {
    key: `${block.id}/${cell.id}`,
    words: `${block.name}: ${cellName(cell, name)}`,
    of: (document) => {
      const found = find(document);
      return found && carried(found);
    },
    text: (document) => {
      const found = find(document);
      return found ? cellText(found, name) : 'not there';
    },
    steps: (from) => {
      const found = find(from);
      return found ? [{ op: 'set cell', block: block.id, cell: cell.id, change: carried(found) }] : [];
    },
  };
}

/** What a cell carries, in a line: its caption and the parts of its content. */
function cellText(cell: Cell, name: (property: string) => string | undefined): string {
  const parts = partsOf(cell).map((part) =>
    part.kind === 'fixed'
      ? part.text
      : part.kind === 'linked'
        ? `[${name(part.property) ?? part.property}]`
        : part.kind === 'asked'
          ? `[${part.asked}]`
          : ' / ',
  );
  return [cell.caption?.text, parts.join('')].filter(Boolean).join(' · ') || 'empty';
}
