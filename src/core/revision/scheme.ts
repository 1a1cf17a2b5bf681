import { z } from 'zod';
import { letterName, lettersWithout } from '../alphabet';
import { type Outcome, refuse } from '../refusal';

/** Letters A to Z without the omitted ones, then AA, AB … by the same alphabet. */
const Letters = z.object({
  kind: z.literal('letters'),
  omit: z.array(z.string().regex(/^[A-Z]$/, 'one capital letter each')).max(20, 'an alphabet needs more letters'),
});

/** Numerals from 1, or another first one, written with at least so many digits. */
const Numerals = z.object({
  kind: z.literal('numerals'),
  digits: z.int().min(1).max(4),
  from: z.int().min(0).max(1),
});

/** One run of revisions. */
export const RevisionSequence = z.discriminatedUnion('kind', [Letters, Numerals]);
export type RevisionSequence = z.infer<typeof RevisionSequence>;

/**
 * How an office names its revisions: perhaps a dash for the first issue, then a sequence; and perhaps another sequence once the
 * drawing is released.
 */
export const RevisionScheme = z.object({
  firstIssue: z.literal('-').optional(),
  sequence: RevisionSequence,
  released: RevisionSequence.optional(),
});
export type RevisionScheme = z.infer<typeof RevisionScheme>;

/** Letters left out in ISO practice, and by ASME Y14.35. */
export const OMITTED = { iso: ['I', 'O'], asme: ['I', 'O', 'Q', 'S', 'X', 'Z'] };

/** The name of step `n`, counted from 0: A … Z, AA … without the omitted letters; or a numeral. */
export function revisionName(sequence: RevisionSequence, n: number): string {
  if (sequence.kind === 'numerals') return String(n + sequence.from).padStart(sequence.digits, '0');
  return letterName(lettersWithout(sequence.omit), n);
}

/** The step that a name is of a sequence, counted from 0; undefined when it is none of it. */
export function revisionStep(sequence: RevisionSequence, name: string): number | undefined {
  if (sequence.kind === 'numerals') {
    const number = /^\d{1,9}$/.test(name) ? Number(name) - sequence.from : -1;
    return number >= 0 && revisionName(sequence, number) === name ? number : undefined;
  }
  const letters = lettersWithout(sequence.omit);
  let step = 0;
  for (const letter of name) {
    const place = letters.indexOf(letter);
    if (place < 0) return undefined;
    step = step * letters.length + place + 1;
  }
  return name === '' || name.length > 4 ? undefined : step - 1;
}

/** The names of a scheme's first steps; `releasedAfter` of them stand before the release. */
export function schemePreview(scheme: RevisionScheme, steps: number, releasedAfter = steps): string[] {
  const names: string[] = [];
  for (let i = 0; i < steps; i++) names.push(nextRevision(scheme, names, i >= releasedAfter));
  return names;
}

/** How many revisions of a drawing are reckoned with. */
const USUAL_MOST = 30;

/** The names that drawings get by a scheme, before and after they are released. */
export const schemeNames = (scheme: RevisionScheme): string[] => [
  ...new Set([...schemePreview(scheme, USUAL_MOST), ...schemePreview(scheme, USUAL_MOST, 0)]),
];

/** The name that comes after those there are, the oldest first; `released`: the drawing is released with it or was before. */
export function nextRevision(scheme: RevisionScheme, before: readonly string[], released: boolean): string {
  if (before.length === 0 && scheme.firstIssue !== undefined && !(released && scheme.released))
    return scheme.firstIssue;
  const sequence = (released && scheme.released) || scheme.sequence;
  const last = before.at(-1);
  const begin = last === undefined || last === scheme.firstIssue ? undefined : revisionStep(sequence, last);
  // A name that was given once, by this scheme or by another before it, is not given again.
  const given = new Set(before);
  let step = begin === undefined ? 0 : begin + 1;
  while (given.has(revisionName(sequence, step))) step += 1;
  return revisionName(sequence, step);
}

/**
 * Whether a name can come next: it is the one that follows. Repeating, going back and skipping are refused, each in its own
 * words, with the name that follows.
 */
export function checkRevision(
  scheme: RevisionScheme,
  before: readonly string[],
  name: string,
  released: boolean,
): Outcome<object> {
  const next = nextRevision(scheme, before, released);
  if (name === next) return { ok: true };
  if (before.includes(name)) {
    const newest = before.at(-1) === name;
    return refuse(
      newest
        ? `${name} is the newest revision already; the next is ${next}.`
        : `${name} was given before; the next is ${next}.`,
    );
  }
  const sequence = (released && scheme.released) || scheme.sequence;
  const [step, due] = [revisionStep(sequence, name), revisionStep(sequence, next)];
  if (step === undefined)
    return refuse(
      `${name === '' ? 'Nothing' : `“${name}”`} is no name of this scheme; the next is ${next}.${omittedWords(sequence, name)}`,
    );
  if (due !== undefined && step < due) return refuse(`${name} comes before ${next}; revisions do not go back.`);
  return refuse(`${name} would skip ${next}.`);
}

/** That a letter is left out, when that is why. */
function omittedWords(sequence: RevisionSequence, name: string): string {
  if (sequence.kind !== 'letters') return '';
  const left = [...new Set(name)].filter((letter) => sequence.omit.includes(letter));
  return left.length > 0 ? ` ${left.join(' and ')} ${left.length > 1 ? 'are' : 'is'} left out.` : '';
}
