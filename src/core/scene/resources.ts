import type { GlyphTables } from '../lettering/glyph-table';
import type { PictureData } from '../picture/picture';
import type { PropertyDefinition } from '../property/definition';
import type { Facts } from '../property/facts';
import type { Value } from '../property/value';
import type { Projections } from '../view/projected';
import type { ViewsToDraw } from '../view/to-draw';

/** What compose() needs beside the document and the facts, loaded beforehand. */
export interface Resources {
  /** The dictionary, by property id. */
  properties: ReadonlyMap<string, PropertyDefinition>;
  fonts: GlyphTables;
  /** Pictures by content hash. */
  pictures: ReadonlyMap<string, PictureData>;
  /** Values seen in specimens by property id, for the longest on record. */
  seen: ReadonlyMap<string, readonly Value[]>;
  /** What is known of projections, by their keys; absent where no sheet has views. */
  projections?: Projections;
}

/** Resources by the definitions that hold in them and by what they were made from, so that the same ones stay the same object. */
const withDefinitions = new WeakMap<object, WeakMap<Resources, Resources>>();

/** The resources of a sheet: with the definitions that its edition froze in place of the dictionary's. */
export function resourcesFor({ definitions }: Pick<Facts, 'definitions'>, resources: Resources): Resources {
  if (!definitions) return resources;
  let known = withDefinitions.get(definitions);
  if (!known) withDefinitions.set(definitions, (known = new WeakMap()));
  let made = known.get(resources);
  if (!made) {
    made = { ...resources, properties: new Map([...resources.properties, ...Object.entries(definitions)]) };
    known.set(resources, made);
  }
  return made;
}

/** What stands where values go: the values, the properties' names, the longest on record, or nothing. */
export type Show = 'values' | 'names' | 'longest' | 'blank';

/** How many sample rows stand in growing tables, to see how they grow: a number, as many as there may be, or more. */
export type SampleRows = number | 'full' | 'over-full';

export interface SheetRequest {
  sizeId: string;
  sheet: SheetPlace;
  show: Show;
  /** Absent: tables have the rows that there are. */
  rows?: SampleRows;
  /** The views of a model that stand on it. */
  views?: ViewsToDraw;
}

/** Which sheet of how many; the scale is printed where the sheet's scale is linked. */
export interface SheetPlace {
  number: number;
  total: number;
  scale?: string;
  /** How many rows of each table stand on the sheets before, by the table's key. */
  before?: Readonly<Record<string, number>>;
  /** How many rows of each table stand on all sheets of the set, by the table's key; absent where no set was planned. */
  placed?: Readonly<Record<string, number>>;
}
