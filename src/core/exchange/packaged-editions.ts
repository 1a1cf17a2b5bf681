import { definitionsOf, frozenFacts, readSnapshot } from '../edition/snapshot';
import type { FormatDocument } from '../format/document';
import { storedDocument } from '../format/reading';
import { profileFacts } from '../profile/printed';
import { storedProfile } from '../profile/reading';
import type { Facts } from '../property/facts';
import { revisionTableRow } from '../revision/rows';
import { flattened } from '../rules/effective';
import { RuleBookDocument } from '../rules/document';
import type { OfficePackage } from './office-package';

/** An edition that a package holds, with what its sheets are filled with beside a model. */
export interface PackagedEdition {
  id: string;
  /** The name of its format. */
  name: string;
  number: number;
  state: 'open' | 'released' | 'withdrawn';
  document: FormatDocument;
  facts: Omit<Facts, 'model' | 'variant'>;
  scale: string;
}

/**
 * The editions of a package that was read, format by format, the newest first: a released one as it was frozen, an open one as the office
 * that packed it would fill it.
 */
export function editionsIn({ contents, snapshots }: Pick<OfficePackage, 'contents' | 'snapshots'>): PackagedEdition[] {
  return contents.formats.flatMap((format) =>
    format.editions
      .toSorted((a, b) => b.number - a.number)
      .map(({ id, number, state, document, release }) => {
        const own = { id, name: format.name, number, state };
        if (!release) {
          const { scale } = format.settings;
          return {
            ...own,
            document: storedDocument(document, contents.properties),
            facts: factsOf(contents, format),
            scale,
          };
        }
        const read = readSnapshot(snapshots.get(release.snapshot)!, release.snapshot);
        if (!read.ok) throw new Error(read.reason);
        const { frozen } = read;
        return { ...own, document: frozen.document, facts: frozenFacts(frozen), scale: frozen.scale };
      }),
  );
}

/** What the office that packed a format fills its open edition with. */
function factsOf(
  { properties, places, profiles, ruleBooks }: OfficePackage['contents'],
  { profile, sample, project, settings }: OfficePackage['contents']['formats'][number],
): PackagedEdition['facts'] {
  const placeOf = (wanted: (place: (typeof places)[number]) => boolean) => {
    const { name, values } = places.find(wanted) ?? { name: '', values: {} };
    return { name, values };
  };
  const { name, document } = profiles.find(({ id }) => id === profile)!;
  const settled = storedProfile(document, properties);
  const books = new Map(
    ruleBooks.map((book) => [book.id, { ...book, document: RuleBookDocument.parse(book.document) }]),
  );
  return {
    organisation: placeOf(({ source, isDefault }) => source === 'organisation' && isDefault),
    project: placeOf(({ id }) => id === project),
    drawing: placeOf(({ id }) => id === sample),
    ...(settings.revisions && { revisions: settings.revisions.map(revisionTableRow) }),
    today: settings.today,
    ...profileFacts({ name, document: settled, rules: flattened(settled.rules, books) }),
    definitions: definitionsOf(properties),
  };
}
