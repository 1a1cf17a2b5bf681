import type { FormatView } from '../../contract/formats';
import { definitionsOf } from '../../core/edition/snapshot';
import { type FormatPackage, picturesIn, readPackage } from '../../core/exchange/package';
import { canonicalHash } from '../../core/format/canonical';
import type { PictureData } from '../../core/picture/picture';
import { profileFacts } from '../../core/profile/printed';
import { type Outcome, refuse } from '../../core/refusal';
import { revisionTableRow } from '../../core/revision/rows';

/** A format from a file, with all that it composes from, to be compared with one of the office. */
export interface Outside {
  format: FormatView;
  pictures: ReadonlyMap<string, PictureData>;
}

/** Reads a format file. It is looked at only: whatever edition it says it is, the office has none of it. */
export async function readOutside(file: File): Promise<Outcome<Outside>> {
  let json: unknown;
  try {
    json = JSON.parse(await file.text());
  } catch {
    return refuse(`${file.name} is not JSON, so it is no format file.`);
  }
  const read = readPackage(json);
  if (!read.ok) return refuse(`${file.name}: ${read.reason}`);
  return { ok: true, format: viewOf(read.package, file.name), pictures: picturesIn(read.package) };
}

function viewOf(given: FormatPackage, name: string): FormatView {
  const { format: document, properties, organisation, project, profile, rules, sample } = given;
  return {
    id: 'file',
    name,
    edition: { id: 'file', number: 1, state: 'released', version: 1, hash: canonicalHash(document), document },
    facts: {
      organisation,
      project,
      drawing: sample.drawing,
      ...(sample.revisions && { revisions: sample.revisions.map(revisionTableRow) }),
      today: sample.today,
      ...profileFacts({ ...profile, rules }),
      definitions: definitionsOf(properties),
    },
    scale: sample.scale,
  };
}
