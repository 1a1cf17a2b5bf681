import type { Point } from '../geometry/box';
import type { GlyphTables } from '../lettering/glyph-table';
import { measureLine, setLine } from '../lettering/setting';
import type { ProfileDocument, TextLook } from '../profile/document';
import { LINE_GROUPS, type LineRole, type LineWeight } from '../profile/lines';
import type { SettingPath } from '../profile/settings';
import type { Layer, Primitive } from '../scene/scene';

/** What annotations are drawn by: a profile, and the fonts that its letters are measured with. */
export interface Drafting {
  profile: ProfileDocument;
  fonts: GlyphTables;
}

/** The width of a weight in the profile's line group, mm. */
export const widthOf = ({ profile }: Drafting, weight: LineWeight): number => LINE_GROUPS[profile.lines.group][weight];

/** Type, width, ink and layer of a role's lines. */
export function roleLook(drafting: Drafting, role: LineRole) {
  const { type, width, colour, layer } = drafting.profile.lines.roles[role];
  return { type, width: widthOf(drafting, width), ink: colour, layer };
}

/** A straight line of a role. */
export const line = (drafting: Drafting, role: LineRole, from: Point, to: Point, source?: SettingPath): Primitive => ({
  kind: 'line',
  from,
  to,
  ...roleLook(drafting, role),
  source: source ?? `lines.roles.${role}.type`,
});

/** An arc of a role; angles counter-clockwise from the positive x axis, degrees. */
export const arc = (
  drafting: Drafting,
  role: LineRole,
  centre: Point,
  radius: number,
  fromDeg = 0,
  toDeg = 360,
): Primitive => ({
  kind: 'arc',
  centre,
  radius,
  fromDeg,
  toDeg,
  ...roleLook(drafting, role),
  source: `lines.roles.${role}.type`,
});

/** A closed outline of a role. */
export const outline = (drafting: Drafting, role: LineRole, points: Point[]): Primitive => ({
  kind: 'outline',
  points,
  ...roleLook(drafting, role),
  source: `lines.roles.${role}.type`,
});

/** A line as wide as the strokes of lettering: of symbols and frames about numbers. */
export const symbolLine = (drafting: Drafting, from: Point, to: Point, source: SettingPath): Primitive => ({
  kind: 'line',
  from,
  to,
  type: 'continuous',
  width: widthOf(drafting, 'lettering'),
  ink: drafting.profile.layers.notes.colour,
  layer: 'notes',
  source,
});

/** Which text of a drawing it is: each has a look of its own. */
export type TextUse = keyof ProfileDocument['lettering'];

const LAYER_OF: Record<TextUse, Layer> = {
  dimensions: 'dimensions',
  notes: 'notes',
  viewTitles: 'notes',
  sectionLetters: 'section',
};

/** A look one size smaller: by √2 (ISO 3098-1, 4.2). */
export const smaller = (look: TextLook): TextLook => ({ ...look, height: look.height / Math.SQRT2 });

/** The width of a line of text, mm. */
export const textWidth = ({ fonts }: Drafting, text: string, look: TextLook): number =>
  text === '' ? 0 : measureLine(text, look.font, look.height, fonts) * look.letterWidth;

/**
 * A line of text whose base line starts at a point, as its runs.
 *
 * @param turnDeg counter-clockwise
 */
export function text(
  drafting: Drafting,
  use: TextUse,
  words: string,
  at: Point,
  { turnDeg = 0, look = drafting.profile.lettering[use], source = `lettering.${use}.height` } = {},
): Primitive[] {
  const turn = (turnDeg * Math.PI) / 180;
  const along = { x: Math.cos(turn), y: Math.sin(turn) };
  let offset = 0;
  return setLine(words, look.font, look.height, drafting.fonts).runs.map((run) => {
    const width = run.width * look.letterWidth;
    const across = offset + run.offset.across * look.letterWidth;
    const primitive: Primitive = {
      kind: 'text',
      text: run.text,
      font: run.font,
      emSize: run.emSize,
      height: look.height,
      x: at.x + across * along.x - run.offset.up * along.y,
      y: at.y + across * along.y + run.offset.up * along.x,
      turn: turnDeg,
      letterWidth: look.letterWidth,
      slantDeg: 0,
      width,
      layer: LAYER_OF[use],
      ink: drafting.profile.layers[LAYER_OF[use]].colour,
      source,
    };
    offset += width;
    return primitive;
  });
}

/** A line of text about a point in its middle. */
export function centredText(
  drafting: Drafting,
  use: TextUse,
  words: string,
  middle: Point,
  source?: SettingPath,
): Primitive[] {
  const look = drafting.profile.lettering[use];
  const width = textWidth(drafting, words, look);
  const at = { x: middle.x - width / 2, y: middle.y - look.height / 2 };
  return text(drafting, use, words, at, source === undefined ? {} : { source });
}

/** A point so far along a direction from another. */
export const along = (from: Point, deg: number, length: number): Point => ({
  x: from.x + length * Math.cos((deg * Math.PI) / 180),
  y: from.y + length * Math.sin((deg * Math.PI) / 180),
});
