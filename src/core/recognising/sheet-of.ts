import type { DrawnSpace, ReadDrawing } from '../exchange/reading/drawn';
import { STANDARD_SIZES } from '../sheet/sizes';
import type { Means } from './recognise';
import { type SheetFound, UNITS_TO_TRY, surveyOf, unitSuits } from './survey';

/** What a drawing is taken to be before its meaning is looked for; each of it can be chosen otherwise. */
export interface Proposal {
  space: DrawnSpace;
  mmPerUnit: number;
  /** Whether the drawing itself says its unit. */
  isUnitKnown: boolean;
  sheet: SheetFound;
}

/** The space that shows a sheet, in the unit that the drawing says or that makes most sense of it. */
export function proposalFor(
  drawing: ReadDrawing,
  chosen: { space?: string; mmPerUnit?: number; sheet?: number } = {},
): Proposal | undefined {
  const spaces =
    chosen.space === undefined ? drawing.spaces : drawing.spaces.filter(({ name }) => name === chosen.space);
  const candidates = spaces.flatMap((space) => {
    const said = space.mmPerUnit ?? drawing.mmPerUnit;
    const units = chosen.mmPerUnit
      ? [chosen.mmPerUnit]
      : said
        ? [said]
        : UNITS_TO_TRY.map(({ mmPerUnit }) => mmPerUnit);
    return units.map((mmPerUnit) => ({
      space,
      mmPerUnit,
      isUnitKnown: said !== undefined,
      suits: unitSuits(space, mmPerUnit) + (space.kind === 'paper' ? 0.02 : 0),
    }));
  });
  const best = candidates.sort((a, b) => b.suits - a.suits)[0];
  const survey = best && surveyOf(best.space, best.mmPerUnit);
  const sheet = survey && (survey.sheets[chosen.sheet ?? 0] ?? survey.sheets[0]);
  return best && sheet && { space: best.space, mmPerUnit: best.mmPerUnit, isUnitKnown: best.isUnitKnown, sheet };
}

/** The sheet that a proposal means: of a standard size, with its name, or one of its own. */
export function sheetOf({ box, standard }: SheetFound): Means['sheet'] {
  const size = STANDARD_SIZES.find(({ id }) => id === standard);
  if (size) return { width: size.width, height: size.height, name: size.name, standard: size.id };
  const round = (mm: number) => Math.round(mm * 100) / 100;
  return { width: round(box.width), height: round(box.height), name: 'Sheet' };
}
