import { createHash } from 'node:crypto';
import { clearedForRelease, proposedNote } from '@/core/edition/clearing';
import { type OfficeNow, newerThan, newerWords } from '@/core/edition/newer';
import { factsOfCase, reviewCases, reviewFindings, sceneHashes } from '@/core/edition/review';
import { frozenFacts, propertiesPrinted, readSnapshot, snapshotOf } from '@/core/edition/snapshot';
import { compose } from '@/core/scene/compose';
import { demoFacts, demoModels, demoPackage, demoResources, demoSpecimens } from '../demo';

const workshop = demoPackage('workshop-sheets');
const { format, properties, profile, rules, organisation, project, sample } = workshop;
const resources = demoResources(workshop);
const { revisions } = demoFacts(workshop);
const given = {
  document: format,
  properties,
  profile: { id: 'kelvarra-iso', name: profile.name, revision: 3, document: profile.document, rules },
  shownWith: { organisation, project, drawing: sample.drawing, today: sample.today, revisions },
  scale: sample.scale,
};
const hashOfFont = (id: string) => `hash of ${id}`;

function snapshot(changed: Partial<typeof given> = {}) {
  const made = snapshotOf({ ...given, ...changed }, hashOfFont);
  if (!made.ok) throw new Error(made.reason);
  return made;
}

function frozen() {
  const { text, hash } = snapshot();
  const read = readSnapshot(text, hash);
  if (!read.ok) throw new Error(read.reason);
  return read.frozen;
}

describe('a snapshot', () => {
  test('is the same text for the same things, in whatever order they come, and another for another', () => {
    expect(snapshot({ properties: [...properties].reverse() })).toEqual(snapshot());
    expect(snapshot({ scale: '1:5' }).hash).not.toBe(snapshot().hash);
  });

  test('holds the definitions that its format prints, and no others', () => {
    const printed = propertiesPrinted(format);
    expect(frozen().properties.map(({ id }) => id)).toEqual(
      properties
        .map(({ id }) => id)
        .filter((id) => printed.has(id))
        .sort(),
    );
    expect(printed.has('material')).toBe(true);
    expect(properties.length).toBeGreaterThan(printed.size);
  });

  test('names its fonts and pictures by their content; a font that is gone is refused', () => {
    expect(frozen().fonts).toContainEqual({ id: 'osifont', hash: 'hash of osifont' });
    expect(frozen().pictures).toEqual(Object.keys(workshop.pictures ?? {}));
    expect(snapshotOf(given, () => undefined)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('is not there any more'),
    });
  });

  test.each([0, 100, -2])('with one byte changed (at %d) is refused', (at) => {
    const { text, hash } = snapshot();
    const i = (at + text.length) % text.length;
    const changed = text.slice(0, i) + (text[i] === ' ' ? 'x' : ' ') + text.slice(i + 1);
    expect(readSnapshot(changed, hash)).toMatchObject({ ok: false, reason: expect.stringContaining('changed since') });
  });

  test('its sheets are composed with its definitions, whatever the dictionary has by now', () => {
    const document = format;
    const request = {
      sizeId: format.mainSize,
      sheet: { number: 1, total: 1, scale: sample.scale },
      show: 'values' as const,
    };
    const { model, variant } = demoFacts(workshop, 'drum-barrel', '316L');
    const facts = { ...frozenFacts(frozen()), ...(model && { model }), ...(variant && { variant }) };
    const others = new Map(
      properties.map((one) => [one.id, { ...one, display: { kind: 'text' as const, case: 'upper' as const } }]),
    );
    const before = compose(document, request, facts, resources);
    const after = compose(document, request, facts, { ...resources, properties: others });
    expect(after.ok && before.ok && after.scene).toEqual(before.ok && before.scene);
    const { definitions: _, ...bare } = facts;
    const loose = compose(document, request, bare, { ...resources, properties: others });
    expect(loose.ok && loose.scene).not.toEqual(before.ok && before.scene);
  });
});

test('what is newer in the office is told by name', () => {
  const edition = {
    name: 'Workshop sheets',
    number: 2,
    withdrawn: false,
    instead: undefined,
    inForce: { id: 'e2', number: 2 },
  };
  const now = {
    edition,
    properties: new Map(properties.map((one) => [one.id, one])),
    profileRevision: 3,
    rules,
    organisation,
  };
  expect(newerThan(frozen(), now)).toEqual([]);
  const changed = new Map(now.properties);
  changed.set('mass', { ...changed.get('mass')!, unit: 'g' });
  changed.delete('title');
  const newer = newerThan(frozen(), {
    edition: { ...edition, inForce: { id: 'e3', number: 3 } },
    properties: changed,
    profileRevision: 4,
    rules: { ...rules, name: 'Other rules' },
    organisation: { ...organisation, values: {} },
  });
  expect(newer.map(newerWords)).toEqual([
    'Edition 3 of Workshop sheets is released.',
    'The property Mass is defined otherwise now.',
    'The property Title is not in the dictionary any more.',
    'The profile Kelvarra ISO has revision 4; this edition froze revision 3.',
    `The rule book ${rules.name} has changed.`,
    `The office’s own values, of ${organisation.name}, have changed.`,
  ]);
  // An edition before stays in force when this one is withdrawn: that is nothing newer, and used instead.
  const withdrawn = { ...edition, withdrawn: true, inForce: undefined };
  const toldOf = (change: Partial<OfficeNow['edition']>) =>
    newerThan(frozen(), { ...now, edition: { ...withdrawn, ...change } }).map((one) => [
      newerWords(one),
      'to' in one && one.to,
    ]);
  expect(toldOf({})).toEqual([['Edition 2 of Workshop sheets is withdrawn.', false]]);
  expect(toldOf({ inForce: { id: 'e1', number: 1 } })).toEqual([
    ['Edition 2 of Workshop sheets is withdrawn; edition 1 is used instead.', 'e1'],
  ]);
  expect(toldOf({ instead: { name: 'Inch sheets', edition: 'inch' } })).toEqual([
    ['Edition 2 of Workshop sheets is withdrawn; Inch sheets is used instead.', 'inch'],
  ]);
});

describe('a release', () => {
  const models = demoModels(workshop);
  const specimens = demoSpecimens();
  const facts = frozenFacts(given);

  test('is reviewed on every size with a part, an assembly, the longest on record and a new drawing', () => {
    const cases = reviewCases(format, specimens);
    expect(cases).toHaveLength(format.sizes.length * 4);
    const [part, assembly, longest, begun] = cases;
    expect([part!.show, longest!.show, begun!.isNew]).toEqual(['values', 'longest', true]);
    expect(factsOfCase(part!, format, facts, models).model!.kind).toBe('part');
    expect(factsOfCase(assembly!, format, facts, models).model!.kind).toBe('assembly');
    const { drawing, revisions: added, purpose } = factsOfCase(begun!, format, facts, models);
    expect([drawing!.values, added, purpose]).toEqual([{}, undefined, 'drawing']);
  });

  test('clears away acceptances whose finding no proof has, and keeps the others', () => {
    const about = { document: format, facts, scale: sample.scale, specimens, models };
    const findings = reviewFindings(about, resources);
    const [one] = findings;
    const kept = { code: one!.code, place: one!.place, params: one!.params, reason: 'It is meant so' };
    const gone = { code: 'font missing', place: {}, params: { font: 'nothing' }, reason: 'It came back' };
    const accepted = [kept, gone] as NonNullable<typeof format.accepted>;
    const { document, cleared } = clearedForRelease({ ...format, accepted }, findings);
    expect(cleared.map(({ reason }) => reason)).toEqual(['It came back']);
    expect(document.accepted!.map(({ reason }) => reason)).toEqual(['It is meant so']);
    expect(clearedForRelease({ ...format, accepted: [gone] as typeof accepted }, findings).document).toEqual(format);
    expect(clearedForRelease(format, findings).document).toBe(format);
  });

  test('keeps the hash of every sheet as evidence: equal sheets have equal ones', () => {
    const scenes = sceneHashes({ document: format, facts, scale: sample.scale }, resources);
    expect(Object.keys(scenes)).toEqual(format.sizes.map(({ id }) => id));
    expect(sceneHashes({ document: format, facts, scale: sample.scale }, resources)).toEqual(scenes);
    const moved = { ...format, margins: { ...format.margins, left: 25 } };
    expect(sceneHashes({ document: moved, facts, scale: sample.scale }, resources)).not.toEqual(scenes);
  });

  test('proposes a note that names what has changed, each once, and how much more', () => {
    expect(proposedNote(['A', 'B', 'A'])).toBe('A; B');
    expect(proposedNote('abcdefgh'.split(''))).toBe('a; b; c; d; e; f; and 2 more');
  });
});

test.each(['', '{}', '[]', 'null', '{"kind":"zonograph/snapshot","version":1}', 'not JSON', '{"version":9}'])(
  'a text that is no snapshot is refused in words, although its hash is right: %s',
  (text) => {
    const read = readSnapshot(text, createHash('sha256').update(text).digest('hex'));
    expect(read).toEqual({ ok: false, reason: expect.stringContaining('cannot be read') });
  },
);
