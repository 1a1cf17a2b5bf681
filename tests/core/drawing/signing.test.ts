import type { DrawingSources, DrawnData } from '@/core/drawing/sheets';
import {
  REVISION_ROW,
  type Signature,
  type Signed,
  currentSignatures,
  isSignature,
  notAnswered,
  signables,
  signedContent,
  signedNames,
  whyNotAnswered,
  whyNotSigned,
  withSignature,
  withoutSigned,
} from '@/core/drawing/signing';
import type { AskedValue, FormatDocument } from '@/core/format/document';
import { mayDo } from '@/core/office/account';
import type { RevisionRow } from '@/core/revision/rows';
import { demoFacts, demoModels, demoPackage, demoResources } from '../demo';

const person = (key: string, name: string, rest: Partial<AskedValue> = {}): AskedValue => ({
  key,
  name,
  prompt: '',
  type: 'person',
  required: false,
  missing: { print: 'dash', report: true },
  ...rest,
});
const asked = [
  person('created-by', 'Created by'),
  person('checker', 'Checked by', { property: 'checked-by' }),
  person('approved-by', 'Approved by', { answeredBy: 'checker' }),
  person('welder', 'Welding engineer', { answeredBy: 'administrator' }),
];
const grows = [{ grow: { rows: 'revisions' } }];
const documents = [{ asked, blocks: grows } as unknown as FormatDocument];
const made = { 'created-by': 'Orsolya Brandt' };
const A: RevisionRow = { revision: 'A', zones: [], description: 'First', date: '2026-06-02', madeBy: 'Ines Sundqvist' };
const bare: Signed = { answers: made, revisions: [A], signatures: [] };
const signature = (of: string, name = 'Marlo Aketch'): Signature => ({
  of,
  name,
  account: 'm',
  at: '2026-06-02T10:00:00.000Z',
  content: 'c',
});
const DAY = '2026-06-02';
const marlo = { name: 'Marlo Aketch', role: 'checker', isMaker: false } as const;
const ours = { byOthers: false, onPaper: false };

test('each role may do what those before it may', () => {
  expect([mayDo('checker', 'drafter'), mayDo('checker', 'checker'), mayDo('drafter', 'checker')]).toEqual([
    true,
    true,
    false,
  ]);
});

test('who checks and approves signs, and any person whom drafters may not name; a creator is typed', () => {
  expect(asked.map(isSignature)).toEqual([false, true, true, true]);
  expect(isSignature(person('x', 'X', { property: 'approved-by', type: 'text', answeredBy: 'drafter' }))).toBe(true);
  expect(signables(documents, bare).map(({ of, name }) => [of, name])).toEqual([
    ['checker', 'Checked by'],
    ['approved-by', 'Approved by'],
    ['welder', 'Welding engineer'],
    [REVISION_ROW, 'Revision A approved'],
  ]);
  expect(signables(documents, { revisions: [] })).toHaveLength(3);
});

test('a signature is typed by nobody, not even by whom it is asked of; every other refusal stands for itself', () => {
  expect(whyNotAnswered(asked[1]!, 'administrator', asked)).toBe('“Checked by” is not typed: a checker signs it.');
  expect(whyNotAnswered(asked[0]!, 'drafter', asked)).toBeUndefined();
  const typed = { ...made, checker: 'Ines Sundqvist', 'approved-by': 'Ines Sundqvist' };
  expect(Object.keys(notAnswered(documents, made, typed, 'administrator', false))).toEqual(['checker', 'approved-by']);
  expect(notAnswered(documents, typed, { ...typed, 'created-by': 'Marlo Aketch' }, 'drafter', false)).toEqual({});
  // Taking a name away by typing is typing.
  expect(Object.keys(notAnswered(documents, typed, made, 'drafter', false))).toEqual(['checker', 'approved-by']);
});

test('whoever is asked signs, as themselves; an administrator records what was signed on paper', () => {
  const why = (of: string, signer: Parameters<typeof whyNotSigned>[3], how = ours) =>
    whyNotSigned(documents, bare, of, signer, how);
  expect(why('checker', marlo)).toBeUndefined();
  expect(why(REVISION_ROW, marlo)).toBeUndefined();
  expect(why('checker', { ...marlo, role: 'drafter' })).toBe(
    '“Checked by” is signed by a checker; you are signed in as a drafter.',
  );
  expect(why('welder', marlo)).toMatch(/signed by a standards administrator/);
  expect(why('created-by', marlo)).toBe('Nobody is asked to sign “created-by” on this drawing.');
  expect(why('checker', marlo, { ...ours, onPaper: true })).toMatch(/written down by a standards administrator/);
  expect(why('checker', { ...marlo, role: 'administrator' }, { ...ours, onPaper: true })).toBeUndefined();
});

test('where others sign, nobody signs for what they created, however they write themselves, on paper either', () => {
  const others = { byOthers: true, onPaper: false };
  const why = (
    signer: Partial<typeof marlo> | { name: string; role?: 'administrator'; isMaker?: boolean },
    how = others,
  ) => whyNotSigned(documents, bare, 'checker', { ...marlo, ...signer }, how);
  expect(why({ name: 'orsolya brandt ' })).toBe('Orsolya Brandt created this drawing, so somebody else checks it.');
  expect(why({ name: 'Orsolya Brandt', role: 'administrator' }, { byOthers: true, onPaper: true })).toMatch(/^Orsolya/);
  expect(why({ name: 'Marlo Aketch', isMaker: true })).toBe('You made this drawing, so somebody else checks it.');
  expect(why({})).toBeUndefined();
  // An office of one still signs.
  expect(whyNotSigned(documents, bare, 'checker', { ...marlo, name: 'Orsolya Brandt', isMaker: true }, ours)).toBe(
    undefined,
  );
  // Nobody becomes the creator of what they have signed.
  const signed = { ...made, checker: 'Marlo Aketch' };
  expect(notAnswered(documents, signed, { ...signed, 'created-by': 'marlo aketch' }, 'drafter', true)).toEqual({
    'created-by': 'marlo aketch checks this drawing, so somebody else has created it.',
  });
});

test('an approval signs the newest revision, too; a check does not, and a row that is approved stays', () => {
  const checked = withSignature(bare, documents, signature('checker'), DAY);
  expect(checked.answers).toEqual({ ...made, checker: 'Marlo Aketch' });
  expect(checked.revisions).toEqual([A]);
  const approved = withSignature(checked, documents, signature('approved-by'), DAY);
  expect(approved.revisions).toEqual([{ ...A, approvedBy: 'Marlo Aketch' }]);
  expect(approved.signatures.map(({ of, revision }) => [of, revision])).toEqual([
    ['checker', undefined],
    ['approved-by', undefined],
    [REVISION_ROW, 'A'],
  ]);
  const again = withSignature(approved, documents, signature('approved-by', 'Ines Sundqvist'), DAY);
  expect(again.revisions[0]!.approvedBy).toBe('Marlo Aketch');
  expect(again.signatures).toHaveLength(3);
});

test('signatures are taken off with the names that they print; those of earlier revisions are history', () => {
  const approved = withSignature(bare, documents, signature('approved-by'), DAY);
  const next = { ...approved, revisions: [...approved.revisions, { ...A, revision: 'B' }] };
  expect(currentSignatures(next).map(({ of }) => of)).toEqual(['approved-by']);
  expect(signedNames(documents, next).map(({ of, by }) => [of, by])).toEqual([['approved-by', 'Marlo Aketch']]);
  const off = withoutSigned(next, [{ of: 'approved-by' }, { of: REVISION_ROW }]);
  expect(off.answers).toEqual(made);
  expect(off.revisions[0]!.approvedBy).toBe('Marlo Aketch');
  expect(off.signatures.map(({ of, revision }) => [of, revision])).toEqual([[REVISION_ROW, 'A']]);
});

test('the day of a signature is filled in where it is asked for, is typed by nobody, and goes with the signature', () => {
  const day = person('checked-on', 'Date checked', { type: 'date', property: 'date-checked' });
  const dated = [{ asked: [...asked, day], blocks: grows } as unknown as FormatDocument];
  expect(whyNotAnswered(day, 'checker', dated[0]!.asked)).toBe(
    '“Date checked” is not typed: the signature of “Checked by” fills it in.',
  );
  expect(whyNotAnswered(day, 'drafter', [day])).toBeUndefined();
  const checked = withSignature(bare, dated, signature('checker'), DAY);
  expect(checked.answers).toMatchObject({ checker: 'Marlo Aketch', 'checked-on': DAY });
  expect(withoutSigned(checked, [{ of: 'checker' }]).answers).toEqual(made);
});

test('a name without a signature is typed', () => {
  expect(signedNames(documents, { ...bare, answers: { ...made, checker: 'Marlo' } })).toEqual([
    { of: 'checker', name: 'Checked by', by: 'Marlo' },
  ]);
});

describe('what is signed', () => {
  const workshop = demoPackage('workshop-sheets');
  const sources: DrawingSources = {
    document: workshop.format,
    facts: demoFacts(workshop),
    scale: workshop.sample.scale,
    others: new Map(),
    models: demoModels(workshop),
    profile: workshop.profile.document,
  };
  const resources = demoResources(workshop);
  const forms = [workshop.format];
  const drawing: DrawnData & Signed = {
    number: 'KD-00042',
    specimen: 'recovery-winch',
    variant: '316L',
    sizeId: 'iso-a3-landscape',
    answers: { 'created-by': 'Ines Sundqvist', language: 'en' },
    overruled: {},
    revisions: [A],
    items: {},
    sheets: [{ id: 'first', name: 'Whole' }],
    signatures: [],
  };
  const content = (one: DrawnData & Signed, its = sources) => {
    const signed = signedContent(one, forms, its, resources);
    if (!signed.ok) throw new Error(signed.reason);
    return signed.content;
  };
  const first = content(drawing);

  test('stays the same under signatures and from day to day', () => {
    expect(content(withSignature(drawing, forms, signature('checked-by'), DAY))).toBe(first);
    expect(content(withSignature(drawing, forms, signature('approved-by'), DAY))).toBe(first);
    expect(content(drawing, { ...sources, facts: { ...sources.facts, today: '2031-01-01' } })).toBe(first);
  });

  test.each<[string, (one: DrawnData & Signed) => DrawnData & Signed]>([
    ['an answer', (one) => ({ ...one, answers: { ...one.answers, 'document-status': 'As built' } })],
    ['an overruled value', (one) => ({ ...one, overruled: { finish: 'Bead blasted' } })],
    ['the size', (one) => ({ ...one, sizeId: 'iso-a4-portrait' })],
    ['the variant', (one) => ({ ...one, variant: 'galvanised' })],
    ['the number', (one) => ({ ...one, number: 'KD-9' })],
    ['what a revision says', (one) => ({ ...one, revisions: [{ ...A, description: 'Second' }] })],
    ['a sheet more', (one) => ({ ...one, sheets: [...one.sheets, { id: 'more', name: '' }] })],
  ])('is something else with another value of what prints: %s', (_, change) => {
    expect(content(change(drawing))).not.toBe(first);
  });
});
