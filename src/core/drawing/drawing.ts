import { z } from 'zod';
import { canonicalHash } from '../format/canonical';
import type { AskedValue } from '../format/document';
import type { Facts } from '../property/facts';
import { SUPPLIED } from '../property/supplied';
import { Value } from '../property/value';

/** Values by key: answers by the asked value's key, overruled values by property id. */
export const Answers = z.record(z.string().min(1).max(80), Value);
export type Answers = z.infer<typeof Answers>;

/** What a drawing adds to its model and its format. */
export interface DrawingData {
  /** Empty: it is a trial drawing and has none. */
  number: string;
  answers: Answers;
  overruled: Answers;
}

/** What a drawing without a number is called. */
export const TRIAL = 'Trial drawing';

/** What a sheet of a drawing is filled from: the surroundings of its format, its model, and the drawing's own values. */
export function drawingFacts(
  surroundings: Omit<Facts, 'model' | 'variant' | 'drawing'>,
  model: Pick<Facts, 'model' | 'variant'>,
  { number, answers, overruled }: DrawingData,
  asked: readonly Pick<AskedValue, 'key' | 'property'>[] = [],
): Facts {
  // What was asked for a property under a key of its own is that property's value, wherever it is linked; nothing else is, not even an
  // answer that is kept under the property itself.
  const values = { ...answers };
  for (const { key, property } of asked) {
    if (property === undefined || asked.some((one) => one.key === property)) continue;
    if (answers[key] === undefined) delete values[property];
    else values[property] = answers[key];
  }
  return {
    ...surroundings,
    ...model,
    drawing: {
      name: number === '' ? TRIAL : `Drawing ${number}`,
      values: {
        ...values,
        ...(number !== '' && { [SUPPLIED.drawingNumber]: number }),
      },
    },
    ...(number === '' && { trial: true }),
    overruled,
    purpose: 'drawing',
  };
}

/** A hash of all that a model gives a drawing, to tell later whether it has changed. */
export function modelHash({ model, variant }: Pick<Facts, 'model' | 'variant'>): string {
  // What is only looked at prints nothing.
  const { shapeMass: _, disagreeing: __, ...printed } = model ?? {};
  return canonicalHash({ model: model ? printed : null, variant: variant ?? null });
}
