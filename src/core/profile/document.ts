import { z } from 'zod';
import { LineType } from '../format/document';
import { MM_PER_INCH } from '../geometry/length';
import { SHIPPED_FONTS } from '../lettering/fonts';
import { Values } from '../property/value';
import { PROJECTION_ANGLES } from '../property/supplied';
import { ToleranceClass } from './general-tolerances';
import { LAYER_NAME, LAYER_PURPOSES, LayerPurpose } from './layers';
import { LINE_ROLES, LineGroup, LineWeight } from './lines';

/** The version of the document's shape. */
export const PROFILE_VERSION = 3;

const Colour = z.string().regex(/^#[0-9a-f]{6}$/);

/** A note of a line or two, in which `{places}` stand for what the settings say. */
const Note = z.string().max(200);

/** How one kind of text of a drawing is lettered. */
export const TextLook = z.object({
  font: z.enum(SHIPPED_FONTS.map(({ id }) => id) as [string, ...string[]]),
  /** Nominal height h, mm: the height of a capital letter. */
  height: z.number().min(0.9).max(40),
  /** A factor on the advance of every character. */
  letterWidth: z.number().min(0.3).max(3),
});
export type TextLook = z.infer<typeof TextLook>;

/** The forms of a terminator (ISO 129-1, 6.3). */
export const Terminator = z.enum(['closed and filled', 'closed', 'open 30°', 'open 90°', 'oblique stroke', 'dot']);
export type Terminator = z.infer<typeof Terminator>;

const RoleLook = z.object({ type: LineType, width: LineWeight, colour: Colour, layer: LayerPurpose });
const LayerLook = z.object({
  name: z.string().regex(LAYER_NAME),
  colour: Colour,
  width: LineWeight,
  printed: z.boolean(),
});

/** A general tolerance, mm. */
const ByPlaces = z.number().min(0).max(50);

/**
 * A drafting profile: the settings of a drafting standard as an office uses them. Lengths are mm on paper; tolerances by decimal
 * places are mm too, and are written in the profile's unit.
 */
export const ProfileDocument = z.object({
  version: z.literal(PROFILE_VERSION),
  /** The standard whose values it is compared with. */
  standard: z.enum(['ISO', 'ASME', 'BS 8888']),
  /** Id of the rule book that formats and drawings with this profile are looked at by. */
  rules: z.string().min(1).max(80),
  units: z.object({
    unit: z.enum(['mm', 'in']),
    /** The note that a sheet prints; `{unit}` stands for the unit. */
    note: Note,
    /** Where the other unit stands. */
    dual: z.enum(['none', 'beside', 'below']),
    dualBrackets: z.enum(['square', 'round']),
    dualDecimals: z.int().min(0).max(6),
    dualLeadingZero: z.boolean(),
    dualTrailingZeros: z.boolean(),
  }),
  numbers: z.object({
    decimals: z.int().min(0).max(6),
    mark: z.enum([',', '.']),
    /** 0.5 and not .5 */
    leadingZero: z.boolean(),
    /** 12.50 and not 12.5 */
    trailingZeros: z.boolean(),
    angleForm: z.enum(['degrees', 'degrees and minutes', 'degrees, minutes and seconds']),
    /** Of degrees, or of the smallest of minutes and seconds that is written. */
    angleDecimals: z.int().min(0).max(4),
  }),
  lettering: z.object({
    dimensions: TextLook,
    notes: TextLook,
    viewTitles: TextLook,
    sectionLetters: TextLook,
  }),
  terminators: z.object({
    dimensions: Terminator,
    leaders: Terminator,
    /** mm along the line. */
    length: z.number().min(0.5).max(20),
    /** Length to width of an arrow; 1.87 is an angle of 30°. */
    ratio: z.number().min(0.5).max(8),
    /** Diameter of the circle where running dimensions begin, mm. */
    origin: z.number().min(0.5).max(20),
  }),
  dimensionLines: z.object({
    /** From the outline to where the extension line begins. */
    gap: z.number().min(0).max(20),
    /** How far an extension line runs beyond the dimension line. */
    overshoot: z.number().min(0).max(20),
    /** From the outline to the first dimension line. */
    first: z.number().min(2).max(60),
    /** From a dimension line to the next. */
    further: z.number().min(2).max(60),
    text: z.enum(['above the line', 'in the line']),
    direction: z.enum(['along the line', 'horizontal']),
    /** Between a text and the line under it, or beside it. */
    textGap: z.number().min(0).max(10),
  }),
  tolerances: z.object({
    general: z.enum(['class', 'by decimal places', 'in words', 'none']),
    /** Stated as they are, with *in words*. */
    words: z.string().max(200),
    class: ToleranceClass,
    /** mm, for lengths written with 1, 2, 3 and 4 decimals; 0: not stated. */
    places1: ByPlaces,
    places2: ByPlaces,
    places3: ByPlaces,
    places4: ByPlaces,
    /** Degrees; 0: not stated. */
    angle: z.number().min(0).max(90),
    written: z.enum(['deviations', 'limits']),
    deviationHeight: z.enum(['as the value', 'one size smaller']),
    /** +0,20 over −0,10 and not +0,2 over −0,1. */
    equalPlaces: z.boolean(),
    /** A deviation of zero as 0 without decimals. */
    plainZero: z.boolean(),
  }),
  edges: z.object({
    /** The note that a sheet prints; `{least}` and `{most}` stand for the sizes. */
    note: Note,
    least: z.number().min(0).max(20),
    most: z.number().min(0).max(20),
  }),
  signs: z.object({
    diameter: z.enum(['⌀', 'DIA']),
    radius: z.enum(['R', 'RAD']),
    depth: z.enum(['↧', 'DEEP']),
    countersink: z.enum(['⌵', 'CSK']),
    repeated: z.enum(['×', 'x', 'OFF']),
    /** M12 × 1.5: whether a coarse pitch is written too. */
    threadPitch: z.enum(['always', 'fine ones only']),
  }),
  texture: z.object({
    parameter: z.enum(['Ra', 'Rz']),
    /** µm. */
    roughness: z.number().min(0.006).max(400),
    place: z.enum(['at the title block', 'beside the front view']),
  }),
  lines: z.object({
    group: LineGroup,
    break: z.enum(['freehand', 'zigzag']),
    /** How far a centre line runs beyond the outline, mm. */
    centreBeyond: z.number().min(0).max(20),
    roles: z.object(fromEach(LINE_ROLES, RoleLook)),
  }),
  layers: z.object(fromEach(LAYER_PURPOSES, LayerLook)),
  views: z.object({
    projection: z.enum(PROJECTION_ANGLES),
    /** Letters that views, sections and details are not named by. */
    omitted: z
      .string()
      .regex(/^[A-Z]*$/)
      .max(25),
    /** Titles, with A standing for the letter; absent for flat shapes: as they are called here. */
    sectionTitle: z
      .string()
      .max(40)
      .regex(/(^|[^A-Za-z])A–A$/, 'the title of a section ends in A–A'),
    detailTitle: z
      .string()
      .max(40)
      .regex(/(^|[^A-Za-z])A$/, 'the title of a detail ends in A'),
    flatTitle: z.string().trim().min(1).max(40).optional(),
    /** Where a scale that is not the sheet's stands. */
    scale: z.enum(['beside the name', 'under the name']),
  }),
  hatching: z.object({
    pitch: z.number().min(0.7).max(20),
    angleDeg: z.number().min(-90).max(90),
  }),
  screen: z.object({ paper: Colour, ink: Colour }),
  /** Values of the house's own properties that a profile gives, by property id. */
  values: Values,
});
export type ProfileDocument = z.infer<typeof ProfileDocument>;

/** The title of flat shapes where a profile has none. */
export const FLAT_TITLE = 'Flat shape';

/** A shape with the same schema under each name. */
function fromEach<Name extends string, Schema extends z.ZodType>(
  names: readonly Name[],
  schema: Schema,
): Record<Name, Schema> {
  return Object.fromEntries(names.map((name) => [name, schema])) as Record<Name, Schema>;
}

/** A length in mm as a number of the profile's unit. */
export const inUnit = (mm: number, unit: 'mm' | 'in'): number => (unit === 'in' ? mm / MM_PER_INCH : mm);
