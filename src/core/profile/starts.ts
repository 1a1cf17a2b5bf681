import type { LineType } from '../format/document';
import { FLAT_TITLE, type ProfileDocument } from './document';
import type { LineRole, LineWeight } from './lines';
import { LINE_ROLES } from './lines';
import { LAYER_PURPOSES } from './layers';

type LayerPurpose = (typeof LAYER_PURPOSES)[number];
type Standard = ProfileDocument['standard'];

const BLACK = '#000000';

/** Line type, width and layer of each role (ISO 128-2, annex A). */
const ROLES: Record<LineRole, [LineType, LineWeight, LayerPurpose]> = {
  visible: ['continuous', 'wide', 'outlines'],
  hidden: ['dashed', 'narrow', 'hidden'],
  centre: ['long-dashed dotted', 'narrow', 'centre'],
  symmetry: ['long-dashed dotted', 'narrow', 'centre'],
  cuttingPlane: ['long-dashed dotted', 'wide', 'section'],
  adjacent: ['long-dashed double-dotted', 'narrow', 'adjacent'],
  dimension: ['continuous', 'narrow', 'dimensions'],
  extension: ['continuous', 'narrow', 'dimensions'],
  leader: ['continuous', 'narrow', 'dimensions'],
  hatching: ['continuous', 'narrow', 'hatching'],
  break: ['continuous', 'narrow', 'fine'],
  thread: ['continuous', 'narrow', 'fine'],
  bend: ['continuous', 'narrow', 'fine'],
};

const LAYERS: Record<LayerPurpose, [name: string, width: LineWeight]> = {
  outlines: ['VISIBLE', 'wide'],
  hidden: ['HIDDEN', 'narrow'],
  centre: ['CENTRE', 'narrow'],
  section: ['CUTTING_PLANE', 'wide'],
  adjacent: ['ADJACENT', 'narrow'],
  fine: ['FINE_LINES', 'narrow'],
  dimensions: ['DIMENSIONS', 'narrow'],
  hatching: ['HATCHING', 'narrow'],
  notes: ['NOTES', 'lettering'],
  frame: ['FRAME', 'wide'],
  zones: ['ZONES', 'lettering'],
  marks: ['MARKS', 'wide'],
  blocks: ['BLOCK_LINES', 'lettering'],
  captions: ['CAPTIONS', 'lettering'],
  fixed: ['FIXED_TEXT', 'lettering'],
  values: ['VALUES', 'lettering'],
  symbols: ['SYMBOLS', 'lettering'],
  pictures: ['PICTURES', 'narrow'],
};

/**
 * A profile as ISO has it: lettering of ISO 3098, lines of ISO 128-2 in the group 0.5, dimensions of ISO 129-1, general tolerances of
 * ISO 2768-m. What the standards leave to the office is a house default.
 */
export function isoProfile(): ProfileDocument {
  const look = (height: number) => ({ font: 'osifont', height, letterWidth: 1 });
  return {
    version: 3,
    standard: 'ISO',
    rules: 'iso',
    units: {
      unit: 'mm',
      note: 'All dimensions in {unit}',
      dual: 'none',
      dualBrackets: 'square',
      dualDecimals: 2,
      dualLeadingZero: true,
      dualTrailingZeros: true,
    },
    numbers: {
      decimals: 2,
      mark: ',',
      leadingZero: true,
      trailingZeros: false,
      angleForm: 'degrees and minutes',
      angleDecimals: 0,
    },
    lettering: { dimensions: look(3.5), notes: look(3.5), viewTitles: look(5), sectionLetters: look(5) },
    // Arrows of 30°, as long as the lettering is high: 1 / (2 tan 15°) = 1.87.
    terminators: { dimensions: 'closed and filled', leaders: 'closed and filled', length: 3.5, ratio: 1.87, origin: 3 },
    dimensionLines: {
      gap: 0,
      // Eight times the width of the line (ISO 129-1, 5.4).
      overshoot: 2,
      first: 10,
      further: 7,
      text: 'above the line',
      direction: 'along the line',
      textGap: 0.8,
    },
    tolerances: {
      general: 'class',
      words: '',
      class: 'm',
      places1: 0,
      places2: 0,
      places3: 0,
      places4: 0,
      angle: 0,
      written: 'deviations',
      deviationHeight: 'as the value',
      equalPlaces: true,
      plainZero: true,
    },
    edges: { note: 'Break sharp edges {least} to {most}', least: 0.2, most: 0.5 },
    signs: {
      diameter: '⌀',
      radius: 'R',
      depth: '↧',
      countersink: '⌵',
      repeated: '×',
      threadPitch: 'fine ones only',
    },
    texture: { parameter: 'Ra', roughness: 3.2, place: 'at the title block' },
    lines: {
      group: '0.5',
      break: 'freehand',
      centreBeyond: 3,
      roles: Object.fromEntries(
        LINE_ROLES.map((role) => {
          const [type, width, layer] = ROLES[role];
          return [role, { type, width, colour: BLACK, layer }];
        }),
      ) as ProfileDocument['lines']['roles'],
    },
    layers: Object.fromEntries(
      LAYER_PURPOSES.map((purpose) => {
        const [name, width] = LAYERS[purpose];
        return [purpose, { name, colour: BLACK, width, printed: true }];
      }),
    ) as ProfileDocument['layers'],
    views: {
      projection: 'first angle',
      omitted: 'IO',
      sectionTitle: 'A–A',
      detailTitle: 'A',
      flatTitle: FLAT_TITLE,
      scale: 'beside the name',
    },
    hatching: { pitch: 3, angleDeg: 45 },
    screen: { paper: '#ffffff', ink: '#000000' },
    values: {},
  };
}

/** A profile as ASME has it for inch drawings: Y14.2 lines and lettering, Y14.5 dimensions. Its tolerances by decimal places are the house's. */
export function asmeProfile(): ProfileDocument {
  const iso = isoProfile();
  const look = (height: number) => ({ font: 'osifont', height, letterWidth: 1 });
  const inch = (inches: number) => Math.round(inches * 25.4 * 1e6) / 1e6;
  return {
    ...iso,
    standard: 'ASME',
    rules: 'asme',
    units: { ...iso.units, unit: 'in', dualTrailingZeros: false },
    numbers: {
      decimals: 3,
      mark: '.',
      leadingZero: false,
      trailingZeros: true,
      angleForm: 'degrees',
      angleDecimals: 1,
    },
    lettering: { dimensions: look(3), notes: look(3), viewTitles: look(6), sectionLetters: look(6) },
    terminators: { ...iso.terminators, length: 3, ratio: 3 },
    dimensionLines: {
      gap: 1.5,
      overshoot: 3,
      first: 10,
      further: 6,
      text: 'in the line',
      direction: 'horizontal',
      textGap: 1,
    },
    tolerances: {
      ...iso.tolerances,
      general: 'by decimal places',
      places1: inch(0.1),
      places2: inch(0.03),
      places3: inch(0.01),
      places4: 0,
      angle: 0,
      plainZero: false,
    },
    edges: { ...iso.edges, least: inch(0.01), most: inch(0.02) },
    signs: { ...iso.signs, repeated: 'x', threadPitch: 'always' },
    texture: { ...iso.texture, roughness: 3.2 },
    lines: { ...iso.lines, group: '0.6' },
    views: {
      projection: 'third angle',
      omitted: 'IOQSXZ',
      sectionTitle: 'SECTION A–A',
      detailTitle: 'DETAIL A',
      flatTitle: 'FLAT PATTERN',
      scale: 'under the name',
    },
  };
}

/** A profile as BS 8888 has it, which takes the ISO rules over; a decimal point is met in practice. */
export function bsProfile(): ProfileDocument {
  const iso = isoProfile();
  return {
    ...iso,
    standard: 'BS 8888',
    rules: 'bs-8888',
    numbers: { ...iso.numbers, mark: '.' },
    views: { ...iso.views, projection: 'third angle' },
  };
}

const STARTS: Record<Standard, () => ProfileDocument> = { ISO: isoProfile, ASME: asmeProfile, 'BS 8888': bsProfile };

/** A profile as a standard has it. */
export const standardProfile = (standard: Standard): ProfileDocument => STARTS[standard]();
