import type { FormatDocument } from '../../core/format/document';
import { cellName } from '../../core/format/names';
import { linksByProperty } from '../../core/format/usage';
import type { PropertyDefinition } from '../../core/property/definition';
import type { Database } from '../database';
import { replaceUses } from '../repositories/properties';

/** Keeps where an edition uses properties, in the transaction that changes it. */
export async function keepUses(
  db: Database,
  id: string,
  document: FormatDocument,
  properties: readonly PropertyDefinition[],
): Promise<void> {
  const names = new Map(properties.map((property) => [property.id, property.name]));
  const uses = [...linksByProperty(document)].flatMap(([property, links]) =>
    links.map(({ block, cell }) => {
      const found = document.blocks.find((one) => one.id === block)!;
      const there = found.cells.find((one) => one.id === cell)!;
      return { property, block, cell, place: `${cellName(there, (one) => names.get(one))} in ${found.name}` };
    }),
  );
  await replaceUses(db, id, uses);
}
