import type { FormatView } from '../../contract/formats';
import type { SpecimenEntry } from '../../contract/specimens';
import type { Resources, Show } from '../../core/scene/resources';
import { type Progress, newDrawing } from '../../core/drawing/new-drawing';
import type { Facts } from '../../core/property/facts';
import { type Filled, type OfficeData, factsFor } from '../data/office';

/** What a row of the matrix is filled from. */
export interface ProofRow {
  key: string;
  words: string;
  filled: Filled | undefined;
  show: Show;
  /** It shows what somebody gets who makes a drawing, and how far they are; absent: what the format is proved with. */
  drawing?: Progress;
}

export interface LoadedFormat {
  office: OfficeData;
  format: FormatView;
  resources: Resources;
  /** Who would make a drawing, and the number that it would take. */
  next: { me: string; number: string };
}

/** The rows of the matrix: the longest on record, new drawings, models in each of their variants, and blank. */
export function rowsOf(models: readonly SpecimenEntry[]): ProofRow[] {
  const rows = models.flatMap(({ id, name, variants }): ProofRow[] =>
    (variants.length > 0 ? variants : [undefined]).map((variant) => modelRow(id, name, variant)),
  );
  return [
    { key: 'longest', words: 'Longest on record', filled: rows[0]?.filled, show: 'longest' },
    ...newDrawingRows(models),
    ...rows,
    { key: 'blank', words: 'Blank', filled: undefined, show: 'blank' },
  ];
}

const PROGRESS: Record<Progress, string> = { made: 'just made', answered: 'answered with samples' };

/** A new drawing of the first part and of the first assembly, before anything is answered and after. */
function newDrawingRows(models: readonly SpecimenEntry[]): ProofRow[] {
  return (['part', 'assembly'] as const).flatMap((kind) => {
    const model = models.find((one) => one.model === kind);
    if (!model) return [];
    const { filled } = modelRow(model.id, model.name, model.variants[0]);
    return (['made', 'answered'] as const).map((drawing): ProofRow => {
      const words = `New drawing, ${kind}, ${PROGRESS[drawing]}`;
      return { key: `new ${kind} ${drawing}`, words, filled, show: 'values', drawing };
    });
  });
}

/** What a row of the matrix is composed from. */
export function proofOf(
  { format, office, next }: LoadedFormat,
  { filled, drawing }: ProofRow,
): { facts: Facts; scale?: string } {
  const facts = factsFor(format, office, filled);
  if (drawing === undefined) return { facts, scale: format.scale };
  const { properties, people, today } = office;
  return newDrawing(format.edition.document, drawing, { facts: { ...facts, today }, properties, people, ...next });
}

/** The row of a model in a variant, or in none. */
export function modelRow(id: string, name: string, variant: string | undefined): ProofRow {
  return {
    key: `${id}/${variant ?? ''}`,
    words: [name, variant].filter(Boolean).join(' · '),
    filled: { specimen: id, ...(variant !== undefined && { variant }) },
    show: 'values',
  };
}
