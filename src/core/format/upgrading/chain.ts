import type { PropertyDefinition } from '../../property/definition';
import type { Chain } from '../../upgrading';
import { DOCUMENT_VERSION } from '../document';
import { fromVersion1 } from './version-1';

/** What an upgrade may have to know beside the document: the dictionary whose names older versions went by. */
export interface UpgradeContext {
  properties: Iterable<PropertyDefinition>;
}

export const DOCUMENT_CHAIN: Chain<UpgradeContext> = {
  what: 'format',
  newest: DOCUMENT_VERSION,
  steps: { 1: fromVersion1 },
};
