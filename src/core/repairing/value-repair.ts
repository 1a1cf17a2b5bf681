import type { Finding } from '../findings/finding';
import { SUPPLIED } from '../property/supplied';

/** A value of a model that is written otherwise: what it says now, and what it should say. */
export interface ValueRepair {
  property: string;
  was: string;
  value: string;
}

/** What mends a finding that is about a model's value, and not about the format. */
export function valueRepair(finding: Finding): ValueRepair | undefined {
  switch (finding.code) {
    case 'title without its noun':
    case 'title with a full stop': {
      const { title, better } = finding.params;
      return better === undefined ? undefined : { property: SUPPLIED.title, was: title, value: better };
    }
    case 'house check': {
      const { property, says, demand } = finding.params;
      const [only, ...others] = demand.kind === 'is one of' ? demand.texts : [];
      return says === undefined || only === undefined || others.length > 0
        ? undefined
        : { property, was: says, value: only };
    }
    default:
      return undefined;
  }
}
