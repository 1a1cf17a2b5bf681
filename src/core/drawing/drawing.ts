import { z } from 'zod';
import { canonicalHash } from '../format/canonical';
import type { FormatDocument } from '../format/document';
import { readAnswer } from '../format/asked';
import type { Facts } from '../property/facts';
import { Value, valueText } from '../property/value';
import { type Outcome, refuse } from '../refusal';

/** Values by key: answers by the asked value's key, overruled values by property id. */
export const Answers = z.record(z.string().min(1).max(80), Value);
export type Answers = z.infer<typeof Answers>;

/** What a drawing adds to its model and its format. */
export interface DrawingData {
  number: string;
  answers: Answers;
  overruled: Answers;
}

/** What a sheet of a drawing is filled from: the surroundings of its format, its model, and the drawing's own values. */
export function drawingFacts(
  surroundings: Omit<Facts, 'model' | 'variant' | 'drawing'>,
  model: Pick<Facts, 'model' | 'variant'>,
  { number, answers, overruled }: DrawingData,
): Facts {
  return {
    ...surroundings,
    ...model,
    drawing: { name: `Drawing ${number}`, values: { ...answers, 'Drawing number': number } },
    overruled,
    purpose: 'drawing',
  };
}

/** A hash of all that a model gives a drawing, to tell later whether it has changed. */
export const modelHash = ({ model, variant }: Pick<Facts, 'model' | 'variant'>): string =>
  canonicalHash({ model: model ?? null, variant: variant ?? null });

/**
 * Checks what is to be kept of a drawing against its format: answers to what is asked, of their types, and overruled values
 * of links that may be overruled.
 */
export function checkAnswers(
  document: FormatDocument,
  { answers, overruled }: Pick<DrawingData, 'answers' | 'overruled'>,
): Outcome<object> {
  for (const [key, value] of Object.entries(answers)) {
    const asked = document.asked.find((one) => one.key === key);
    // An answer to what is no longer asked is kept with the drawing: nothing that was typed is lost.
    if (!asked) continue;
    const read = readAnswer(asked, valueText(value));
    if (!read.ok) return read;
  }
  const allowed = overrulable(document);
  const wrong = Object.keys(overruled).find((property) => !allowed.has(property));
  return wrong === undefined ? { ok: true } : refuse(`The format does not let “${wrong}” be overruled on a drawing.`);
}

/** The properties whose linked values may be overruled on a drawing. */
export function overrulable(document: FormatDocument): Set<string> {
  return new Set(
    document.blocks.flatMap((block) =>
      block.cells.flatMap((cell) =>
        cell.contents.flatMap((content) =>
          'parts' in content
            ? content.parts.flatMap((part) => (part.kind === 'linked' && part.overrulable ? [part.property] : []))
            : [],
        ),
      ),
    ),
  );
}
