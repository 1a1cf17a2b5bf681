import fc from 'fast-check';
import { type Changeable, joinChanges } from '@/core/drawing/joining';

const base: Changeable = {
  answers: { 'created-by': 'Ines Sundqvist', language: 'en' },
  overruled: { finish: 'Bead blasted' },
  sizeId: 'iso-a3-landscape',
  sheets: [{ id: 'first', name: '' }],
  scale: '1:2',
  profileId: 'shop',
  siteId: null,
  projectId: 'plinth',
};

test('answers to different questions are all kept, whoever gave them', () => {
  const mine = { answers: { ...base.answers, 'checked-by': 'Marlo Aketch' } };
  const theirs = { ...base, answers: { ...base.answers, 'approved-by': 'Orsolya Brandt', language: 'sv' } };
  expect(joinChanges(base, mine, theirs)).toEqual({
    changed: {
      answers: {
        'created-by': 'Ines Sundqvist',
        language: 'sv',
        'approved-by': 'Orsolya Brandt',
        'checked-by': 'Marlo Aketch',
      },
    },
    clashes: [],
  });
});

test('an answer that one took away stays away, unless the other gave another one', () => {
  const mine = { answers: { 'created-by': 'Ines Sundqvist' } };
  expect(joinChanges(base, mine, base).changed.answers).toEqual({ 'created-by': 'Ines Sundqvist' });
  const theirs = { ...base, answers: { ...base.answers, language: 'sv' } };
  expect(joinChanges(base, mine, theirs)).toEqual({
    changed: { answers: { 'created-by': 'Ines Sundqvist' } },
    clashes: [{ of: 'answers', key: 'language', mine: undefined, theirs: 'sv' }],
  });
  expect(joinChanges(base, mine, theirs, 'theirs').changed.answers).toEqual(theirs.answers);
});

test('what both changed to the same is no clash: it may be my own change whose answer was lost', () => {
  const change = { sizeId: 'iso-a4-portrait', answers: { ...base.answers, language: 'sv' } };
  expect(joinChanges(base, change, { ...base, ...change })).toEqual({ changed: change, clashes: [] });
});

test.each<[string, Partial<Changeable>, Partial<Changeable>, object]>([
  [
    'an answer',
    { answers: { ...base.answers, language: 'de' } },
    { answers: { ...base.answers, language: 'sv' } },
    { of: 'answers', key: 'language', mine: 'de', theirs: 'sv' },
  ],
  [
    'an overruled value',
    { overruled: {} },
    { overruled: { finish: 'Painted' } },
    { of: 'overruled', key: 'finish', mine: undefined, theirs: 'Painted' },
  ],
  [
    'the size',
    { sizeId: 'iso-a4-portrait' },
    { sizeId: 'iso-a2-landscape' },
    { of: 'sizeId', mine: 'iso-a4-portrait', theirs: 'iso-a2-landscape' },
  ],
  [
    'the sheets',
    { sheets: [...base.sheets, { id: 'mine', name: 'Mine' }] },
    { sheets: [] },
    { of: 'sheets', mine: [...base.sheets, { id: 'mine', name: 'Mine' }], theirs: [] },
  ],
])('%s that both changed is told with both, and either is taken', (_, mine, change, clash) => {
  const theirs = { ...base, ...change };
  const joined = joinChanges(base, mine, theirs);
  expect(joined.clashes).toEqual([clash]);
  expect({ ...theirs, ...joined.changed }).toEqual({ ...theirs, ...mine });
  expect({ ...theirs, ...joinChanges(base, mine, theirs, 'theirs').changed }).toEqual(theirs);
});

test('whatever two people answer: each answer is mine or theirs, and none that only one of them gave is lost', () => {
  const answers = fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), fc.constantFrom('1', '2', '3'));
  fc.assert(
    fc.property(answers, answers, answers, (b, m, t) => {
      const on = (given: Record<string, string>) => ({ ...base, answers: given });
      const { changed, clashes } = joinChanges(on(b), { answers: m }, on(t));
      const clashing = clashes.flatMap((clash) => ('key' in clash ? [clash.key] : []));
      for (const key of ['a', 'b', 'c', 'd']) {
        const [was, mine, theirs, now] = [b[key], m[key], t[key], changed.answers[key]];
        expect([mine, theirs]).toContain(now);
        if (mine !== was) expect(now).toBe(mine);
        else expect(now).toBe(theirs);
        expect(clashing.includes(key)).toBe(mine !== was && theirs !== was && mine !== theirs);
      }
    }),
  );
});
