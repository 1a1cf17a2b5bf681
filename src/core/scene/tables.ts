import type { Block, Growth } from '../format/document';
import { partsKey } from '../format/growth';
import type { Facts, PartsFacts, TableRow } from '../property/facts';
import type { Filling } from './content-text';
import { noteRows } from './note-rows';
import type { SampleRows } from './resources';
import { sampleCount, sampleRow } from './sample-rows';
import { toleranceTable } from './tolerance-table';

/** The rows of a growing block, and what checks look at of where they come from. */
export interface Table {
  rows: readonly TableRow[];
  parts?: PartsFacts;
  /** The general tolerance that the profile states and that cannot be read; an empty object when it states none. */
  unread?: { stated?: string };
}

const NONE: TableRow[] = [];

/** Tables with the same key continue one another from sheet to sheet: a parts list only that of the same model, notes those of the same. */
export function tableKey(growth: Growth, { model, variant }: Pick<Facts, 'model' | 'variant'>): string {
  if (growth.rows === 'parts')
    return ['parts', partsKey(growth.parts), 'of', model?.name, variant?.name].filter(Boolean).join(' ');
  return growth.rows === 'notes' ? ['notes of', ...(growth.notes ?? [])].join(' ') : growth.rows;
}

/** All rows that a growing block has data for, the ones on sheets before this one included. */
export function tableOf(block: Block, filling: Filling, sizeId: string, sample: SampleRows | undefined): Table {
  const growth = block.grow!;
  const table = given(block, growth, filling, sizeId);
  const count = sampleCount(growth, filling, sizeId, sample, table.rows.length);
  if (count === undefined) return table;
  return { ...table, rows: Array.from({ length: count }, (_, i) => sampleRow(growth, table.rows, i, filling)) };
}

function given(block: Block, growth: Growth, filling: Filling, sizeId: string): Table {
  switch (growth.rows) {
    case 'revisions':
      return { rows: filling.facts.revisions ?? NONE };
    case 'parts': {
      const parts = filling.facts.parts?.[partsKey(growth.parts)];
      return parts ? { rows: parts.rows, parts } : { rows: NONE };
    }
    case 'tolerances':
      return toleranceTable(growth, filling);
    case 'notes':
      return { rows: noteRows(block, growth, filling, sizeId) };
  }
}
