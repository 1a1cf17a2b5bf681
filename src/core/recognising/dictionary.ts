import type { PropertyDefinition, Source } from '../property/definition';
import { matchedName } from '../property/names';
import { USUAL_CAPTIONS } from '../property/usual-captions';

/** Which of several properties of one name a title block means first. */
const ORDER: readonly Source[] = ['drawing', 'model', 'sheet', 'organisation', 'project', 'profile'];

/** Finds the property that a tag, a placeholder or a caption means. */
export class Dictionary {
  private readonly byName = new Map<string, PropertyDefinition>();
  private readonly byId: Map<string, PropertyDefinition>;

  constructor(properties: readonly PropertyDefinition[]) {
    this.byId = new Map(properties.map((one) => [one.id, one]));
    const sorted = properties.toSorted((a, b) => ORDER.indexOf(a.source) - ORDER.indexOf(b.source));
    const note = (name: string, property: PropertyDefinition | undefined) => {
      const key = matchedName(name);
      if (property && key !== '' && !this.byName.has(key)) this.byName.set(key, property);
    };
    for (const one of sorted) {
      note(one.id, one);
      note(one.name, one);
    }
    for (const one of sorted) for (const alias of one.aliases) note(alias, one);
    for (const [id, captions] of USUAL_CAPTIONS) for (const caption of captions) note(caption, this.byId.get(id));
  }

  get(id: string): PropertyDefinition | undefined {
    return this.byId.get(id);
  }

  /** The property of that name, alias or usual caption; a number at the end, by which tags are told apart, does not count. */
  named(name: string): PropertyDefinition | undefined {
    return this.byName.get(matchedName(name)) ?? this.byName.get(matchedName(name.replace(/[_\s-]*\d+$/, '')));
  }
}
