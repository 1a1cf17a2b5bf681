import { checkSigning, whyNotAnswered } from '@/core/drawing/signing';
import type { AskedValue, FormatDocument } from '@/core/format/document';
import { mayDo } from '@/core/office/account';

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
  person('checker', 'Checked by', { property: 'checked-by', answeredBy: 'checker' }),
  person('approved-by', 'Approved by', { answeredBy: 'checker' }),
];
const documents = [{ asked } as unknown as FormatDocument];
const made = { 'created-by': 'Orsolya Brandt' };
const drafter = { role: 'drafter', isMaker: true } as const;
const checker = { role: 'checker', isMaker: false } as const;

test('each role may do what those before it may', () => {
  expect([mayDo('checker', 'drafter'), mayDo('checker', 'checker'), mayDo('drafter', 'checker')]).toEqual([
    true,
    true,
    false,
  ]);
});

test('what a checker answers a drafter does not; what stays as it was is nobody’s business', () => {
  expect(whyNotAnswered(asked[1]!, 'drafter')).toBe(
    '“Checked by” is answered by a checker; you are signed in as a drafter.',
  );
  expect(whyNotAnswered(asked[0]!, 'drafter')).toBeUndefined();
  const signed = { ...made, checker: 'Ines Sundqvist' };
  expect(checkSigning(documents, made, signed, drafter, false)).toMatchObject({ ok: false });
  expect(checkSigning(documents, signed, { ...signed, 'created-by': 'Marlo Aketch' }, drafter, true).ok).toBe(true);
  // Taking a signature away is changing it.
  expect(checkSigning(documents, signed, made, drafter, false)).toMatchObject({ ok: false });
});

test('where others sign, nobody checks what they created, however they write themselves, whichever name comes first', () => {
  const own = { ...made, checker: 'orsolya brandt ' };
  const reason = 'Orsolya Brandt created this drawing, so somebody else checks it.';
  expect(checkSigning(documents, made, own, checker, true)).toEqual({ ok: false, reason });
  expect(checkSigning(documents, { checker: 'Orsolya Brandt' }, own, checker, true)).toMatchObject({ ok: false });
  expect(checkSigning(documents, made, own, checker, false).ok).toBe(true);
  expect(checkSigning(documents, made, { ...made, checker: 'Ines Sundqvist' }, checker, true).ok).toBe(true);
});

test('who made a drawing does not write another name down instead, unless they are an administrator', () => {
  const other = { ...made, 'approved-by': 'Ines Sundqvist' };
  expect(checkSigning(documents, made, other, { role: 'checker', isMaker: true }, true)).toEqual({
    ok: false,
    reason: 'You made this drawing, so somebody else approves it.',
  });
  expect(checkSigning(documents, made, other, { role: 'administrator', isMaker: true }, true).ok).toBe(true);
});
