import { z } from 'zod';

/** One step of an outline, absolute: move, line, cubic curve, close. y runs down, in the picture's own units. */
export const Segment = z.union([
  z.tuple([z.literal('M'), z.number(), z.number()]),
  z.tuple([z.literal('L'), z.number(), z.number()]),
  z.tuple([z.literal('C'), z.number(), z.number(), z.number(), z.number(), z.number(), z.number()]),
  z.tuple([z.literal('Z')]),
]);
export type Segment = z.infer<typeof Segment>;

const Colour = z.string().regex(/^#[0-9a-f]{6}$/);

export const VectorPath = z.object({
  segments: z.array(Segment).min(1),
  fill: Colour.optional(),
  evenOdd: z.boolean().optional(),
  stroke: z.object({ colour: Colour, width: z.number().positive() }).optional(),
});
export type VectorPath = z.infer<typeof VectorPath>;

/** A picture as sheets are composed with it, by the hash of its file: outlines, or how many pixels its file has. */
export const PictureData = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('vector'),
    /** Size in the picture's own units; its upper left corner is the origin. */
    width: z.number().positive(),
    height: z.number().positive(),
    paths: z.array(VectorPath).max(20000),
  }),
  z.object({
    kind: z.literal('raster'),
    type: z.enum(['png', 'jpeg']),
    /** Size in pixels. */
    width: z.int().positive(),
    height: z.int().positive(),
  }),
]);
export type PictureData = z.infer<typeof PictureData>;

/** Largest file that is taken, bytes, and most pixels of a raster picture. */
export const LARGEST_PICTURE = 10 * 1024 * 1024;
export const MOST_PIXELS = 50_000_000;

/** Least resolution of a raster picture at its printed size, dots per inch. */
export const LEAST_DPI = 300;
