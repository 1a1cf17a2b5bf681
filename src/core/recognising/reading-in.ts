import type { Drawn, ReadDrawing } from '../exchange/reading/drawn';
import type { LengthUnit } from '../geometry/length';
import { readDxf } from '../exchange/reading/read-dxf';
import { readSvgDrawing } from '../exchange/reading/read-svg-drawing';
import type { GlyphTables } from '../lettering/glyph-table';
import { isoProfile } from '../profile/starts';
import { profileFacts } from '../profile/printed';
import type { PropertyDefinition } from '../property/definition';
import { type Outcome, refuse } from '../refusal';
import { compose } from '../scene/compose';
import { readSvgPicture } from '../picture/read-svg';
import type { Scene } from '../scene/scene';
import { type Built, builtFormat } from './building';
import { capitalsBy, measuredBy } from './known-fonts';
import { type LaidOver, laidOver } from './laid-over';
import { USUAL_TOLERANCE, recognise } from './recognise';
import { type Corrections, NO_CORRECTIONS, type Recognition } from './recognition';
import { type Proposal, proposalFor, sheetOf } from './sheet-of';
import { inMm } from './survey';

/** What somebody chooses before a drawing is recognised; absent: what is proposed. */
export interface Choices {
  /** Name of the space. */
  space?: string;
  mmPerUnit?: number;
  /** Which of several sheets, from 0. */
  sheet?: number;
  /** Another size than the proposed one, by its id, its lower left corner where the proposed one's frame has it. */
  standard?: string;
  /** Whether the sheet's corner is moved to the origin; absent: it is. */
  move?: boolean;
  tolerance?: number;
  corrections?: Corrections;
}

/** A drawing with what was recognised in it. */
export interface ReadIn {
  proposal: Proposal;
  unit: LengthUnit;
  /** Figures in mm, the trimmed sheet's lower left corner at the origin. */
  drawn: Drawn[];
  recognition: Recognition;
}

/** Reads a drawing by its bytes: a DXF, or an SVG by its first sign. */
export function readDrawing(bytes: Uint8Array, fonts: GlyphTables): Outcome<{ drawing: ReadDrawing }> {
  const head = new TextDecoder('utf-8')
    .decode(bytes.subarray(0, 2048))
    .replace(/^\uFEFF/, '')
    .trimStart();
  if (head.startsWith('<')) return readSvgDrawing(new TextDecoder('utf-8').decode(bytes), capitalsBy(fonts));
  return readDxf(bytes);
}

/** Recognises a drawing that was read, as chosen. Refused for a space in which nothing is drawn. */
export function readIn(
  drawing: ReadDrawing,
  choices: Choices,
  properties: readonly PropertyDefinition[],
  fonts: GlyphTables,
): Outcome<ReadIn> {
  const proposal = proposalFor(drawing, choices);
  if (!proposal) return refuse('Nothing is drawn there. Choose another space of the drawing.');
  const found =
    choices.standard === undefined || choices.standard === proposal.sheet.standard
      ? proposal.sheet
      : { ...proposal.sheet, standard: choices.standard };
  const { box, frame } = found;
  const moved = choices.move === false ? { x: 0, y: 0 } : box;
  const drawn = inMm(proposal.space.drawn, proposal.mmPerUnit, moved);
  const recognition = recognise(drawn, {
    sheet: sheetOf(found),
    ...(frame && { frame: { ...frame, x: frame.x - moved.x, y: frame.y - moved.y } }),
    tolerance: choices.tolerance ?? USUAL_TOLERANCE,
    properties,
    measure: measuredBy(fonts),
    corrections: choices.corrections ?? NO_CORRECTIONS,
  });
  const isInch = proposal.mmPerUnit === 25.4 || (!proposal.isUnitKnown && found.standard?.startsWith('asme'));
  return { ok: true, proposal: { ...proposal, sheet: found }, unit: isInch ? 'in' : 'mm', drawn, recognition };
}

/** The format of a drawing that was recognised, its sheet composed blank, and how it lies over the drawing. */
export function formatOf(
  { drawn, recognition, unit }: Pick<ReadIn, 'drawn' | 'recognition' | 'unit'>,
  { id, name, keepRest, newId }: { id: string; name: string; keepRest: boolean; newId: () => string },
  properties: readonly PropertyDefinition[],
  fonts: GlyphTables,
): Outcome<{ built: Built; scene: Scene; over: LaidOver }> {
  const built = builtFormat(recognition, drawn, { id, name, unit, keepRest }, newId);
  const pictures = new Map(
    [...built.pictures].flatMap(([hash, svg]) => {
      const read = readSvgPicture(svg);
      return read.ok ? [[hash, read.picture] as const] : [];
    }),
  );
  const composed = compose(
    built.document,
    { sizeId: built.document.mainSize, sheet: { number: 1, total: 1 }, show: 'names' },
    { ...profileFacts({ name: '', document: isoProfile() }), today: '2000-01-01' },
    { properties: new Map(properties.map((one) => [one.id, one])), fonts, pictures, seen: new Map() },
  );
  if (!composed.ok) return composed;
  return { ok: true, built, scene: composed.scene, over: laidOver(recognition, drawn, composed.scene.primitives) };
}
