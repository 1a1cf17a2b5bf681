import { frozenFacts, readSnapshot, snapshotOf } from '@/core/edition/snapshot';
import type { OfficePackage } from '@/core/exchange/office-package';
import { readOfficePackage, writeOfficePackage } from '@/core/exchange/office-package-zip';
import { editionsIn } from '@/core/exchange/packaged-editions';
import { canonicalHash, hashOfText } from '@/core/format/canonical';
import { compose } from '@/core/scene/compose';
import { demoFacts, demoPackage, demoResources } from '../demo';

const workshop = demoPackage('workshop-sheets');
const { format, properties, profile, rules, organisation, project, sample } = workshop;
const { revisions, ...facts } = demoFacts(workshop);

const PROFILE = 'kelvarra-iso';
const first = { ...structuredClone(format), margins: { ...format.margins, left: 25 } };

/** A package with an edition that is released and an open one. */
function packed(): OfficePackage {
  const snapshot = snapshotOf(
    {
      document: first,
      properties,
      profile: { id: PROFILE, name: profile.name, revision: 1, document: profile.document, rules },
      shownWith: { organisation, project, drawing: sample.drawing, today: sample.today, revisions },
      scale: sample.scale,
    },
    (id) => `hash of ${id}`,
  );
  if (!snapshot.ok) throw new Error(snapshot.reason);
  const release = {
    snapshot: snapshot.hash,
    note: 'First edition',
    reason: null,
    releasedBy: 'Standards desk',
    releasedAt: '2026-01-12T09:00:00.000Z',
    countsFrom: '2026-01-12',
    scenes: {},
  };
  const place = (id: string, source: 'organisation' | 'project' | 'drawing', given: typeof project) => ({
    id,
    source,
    ...given,
    isDefault: source === 'organisation',
  });
  const book = { id: 'house', ...rules! };
  return {
    contents: {
      from: 'KELVARRA BUOY AND WINCH WORKS',
      properties: [...properties],
      places: [
        place('works', 'organisation', organisation),
        place('winches', 'project', project),
        place('sample', 'drawing', sample.drawing),
      ],
      ruleBooks: [book],
      profiles: [{ id: PROFILE, name: profile.name, document: { ...profile.document, rules: book.id }, revisions: [] }],
      formats: [
        {
          id: format.id,
          name: format.name,
          description: '',
          category: '',
          tags: [],
          profile: PROFILE,
          sample: 'sample',
          project: 'winches',
          settings: {
            today: sample.today,
            scale: sample.scale,
            ...(sample.revisions && { revisions: sample.revisions }),
          },
          editions: [
            { id: 'one', number: 1, state: 'released', document: first, successor: null, release },
            { id: 'two', number: 2, state: 'open', document: format, successor: null },
          ],
        },
      ],
      starters: [],
      pictures: [],
      fonts: [],
    },
    snapshots: new Map([[snapshot.hash, snapshot.text]]),
    pictures: new Map(),
    fonts: new Map(),
  };
}

function readAgain(whole: OfficePackage) {
  const read = readOfficePackage(writeOfficePackage(whole));
  if (!read.ok) throw new Error(read.reason);
  return read.package;
}

test('the editions of a package stand by themselves: a released one as it was frozen, an open one as its office fills it', () => {
  const whole = packed();
  const [open, released] = editionsIn(readAgain(whole));
  expect([open, released].map((one) => [one!.name, one!.number, one!.state])).toEqual([
    [format.name, 2, 'open'],
    [format.name, 1, 'released'],
  ]);
  expect(canonicalHash(open!.document)).toBe(canonicalHash(format));
  expect(canonicalHash(released!.document)).toBe(canonicalHash(first));
  const [[hash, text]] = [...whole.snapshots] as [[string, string]];
  const read = readSnapshot(text, hash);
  expect(read.ok && frozenFacts(read.frozen)).toEqual(released!.facts);

  // The open one prints what it prints in the office that packed it.
  const resources = demoResources(workshop);
  const sheet = { sizeId: format.mainSize, show: 'values' as const, sheet: { number: 1, total: 1 } };
  const scene = (one: typeof format, given: object) => {
    const composed = compose(one, sheet, { ...facts, ...given } as typeof facts, resources);
    if (!composed.ok) throw new Error(composed.reason);
    return composed.scene;
  };
  expect(scene(open!.document, open!.facts)).toEqual(scene(format, { revisions }));
});

type Spoil = (whole: OfficePackage) => void;
const document = (whole: OfficePackage, edition: number) =>
  whole.contents.formats[0]!.editions[edition]!.document as unknown as {
    version: number;
    blocks: { cells: unknown[] }[];
  };

/** Puts another text in the place of what was frozen, with a hash that is right. */
function frozenAs(whole: OfficePackage, text: string) {
  whole.contents.formats[0]!.editions[0]!.release!.snapshot = hashOfText(text);
  whole.snapshots = new Map([[hashOfText(text), text]]);
}

describe('a package whose documents are not sound is refused in words', () => {
  test.each<[string, Spoil, RegExp]>([
    [
      'an open edition with a hole in a block',
      (whole) => document(whole, 1).blocks[0]!.cells.pop(),
      /^Edition 2 of “Workshop sheets” cannot be read: /,
    ],
    [
      'a released edition that is no format',
      (whole) => (whole.contents.formats[0]!.editions[0]!.document = { version: 1, kind: 'letter' }),
      /^Edition 1 of “Workshop sheets” cannot be read: This is not a Zonograph format/,
    ],
    [
      'an edition of a newer Zonograph',
      (whole) => (document(whole, 1).version = 99),
      /^Edition 2 of “Workshop sheets” cannot be read: .*99/,
    ],
    [
      'a profile with a setting that none has',
      (whole) => (whole.contents.profiles[0]!.document = { version: 99 }),
      /^The profile “.+” cannot be read: /,
    ],
    [
      'a rule book without a book that it derives from',
      (whole) => (whole.contents.ruleBooks[0]!.document = { version: 1, changes: {}, house: [] }),
      /^The rule book “.+” is not valid at from/,
    ],
    [
      'a starter that is none',
      (whole) =>
        whole.contents.starters.push({
          id: 's',
          editions: [{ id: 'e', number: 1, state: 'open', document: {}, note: '' }],
        }),
      /^Edition 1 of a starter cannot be read: /,
    ],
    [
      'what was frozen is no JSON',
      (whole) => frozenAs(whole, 'nothing'),
      /^What was frozen with edition 1 of “Workshop sheets” is not JSON/,
    ],
    [
      'what was frozen is something else',
      (whole) => frozenAs(whole, '{"kind":"letter"}'),
      /^What was frozen with edition 1 of “Workshop sheets” is not valid/,
    ],
    [
      'what was frozen has a hole',
      (whole) => {
        const [text] = [...whole.snapshots.values()];
        const json = JSON.parse(text!) as { document: { blocks: { cells: unknown[] }[] } };
        json.document.blocks[0]!.cells.pop();
        frozenAs(whole, JSON.stringify(json));
      },
      /^What was frozen with edition 1 of “Workshop sheets” cannot be read: /,
    ],
  ])('%s', (_, spoil, words) => {
    const whole = structuredClone(packed());
    spoil(whole);
    const read = readOfficePackage(writeOfficePackage(whole));
    expect(read).toEqual({ ok: false, reason: expect.stringMatching(words) as string });
  });
});
