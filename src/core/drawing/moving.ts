import { deepEqual } from 'fast-equals';
import { z } from 'zod';
import { valueText } from '../property/value';
import { type Outcome, refuse } from '../refusal';
import { variantOf } from '../specimen/specimen';
import type { Aside } from './aside';
import { askedBy, overrulable } from './asking';
import { Answers } from './drawing';
import { Carried, type Mapping, type ProposedSize, proposeMapping, readAs } from './mapping';
import { type Destination, Movable, type MoveWorld, destined, formatsAt, movableOf } from './movable';
import { type DrawingSheet, editionsOf } from './sheets';
import { REVISION_ROW, type SignedName, signedNames, withoutSigned } from './signing';

/** What is kept of a move, by which it is undone. */
export const KeptMove = z.object({
  before: Movable,
  after: Movable,
  carried: z.array(Carried),
  /** Answers that were given with the move: undoing it does not forget them. */
  given: Answers.optional(),
});
export type KeptMove = z.infer<typeof KeptMove>;

export interface Moved<T> {
  drawing: T;
  kept: KeptMove;
  /** Names that are removed, because nobody has signed the drawing as it is then. */
  unsigned: SignedName[];
}

/**
 * Moves a drawing: its formats, models or profile become those of the destination, its values find their places by the mapping, and by
 * {@link proposeMapping} where that says nothing. What finds none is kept aside; signatures are removed.
 *
 * Refused: a format or model that is not there, a size that is not served and for which none is chosen, two values for one question, and a
 * move by which nothing changes.
 *
 * @param options `revises`: another revision follows, and the row of the newest one keeps who approved it
 */
export function move<T extends Movable>(
  drawing: T,
  to: Destination,
  mapping: Partial<Mapping>,
  world: MoveWorld,
  { revises = false }: { revises?: boolean } = {},
): Outcome<Moved<T>> {
  const at = destined(drawing, to);
  if (deepEqual(movableOf(at), movableOf(drawing))) return refuse('The drawing is there already. Nothing is moved.');
  const trouble = modelTrouble(at, to, world) ?? formatTrouble(at, world);
  if (trouble !== undefined) return refuse(trouble);
  const before = formatsAt(drawing, world);
  const unsigned = signedNames(before, drawing).filter(({ of }) => !(revises && of === REVISION_ROW));
  const bare = withoutSigned(at, unsigned);
  const proposed = proposeMapping(drawing, at, world);
  const sized = withSizes(bare, proposed.sizes, mapping.sizes ?? {}, world);
  if (!sized.ok) return sized;

  const wanted = proposed.values.map(({ of, key, to }): Carried => {
    const said = mapping.values?.find((one) => one.of === of && one.key === key);
    return { of, key, to: said ? said.to : to };
  });
  const twice = wanted.find(({ to }, i) => to !== null && wanted.some((one, j) => j < i && one.to === to));
  if (twice) return refuse(`Two values are put under “${nameOf(twice.to!, at, world)}”. Choose one of them.`);

  const { answers, carried, aside } = carriedOver(drawing, at, wanted, world, proposed.linked);
  const from = world.called(drawing.editionId);
  const typed = unsigned
    .filter(({ of, signature }) => of !== REVISION_ROW && !signature)
    .map(({ of, name }): Aside => ({ of: 'answer', key: of, name, value: drawing.answers[of]!, from }));
  const allowed = overrulable(formatsAt(at, world));
  const overruled = Object.fromEntries(Object.entries(drawing.overruled).filter(([id]) => allowed.has(id)));
  const gone = Object.entries(drawing.overruled)
    .filter(([id]) => !allowed.has(id))
    .map(([key, value]): Aside => ({ of: 'overruled', key, name: nameOf(key, drawing, world), value, from }));
  const moved: T = { ...sized.drawing, answers, overruled, aside: [...aside, ...typed, ...gone] };
  return {
    ok: true,
    drawing: moved,
    unsigned,
    kept: { before: movableOf(drawing), after: movableOf(moved), carried },
  };
}

/**
 * The values of a drawing under the questions of its destination; what a question does not take, and what has none, is kept aside. A question
 * that is asked as it was keeps what it was given, even what it would not take today.
 */
function carriedOver(
  drawing: Movable,
  at: Movable,
  wanted: readonly Carried[],
  world: MoveWorld,
  linked: ReadonlySet<string>,
): { answers: Answers; carried: Carried[]; aside: Aside[] } {
  const [asks, asked] = [askedBy(formatsAt(drawing, world)), askedBy(formatsAt(at, world))];
  const from = world.called(drawing.editionId);
  const answers: Answers = {};
  const carried: Carried[] = [];
  const aside = drawing.aside.filter((_, i) => !wanted.some(({ of, key }) => of === 'aside' && key === String(i)));
  for (const { of, key, to } of wanted) {
    const kept = of === 'aside' ? drawing.aside[Number(key)] : undefined;
    const value = kept ? kept.value : drawing.answers[key]!;
    const question = asked.find((one) => one.key === to);
    const stands =
      of === 'answer' &&
      question !== undefined &&
      deepEqual(
        question,
        asks.find((one) => one.key === key),
      );
    const read = to === null || stands ? undefined : readAs(value, to, asked, linked);
    const isPut = to !== null && (stands || read?.ok === true);
    carried.push({ of, key, to: isPut ? to : null });
    if (isPut) answers[to] = read?.ok ? read.value : value;
    else aside.push(kept ?? { of: 'answer', key, name: nameOf(key, drawing, world), value, from });
  }
  return { answers, carried, aside };
}

/** The name of a question of a drawing, or of the property that has its id. */
function nameOf(key: string, drawing: Pick<Movable, 'editionId' | 'sheets'>, world: MoveWorld): string {
  return (
    askedBy(formatsAt(drawing, world)).find((one) => one.key === key)?.name ??
    world.models.properties.get(key)?.name ??
    key
  );
}

function modelTrouble(
  at: Pick<Movable, 'specimen' | 'variant' | 'sheets'>,
  to: Destination,
  { models }: MoveWorld,
): string | undefined {
  const wanted = [
    ...(to.model ? [at] : []),
    ...at.sheets
      .filter(({ id }) => to.sheets?.[id]?.model)
      .map(({ specimen, variant }) => ({ specimen: specimen!, variant })),
  ];
  for (const { specimen: id, variant } of wanted) {
    const model = models.specimens.get(id);
    if (!model) return 'The model is no longer there. Choose another one.';
    if (variant !== undefined && !variantOf(model, variant)) return `${model.name} has no variant “${variant}”.`;
  }
  return undefined;
}

const formatTrouble = (at: Movable, { formats }: MoveWorld): string | undefined =>
  editionsOf(at).every((edition) => formats.has(edition))
    ? undefined
    : 'The format is no longer on the shelf. Choose another one.';

/** A drawing with a size in place of each that is not served at its destination: the one that was chosen, else the one that is proposed. */
function withSizes<T extends Movable>(
  drawing: T,
  lost: readonly ProposedSize[],
  chosen: Mapping['sizes'],
  { formats }: MoveWorld,
): Outcome<{ drawing: T }> {
  let sized = drawing;
  for (const { of, words, to: proposed } of lost) {
    const sizeId = chosen[of] ?? proposed;
    if (sizeId === undefined) return refuse(`${words} Choose a size.`);
    const sheet = drawing.sheets.find(({ id }) => id === of);
    const document = formats.get(sheet?.edition ?? drawing.editionId)!;
    if (!document.sizes.some(({ id }) => id === sizeId))
      return refuse(`“${document.name}” has no size “${sizeId}”. Choose one that it has.`);
    sized = sheet
      ? { ...sized, sheets: sized.sheets.map((one) => (one.id === of ? { ...one, sizeId } : one)) }
      : { ...sized, sizeId };
  }
  return { ok: true, drawing: sized };
}

/** What undoing a move does where the drawing was worked on after it. */
export interface WentBack<T> {
  drawing: T;
  /** What was done since the move and is kept: answers and settings, in words. */
  stays: string[];
}

/** Whether nothing that a move changes has been changed since. */
export const isUntouched = (now: Movable, { after }: KeptMove): boolean => same(movableOf(now), after);

/** Equal as they are kept: what is undefined is not there. */
const same = (a: unknown, b: unknown): boolean => deepEqual(plain(a), plain(b));
const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value ?? null));

/**
 * Undoes a move. Where nothing was changed since, the drawing is what it was before, byte for byte. Else each thing that is as the move left
 * it goes back, and what was changed since stays; an answer that has no question any more is kept aside.
 *
 * @param world knows the formats before the move and those of now
 */
export function back<T extends Movable>(now: T, kept: KeptMove, world: MoveWorld): Outcome<WentBack<T>> {
  const { before, carried, given = {} } = kept;
  const own = Object.entries(kept.after.answers).filter(([key]) => given[key] === undefined);
  const after = { ...kept.after, answers: Object.fromEntries(own) };
  if (same(movableOf(now), after)) return { ok: true, drawing: { ...now, variant: undefined, ...before }, stays: [] };
  if (now.editionId !== after.editionId) return refuse('The drawing was moved again since. Undo that move first.');
  const stays: string[] = [];
  const pick = <K extends 'sizeId' | 'profileId' | 'profileRevision'>(key: K, words: string): Movable[K] => {
    if (same(now[key], after[key])) return before[key];
    stays.push(`${words} stays as it was changed since.`);
    return now[key];
  };
  const model = same([now.specimen, now.variant], [after.specimen, after.variant]) ? before : now;
  const at = {
    ...now,
    editionId: before.editionId,
    specimen: model.specimen,
    variant: model.variant,
    sizeId: pick('sizeId', 'The size'),
    profileId: pick('profileId', 'The profile'),
    profileRevision: pick('profileRevision', 'The profile’s revision'),
    sheets: now.sheets.map((sheet) => sheetBack(sheet, before, after)),
  };
  if (model === now) stays.push('The model stays as it was changed since.');
  const asked = askedBy(formatsAt(at, world));
  const from = world.called(now.editionId);
  const answers: Answers = {};
  const aside: Aside[] = [...before.aside];
  const taken = new Set<string>();
  for (const [key, value] of Object.entries(before.answers)) {
    const to = carried.find((one) => one.of === 'answer' && one.key === key)?.to ?? undefined;
    if (to === undefined) {
      answers[key] = value;
      continue;
    }
    taken.add(to);
    const is = now.answers[to];
    if (same(is, after.answers[to])) answers[key] = value;
    else if (is === undefined) stays.push(`“${nameOf(key, before, world)}” stays empty.`);
    else put(key, to, is);
  }
  for (const [key, value] of Object.entries(now.answers)) {
    if (taken.has(key) || same(value, after.answers[key])) continue;
    if (answers[key] === undefined && before.answers[key] === undefined) put(key, key, value);
    else asideSince({ of: 'answer', key, name: nameOf(key, now, world), value, from });
  }
  /** Keeps an answer that was given since the move: under its question, or aside where there is none that takes it. */
  function put(key: string, given: string, value: Answers[string]) {
    const name = nameOf(given, now, world);
    const read = readAs(value, key, asked, new Set());
    if (read?.ok) {
      answers[key] = read.value;
      stays.push(`“${name}” stays ${valueText(value)}.`);
    } else asideSince({ of: 'answer', key: given, name, value, from });
  }
  function asideSince(one: Aside) {
    aside.push(one);
    stays.push(`“${one.name}”: ${valueText(one.value)} is kept aside.`);
  }
  const overruled: Answers = { ...before.overruled };
  for (const [id, value] of Object.entries(now.overruled))
    if (!same(value, after.overruled[id])) {
      if (overrulable(formatsAt(at, world)).has(id)) overruled[id] = value;
      else asideSince({ of: 'overruled', key: id, name: world.models.properties.get(id)?.name ?? id, value, from });
    }
  for (const id of Object.keys(after.overruled)) if (now.overruled[id] === undefined) delete overruled[id];
  const since = now.aside.filter((one) => ![...before.aside, ...after.aside].some((other) => same(one, other)));
  const revised = !same(now.revisions, after.revisions) || !same(now.signatures, after.signatures);
  if (revised) stays.push('Revisions stay as they are now. What is signed is removed.');
  const result: T = {
    ...at,
    answers,
    overruled,
    aside: [...aside, ...since],
    ...(revised ? {} : { revisions: before.revisions, signatures: before.signatures }),
  };
  return {
    ok: true,
    drawing: revised ? withoutSigned(result, signedNames(formatsAt(at, world), result)) : result,
    stays,
  };
}

/** A sheet as it was before a move, but for what was changed of it since. */
function sheetBack(now: DrawingSheet, before: Movable, after: Movable): DrawingSheet {
  const was = before.sheets.find(({ id }) => id === now.id);
  const left = after.sheets.find(({ id }) => id === now.id);
  if (!was || !left) return now;
  const keys = [...new Set([...Object.keys(was), ...Object.keys(left), ...Object.keys(now)])] as (keyof DrawingSheet)[];
  const entries = keys.flatMap((key) => {
    const value = same(now[key], left[key]) ? was[key] : now[key];
    return value === undefined ? [] : [[key, value] as const];
  });
  return Object.fromEntries(entries) as DrawingSheet;
}
