import type { z } from 'zod';
import { Snapshot } from '../edition/snapshot';
import { issueInWords } from '../format/issue-words';
import { readDocument } from '../format/reading';
import { readProfile } from '../profile/reading';
import { type Outcome } from '../refusal';
import { RuleBookDocument } from '../rules/document';
import { readStarter } from '../starter/starter';
import type { OfficePackage } from './office-package';

/**
 * Why a document of a package cannot be used, in words: each is read through the door of its own kind, and so is what released editions
 * froze. Undefined for a package that is sound.
 */
export function unsoundIn({ contents, snapshots }: Pick<OfficePackage, 'contents' | 'snapshots'>): string | undefined {
  const { properties } = contents;
  const troubles = [
    ...contents.ruleBooks.map(
      ({ name, document }) =>
        () =>
          shapeTrouble(RuleBookDocument, document, `The rule book “${name}”`),
    ),
    ...contents.profiles.flatMap(({ name, document, revisions }) =>
      [document, ...revisions.map((one) => one.document)].map(
        (one) => () => of(`The profile “${name}”`, readProfile(one, properties)),
      ),
    ),
    ...contents.starters.flatMap(({ editions }) =>
      editions.map(
        ({ number, document }) =>
          () =>
            of(`Edition ${number} of a starter`, readStarter(document)),
      ),
    ),
    ...contents.formats.flatMap(({ id, name, editions }) =>
      editions.flatMap(({ number, state, document, release }) => {
        const what = `Edition ${number} of “${name}”`;
        return [
          // What was released keeps the id that it was released under, also in a format that was taken in beside another.
          () => (state === 'open' && document.id !== id ? `${what} holds the document of another format.` : undefined),
          () =>
            (state === 'open') === (release !== undefined)
              ? `${what} is ${state}, and its release says otherwise.`
              : undefined,
          () => of(what, readDocument(document, properties)),
          () =>
            release &&
            snapshotTrouble(`What was frozen with edition ${number} of “${name}”`, snapshots.get(release.snapshot)!),
        ];
      }),
    ),
  ];
  for (const trouble of troubles) {
    const words = trouble();
    if (words !== undefined) return words;
  }
  return undefined;
}

const of = (what: string, read: Outcome<object>): string | undefined =>
  read.ok ? undefined : `${what} cannot be read: ${read.reason}`;

function shapeTrouble(shape: z.ZodType, json: unknown, what: string): string | undefined {
  const { error } = shape.safeParse(json);
  return error && issueInWords(error, what);
}

function snapshotTrouble(what: string, text: string): string | undefined {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return `${what} is not JSON.`;
  }
  const read = Snapshot.safeParse(json);
  if (read.error) return issueInWords(read.error, what);
  const { document, profile, properties } = read.data;
  return of(what, readDocument(document, properties)) ?? of(what, readProfile(profile.document, properties));
}
