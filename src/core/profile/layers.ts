import { z } from 'zod';
import { DRAWING_LAYERS, SHEET_LAYERS } from '../scene/scene';

/** Every layer by its purpose: those of what is drawn, then those of the sheet. */
export const LAYER_PURPOSES = [...DRAWING_LAYERS, ...SHEET_LAYERS] as const;
export const LayerPurpose = z.enum(LAYER_PURPOSES);

/** A name that a DXF takes for a layer: none of the characters that have a meaning there, no space at its ends. */
export const LAYER_NAME = /^(?! )[^<>/\\":;?*|=`,\p{Cc}]{1,60}(?<! )$/u;
