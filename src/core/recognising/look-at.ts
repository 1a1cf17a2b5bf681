import type { ReadDrawing } from '../exchange/reading/drawn';
import type { FormatDocument } from '../format/document';
import type { LengthUnit } from '../geometry/length';
import type { GlyphTables } from '../lettering/glyph-table';
import type { PropertyDefinition } from '../property/definition';
import type { Outcome } from '../refusal';
import type { Scene } from '../scene/scene';
import { drawnScene } from './drawn-scene';
import { measuredBy } from './known-fonts';
import type { LaidOver } from './laid-over';
import { type Choices, formatOf, readIn } from './reading-in';
import { NO_CORRECTIONS, type Recognition } from './recognition';
import { type ReadingReport, readingReport } from './report';
import type { SheetFound } from './survey';
import { UNITS_TO_TRY, surveyOf } from './survey';

/** A drawing as somebody looks at what was recognised in it before it is taken over. */
export interface LookAt {
  /** What may be chosen, and what is. */
  spaces: { name: string; kind: 'model' | 'paper'; figures: number }[];
  space: string;
  isUnitKnown: boolean;
  mmPerUnit: number;
  /** The sheet that each unit would give, mm. */
  units: { name: string; mmPerUnit: number; width: number; height: number; standard?: string }[];
  sheets: SheetFound[];
  sheet: SheetFound;
  unit: LengthUnit;
  recognition: Recognition;
  /** The drawing, and the format that would come of it with names where values go. */
  drawing: Scene;
  format: Scene;
  /** What belongs to nothing that was understood. */
  rest: Scene;
  document: FormatDocument;
  pictures: Map<string, string>;
  over: LaidOver;
  report: ReadingReport;
}

/** Recognises a drawing as chosen and gives all that is shown of it. */
export function lookAt(
  drawing: ReadDrawing,
  choices: Choices,
  { id, name }: { id: string; name: string },
  properties: readonly PropertyDefinition[],
  fonts: GlyphTables,
): Outcome<LookAt> {
  const found = readIn(drawing, choices, properties, fonts);
  if (!found.ok) return found;
  const { proposal, unit, drawn, recognition } = found;
  let next = 0;
  const keepRest = (choices.corrections ?? NO_CORRECTIONS).keepRest;
  const format = formatOf(
    found,
    { id, name, keepRest, newId: () => `${id}-${(next++).toString(36)}` },
    properties,
    fonts,
  );
  if (!format.ok) return format;
  const { space, mmPerUnit, isUnitKnown, sheet } = proposal;
  const survey = surveyOf(space, mmPerUnit);
  const units = UNITS_TO_TRY.flatMap((one) => {
    const [first] = surveyOf(space, one.mmPerUnit)?.sheets ?? [];
    if (!first) return [];
    return [
      {
        ...one,
        width: first.box.width,
        height: first.box.height,
        ...(first.standard !== undefined && { standard: first.standard }),
      },
    ];
  });
  return {
    ok: true,
    spaces: drawing.spaces.map(({ name: title, kind, drawn: figures }) => ({
      name: title,
      kind,
      figures: figures.length,
    })),
    space: space.name,
    isUnitKnown,
    mmPerUnit,
    units,
    sheets: survey?.sheets ?? [sheet],
    sheet,
    unit,
    recognition,
    drawing: drawnScene(drawn, { ...recognition.sheet, unit }, fonts, measuredBy(fonts)),
    format: format.scene,
    rest: drawnScene(
      recognition.rest.map((source) => drawn[source]!),
      { ...recognition.sheet, unit },
      fonts,
      measuredBy(fonts),
    ),
    document: format.built.document,
    pictures: format.built.pictures,
    over: format.over,
    report: readingReport(
      drawing,
      proposal,
      recognition,
      drawn.map(({ kind }) => kind),
      format.over,
    ),
  };
}
