import type { AskedValue } from '../format/document';
import { matchedName } from '../property/names';
import { readValue } from '../property/reading-value';
import type { Value } from '../property/value';
import type { Scene } from '../scene/scene';

/** A place of a drawing's sheets that says something else in a file than on them. */
export interface FilledOtherwise {
  /** Name of the property or question. */
  name: string;
  was: string;
  is: string;
}

/** What was changed in a DXF of a drawing elsewhere. */
export interface FilledElsewhere {
  /** Answers that may be taken over; nothing for one that was emptied. */
  answers: (FilledOtherwise & { key: string; value: Value | undefined })[];
  /** Answers that cannot, with the reason. */
  unread: (FilledOtherwise & { reason: string })[];
  /** What the model, the office or the sheet gives, and nobody answers. */
  given: FilledOtherwise[];
  /** How many places are as they were. */
  same: number;
}

/**
 * Compares the attributes of a DXF with what a drawing's sheets print at the places they stand for. A value that stands in several places is
 * changed when one of them says something else; a text of several lines is all of them.
 *
 * @param attributes tags and texts in the order of the file
 * @param asked everything that is asked on the drawing
 */
export function filledElsewhere(
  attributes: readonly { tag: string; text: string }[],
  scenes: readonly Scene[],
  asked: readonly AskedValue[],
): FilledElsewhere {
  const printed = new Map<string, { name: string; lines: string[] }>();
  for (const { primitives } of scenes)
    for (const one of primitives) {
      if (one.kind !== 'text' || one.tag === undefined) continue;
      const key = matchedName(one.tag);
      const place = printed.get(key) ?? { name: one.tag, lines: [] };
      place.lines.push(one.text.trim());
      printed.set(key, place);
    }
  const filled = new Map<string, string[]>();
  for (const { tag, text } of attributes) {
    // A tag that is repeated has a number behind it.
    const key = [tag, tag.replace(/_\d+$/, '')].map(matchedName).find((one) => printed.has(one));
    if (key !== undefined) filled.set(key, [...(filled.get(key) ?? []), text.trim()]);
  }
  const result: FilledElsewhere = { answers: [], unread: [], given: [], same: 0 };
  for (const [key, lines] of filled) {
    const { name, lines: before } = printed.get(key)!;
    const was = wholeOf(before);
    const is = changedOf(before, lines);
    if (is === undefined) {
      result.same++;
      continue;
    }
    const question = asked.find((one) => matchedName(one.name) === key);
    const told = { name, was, is };
    if (!question) {
      result.given.push(told);
      continue;
    }
    const read = readValue(question, is);
    if (read.ok) result.answers.push({ ...told, key: question.key, value: read.value });
    else result.unread.push({ ...told, reason: read.reason });
  }
  return result;
}

/** The whole of a text: its lines, or one of them where all are the same. */
const wholeOf = (lines: readonly string[]): string => (new Set(lines).size === 1 ? lines[0]! : lines.join(' '));

/** What lines say now; undefined when they say what they said. */
function changedOf(before: readonly string[], now: readonly string[]): string | undefined {
  const isRepeated = new Set(before).size === 1;
  if (!isRepeated) return now.join(' ') === before.join(' ') ? undefined : now.join(' ');
  return now.find((line) => line !== before[0]);
}
