import { z } from 'zod';
import { askedIn } from '../format/asked';
import type { AskedValue, FormatDocument } from '../format/document';
import { linksByProperty } from '../format/usage';
import { sheetGeometry } from '../format/sheet';
import { matchedName } from '../property/names';
import { readValue } from '../property/reading-value';
import { type Value, valueText } from '../property/value';
import { type Outcome, refuse } from '../refusal';
import { askedBy } from './asking';
import { type Movable, type MoveWorld, formatsAt } from './movable';
import { isSigned, signedNames } from './signing';

const Id = z.string().max(80);

/** What becomes of a value: where it is put, or null: it is kept aside. */
export const Carried = z.strictObject({
  /** `answer`: of the drawing, by its key; `aside`: of those that are kept, by their place in the list. */
  of: z.enum(['answer', 'aside']),
  key: Id,
  /** The key of a question, or a property that is printed and not asked. */
  to: Id.nullable(),
});
export type Carried = z.infer<typeof Carried>;

/** How what a drawing has finds its place at its destination. */
export const Mapping = z.strictObject({
  values: z.array(Carried).max(1000),
  /** Sizes in place of those that are not served there, by the sheet's id; the drawing's own under the empty one. */
  sizes: z.record(z.string().max(40), z.string().max(60)),
});
export type Mapping = z.infer<typeof Mapping>;

/** By what a value finds its place: its question is the same, is of the same property, is called so, or stands in the same cell. */
export type MappedBy = 'question' | 'property' | 'name' | 'cell' | 'link';

/** A value with the place that is proposed for it. */
export interface ProposedValue extends Carried {
  /** What its question is called. */
  name: string;
  value: Value;
  by?: MappedBy;
}

/** A size that is not served at the destination. */
export interface ProposedSize {
  /** The sheet's id; empty: the whole drawing. */
  of: string;
  words: string;
  /** A size of the same measures or the same name. */
  to: string | undefined;
  /** What there is to choose from. */
  sizes: { id: string; name: string }[];
}

export interface ProposedMapping {
  values: ProposedValue[];
  sizes: ProposedSize[];
  /** The properties that the sheets print there, and nobody is asked for. */
  linked: ReadonlySet<string>;
}

const propertyOf = ({ key, property }: Pick<AskedValue, 'key' | 'property'>) => property ?? key;

/**
 * Where the values and sizes of a drawing go at its destination: to the same question, else to one of the same property, of the same name or
 * alias, or in a cell of the same caption; sizes to those of the same measures, else of the same name.
 *
 * @param at the drawing with the formats of its destination
 */
export function proposeMapping(drawing: Movable, at: Movable, world: MoveWorld): ProposedMapping {
  const [before, after] = [formatsAt(drawing, world), formatsAt(at, world)];
  const [asks, asked] = [askedBy(before), askedBy(after)];
  const signed = new Set(
    signedNames(before, drawing).flatMap(({ of, signature }) => [of, ...(signature?.fills ?? [])]),
  );
  const linked = new Set(after.flatMap((document) => [...linksByProperty(document).keys()]));
  for (const one of asked) {
    linked.delete(one.key);
    linked.delete(propertyOf(one));
  }
  const free = asked.filter((one) => !isSigned(one, asked));
  const taken = new Set<string>();
  const answers = Object.entries(drawing.answers).flatMap(([key, value]): Known[] => {
    if (signed.has(key) || valueText(value) === '') return [];
    const one = asks.find((each) => each.key === key);
    return [
      {
        of: 'answer',
        key,
        name: one?.name ?? world.models.properties.get(key)?.name ?? key,
        value,
        property: one ? propertyOf(one) : key,
      },
    ];
  });
  const kept = drawing.aside.flatMap(({ of, key, name, value }, i): Known[] =>
    of === 'answer' ? [{ of: 'aside', key: String(i), name, value, property: key }] : [],
  );
  const places = new Map<string, { to: string; by: MappedBy }>();
  const known = [...answers, ...kept];
  const ways: [MappedBy, (one: Known) => string | undefined][] = [
    [
      'question',
      (one) =>
        (one.of === 'answer'
          ? free.find(
              (each) =>
                each.key === one.key &&
                meansTheSame(
                  asks.find(({ key }) => key === one.key),
                  each,
                ),
            )
          : undefined
        )?.key,
    ],
    ['property', (one) => free.find((each) => propertyOf(each) === one.property)?.key],
    ['name', (one) => free.find((each) => isCalled(one.name, each, world))?.key],
    ['cell', (one) => (one.of === 'answer' ? inSameCell(one.key, before, after, free) : undefined)],
    ['link', (one) => (linked.has(one.property) ? one.property : undefined)],
  ];
  for (const [by, find] of ways)
    for (const one of known) {
      const id = `${one.of} ${one.key}`;
      if (places.has(id)) continue;
      const to = find(one);
      if (to === undefined || taken.has(to)) continue;
      taken.add(to);
      places.set(id, { to, by });
    }
  return {
    values: known.map(({ property: _, ...one }) => {
      const place = places.get(`${one.of} ${one.key}`);
      return { ...one, to: place?.to ?? null, ...(place && { by: place.by }) };
    }),
    sizes: sizesOf(drawing, at, world),
    linked,
  };
}

interface Known {
  of: Carried['of'];
  key: string;
  name: string;
  value: Value;
  property: string;
}

/** Whether a question under the same key asks for the same: of the same property; nothing that is known speaks against it. */
const meansTheSame = (before: AskedValue | undefined, after: AskedValue): boolean =>
  before === undefined || propertyOf(before) === propertyOf(after);

function isCalled(name: string, asked: AskedValue, { models }: MoveWorld): boolean {
  const property = models.properties.get(propertyOf(asked));
  return [asked.name, ...(property ? [property.name, ...property.aliases] : [])]
    .map(matchedName)
    .includes(matchedName(name));
}

/** The question that is printed in the cell of the same caption, or in the same cell, as one was before. */
function inSameCell(
  key: string,
  before: readonly FormatDocument[],
  after: readonly FormatDocument[],
  free: readonly AskedValue[],
): string | undefined {
  const cells = cellsAsking(before, key);
  const captions = new Set(cells.map(({ caption }) => caption).filter((caption) => caption !== ''));
  const candidates = free.filter(
    ({ key: other }) => !before.some(({ asked }) => asked.some((one) => one.key === other)),
  );
  return (
    candidates.find((one) => cellsAsking(after, one.key).some(({ caption }) => captions.has(caption))) ??
    candidates.find((one) =>
      cellsAsking(after, one.key).some(({ place }) => cells.some((cell) => cell.place === place)),
    )
  )?.key;
}

const cellsAsking = (documents: readonly FormatDocument[], key: string): { caption: string; place: string }[] =>
  documents.flatMap(({ blocks }) =>
    blocks.flatMap((block) =>
      block.cells
        .filter(({ contents }) => askedIn(contents).includes(key))
        .map((cell) => ({ caption: matchedName(cell.caption?.text ?? ''), place: `${block.id} ${cell.id}` })),
    ),
  );

/** The sizes that were served before and are not at the destination. */
function sizesOf(drawing: Movable, at: Movable, { formats }: MoveWorld): ProposedSize[] {
  const lost: ProposedSize[] = [];
  const look = (of: string, words: string, sizeId: string, was: string, is: string) => {
    const [before, after] = [formats.get(was), formats.get(is)];
    if (!before?.sizes.some(({ id }) => id === sizeId) || !after || after.sizes.some(({ id }) => id === sizeId)) return;
    const measures = (document: FormatDocument, id: string) => {
      const geometry = sheetGeometry(document, id);
      return geometry.ok ? `${geometry.sheet.trimmed.width} ${geometry.sheet.trimmed.height}` : undefined;
    };
    const size = before.sizes.find(({ id }) => id === sizeId)!;
    const measure = measures(before, sizeId);
    const to =
      after.sizes.find(({ id }) => measure !== undefined && measures(after, id) === measure) ??
      after.sizes.find(({ name }) => name === size.name);
    lost.push({
      of,
      words: `${words} ${size.name}, which “${after.name}” does not have.`,
      to: to?.id,
      sizes: after.sizes.map(({ id, name }) => ({ id, name })),
    });
  };
  look('', 'The drawing is on', drawing.sizeId, drawing.editionId, at.editionId);
  drawing.sheets.forEach((sheet, i) => {
    const [was, is] = [sheet.edition ?? drawing.editionId, at.sheets[i]!.edition ?? at.editionId];
    // What has no size of its own, on the drawing's own format, follows the drawing.
    if (sheet.sizeId === undefined && at.sheets[i]!.edition === undefined) return;
    look(sheet.id, `Sheet ${i + 1} is on`, sheet.sizeId ?? drawing.sizeId, was, is);
  });
  return lost;
}

/** A value as a question takes it, or a property that is printed without being asked; undefined where there is neither. */
export function readAs(
  value: Value,
  to: string,
  asked: readonly AskedValue[],
  linked: ReadonlySet<string>,
): Outcome<{ value: Value }> | undefined {
  const one = asked.find(({ key }) => key === to);
  if (!one) return linked.has(to) ? { ok: true, value } : undefined;
  if (isSigned(one, asked)) return refuse(`“${one.name}” is signed, not typed.`);
  const read = readValue(one, valueText(value));
  if (!read.ok) return read;
  if (read.value === undefined) return refuse(`“${one.name}” takes no empty value.`);
  return { ok: true, value: valueText(read.value) === valueText(value) && isOfType(one, value) ? value : read.value };
}

/** Whether a value is kept as it is: it reads the same, and is of the kind that the question keeps. */
const isOfType = ({ type }: AskedValue, value: Value): boolean =>
  type === 'yes/no'
    ? typeof value === 'boolean'
    : type === 'number'
      ? typeof value !== 'string'
      : typeof value === 'string';
