import { create } from 'zustand';
import { z } from 'zod';
import { roundLength } from '../../../core/geometry/length';

/** A helper line across the desk: upright at x, or level at y, mm on the sheet. Not part of the format. */
const Guide = z.object({ axis: z.enum(['x', 'y']), at: z.number() });
export type Guide = z.infer<typeof Guide>;

interface Guides {
  format: string | undefined;
  guides: Guide[];
}

/** The guides of the open format, kept in this browser. */
export const useGuides = create<Guides>()(() => ({ format: undefined, guides: [] }));

const key = (format: string) => `zonograph-guides-${format}`;

/** Takes up the guides that this browser keeps of a format. */
export function openGuides(format: string): void {
  const kept = z.array(Guide).safeParse(JSON.parse(localStorage.getItem(key(format)) ?? '[]'));
  useGuides.setState({ format, guides: kept.success ? kept.data : [] });
}

/** Sets the guides and keeps them. */
export function setGuides(guides: Guide[]): void {
  const { format } = useGuides.getState();
  useGuides.setState({ guides });
  if (format !== undefined) localStorage.setItem(key(format), JSON.stringify(guides));
}

/** Moves one guide, or, with `undefined`, takes it away. */
export function moveGuide(index: number, at: number | undefined): void {
  const { guides } = useGuides.getState();
  setGuides(
    at === undefined
      ? guides.filter((_, i) => i !== index)
      : guides.map((guide, i) => (i === index ? { ...guide, at: roundLength(at) } : guide)),
  );
}
