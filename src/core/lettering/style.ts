import { z } from 'zod';
import { MOST } from '../format/bounds';

/** Nominal heights h of lettering in mm; h is the height of a capital letter (ISO 3098-1, 4.2). */
export const STANDARD_HEIGHTS = [1.8, 2.5, 3.5, 5, 7, 10, 14, 20] as const;

/** How text looks, wherever it stands. */
export const Lettering = z.object({
  font: z.string().min(1),
  /** Nominal height h in mm: the height of a capital letter. */
  height: z.number().min(0.5).max(100),
  /** A factor on the advance of every character. */
  letterWidth: z.number().min(0.3).max(3),
  weight: z.enum(['regular', 'bold']),
  /** Slant from the vertical, degrees, to the right. */
  slantDeg: z.number().min(0).max(30),
  case: z.enum(['as written', 'upper', 'lower']),
  /** Id of one of the format's inks. */
  ink: z.string().min(1),
  /** Base-line distance as a multiple of h. */
  lineDistance: z.number().min(1).max(4),
});
export type Lettering = z.infer<typeof Lettering>;

/** A named lettering of a format. */
export const LetteringStyle = Lettering.extend({
  id: z.string().min(1),
  name: z.string().min(1).max(60),
  /** Nominal heights of its own on some sizes, mm, by the sizes' ids. */
  heights: z
    .record(z.string().max(60), Lettering.shape.height)
    .refine((heights) => Object.keys(heights).length <= MOST.sizes, 'has too many exceptions')
    .optional(),
});
export type LetteringStyle = z.infer<typeof LetteringStyle>;

/** A style as it letters on a size. */
export function styleOn(style: LetteringStyle, sizeId: string): LetteringStyle {
  const height = style.heights?.[sizeId];
  return height === undefined ? style : { ...style, height };
}

/** A style with another height: on that size alone when it has one of its own there, else on every size that has none. */
export function withHeight(style: LetteringStyle, height: number, sizeId: string): LetteringStyle {
  if (style.heights?.[sizeId] === undefined) return { ...style, height };
  return { ...style, heights: { ...style.heights, [sizeId]: height } };
}

/** A style with the height of the other sizes on that one too, or with the same height as one of its own there. */
export function withOwnHeight(style: LetteringStyle, own: boolean, sizeId: string): LetteringStyle {
  const { heights: { [sizeId]: _, ...others } = {}, ...rest } = style;
  if (own) return { ...rest, heights: { ...others, [sizeId]: style.height } };
  return Object.keys(others).length > 0 ? { ...rest, heights: others } : rest;
}

/** One step of a cell's plan for text that does not fit; *report* always ends the plan and is not written down. */
export const FitStep = z.discriminatedUnion('kind', [
  /** Multiplies the letter width, down to `least`. */
  z.object({ kind: z.literal('squeeze'), least: z.number().min(0.3).max(1) }),
  /** Breaks at spaces, hyphens and slashes, up to so many lines. */
  z.object({ kind: z.literal('wrap'), lines: z.int().min(2).max(20) }),
  /** Goes down through the standard heights, to `least` mm. */
  z.object({ kind: z.literal('step down'), least: z.number().min(0.5).max(100) }),
]);
export type FitStep = z.infer<typeof FitStep>;

/** The standard heights below `height` and not below `least`, from high to low. */
export function lowerHeights(height: number, least: number): number[] {
  return STANDARD_HEIGHTS.filter((h) => h < height - 1e-9 && h >= least - 1e-9).reverse();
}

/** Bold letters are thickened by a line about them of this share of h: strokes of h/10 (ISO 3098 type B) become h/6. */
const BOLD_LINE = 1 / 15;

/** The line about bold letters of a height, mm, to be spread into a text primitive. */
export function boldOf({ weight }: Pick<Lettering, 'weight'>, height: number): { bold?: number } {
  return weight === 'bold' ? { bold: height * BOLD_LINE } : {};
}

/** Applies a lettering's case to a text, by the rules of its language where it is known. */
export function inCase(text: string, letterCase: Lettering['case'], language?: string): string {
  if (letterCase === 'upper') return language ? text.toLocaleUpperCase(language) : text.toUpperCase();
  if (letterCase === 'lower') return language ? text.toLocaleLowerCase(language) : text.toLowerCase();
  return text;
}
