import type { FormatView } from '../../contract/formats';
import type { SpecimenEntry } from '../../contract/specimens';
import type { Resources, Show } from '../../core/scene/resources';
import type { Filled, OfficeData } from '../data/office';

/** What a row of the matrix is filled from. */
export interface ProofRow {
  key: string;
  words: string;
  filled: Filled | undefined;
  show: Show;
}

export interface LoadedFormat {
  office: OfficeData;
  format: FormatView;
  resources: Resources;
}

/** The rows of the matrix: the longest on record, models in each of their variants, and blank. */
export function rowsOf(models: readonly SpecimenEntry[]): ProofRow[] {
  const rows = models.flatMap(({ id, name, variants }): ProofRow[] =>
    (variants.length > 0 ? variants : [undefined]).map((variant) => modelRow(id, name, variant)),
  );
  return [
    { key: 'longest', words: 'Longest on record', filled: rows[0]?.filled, show: 'longest' },
    ...rows,
    { key: 'blank', words: 'Blank', filled: undefined, show: 'blank' },
  ];
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
