import type { Resources, Show } from '../../core/scene/resources';
import type { Specimen } from '../../core/specimen/specimen';
import type { Filled, FormatData, OfficeData } from '../data/office';

/** What a row of the matrix is filled from. */
export interface ProofRow {
  key: string;
  words: string;
  filled: Filled | undefined;
  show: Show;
}

export interface LoadedFormat {
  office: OfficeData;
  format: FormatData;
  resources: Resources;
}

/** How many models the matrix draws. */
export const MOST_MODELS = 40;

/** The rows of the matrix: the longest on record, the first models in each of their variants, and blank. */
export function rowsOf({ specimens }: OfficeData): ProofRow[] {
  const models = specimens.slice(0, MOST_MODELS).flatMap((specimen): ProofRow[] => {
    const variants = specimen.variants.length > 0 ? specimen.variants.map(({ name }) => name) : [undefined];
    return variants.map((variant) => modelRow(specimen, variant));
  });
  return [
    { key: 'longest', words: 'Longest on record', filled: models[0]?.filled, show: 'longest' },
    ...models,
    { key: 'blank', words: 'Blank', filled: undefined, show: 'blank' },
  ];
}

/** The row of a model in a variant, or in none. */
export function modelRow({ id, name }: Pick<Specimen, 'id' | 'name'>, variant: string | undefined): ProofRow {
  return {
    key: `${id}/${variant ?? ''}`,
    words: [name, variant].filter(Boolean).join(' · '),
    filled: { specimen: id, ...(variant !== undefined && { variant }) },
    show: 'values',
  };
}
