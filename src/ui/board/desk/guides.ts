import { z } from 'zod';
import { roundLength } from '../../../core/geometry/length';

/** A helper line across the desk: upright at x, or level at y, mm on the sheet. Not part of the format; kept in this browser. */
const Guide = z.object({ axis: z.enum(['x', 'y']), at: z.number() });
export type Guide = z.infer<typeof Guide>;

const key = (format: string) => `zonograph-guides-${format}`;

/** The guides that this browser keeps of a format. */
export function keptGuides(format: string): Guide[] {
  const kept = z.array(Guide).safeParse(JSON.parse(localStorage.getItem(key(format)) ?? '[]'));
  return kept.success ? kept.data : [];
}

export const keepGuides = (format: string, guides: readonly Guide[]): void =>
  localStorage.setItem(key(format), JSON.stringify(guides));

/** The guides with one of them moved, or, with `undefined`, taken away. */
export const withGuide = (guides: readonly Guide[], index: number, at: number | undefined): Guide[] =>
  at === undefined
    ? guides.filter((_, i) => i !== index)
    : guides.map((guide, i) => (i === index ? { ...guide, at: roundLength(at) } : guide));
