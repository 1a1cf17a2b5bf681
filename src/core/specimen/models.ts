import type { PropertyDefinition } from '../property/definition';
import type { Material } from './material';
import type { Specimen } from './specimen';

/** What sheets are filled from on the side of the models: they, the dictionary, and the materials that masses are made with. */
export interface Models {
  specimens: readonly Specimen[];
  properties: readonly PropertyDefinition[];
  materials: readonly Material[];
}
