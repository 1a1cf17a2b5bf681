import { askedBy, overrulable, unanswered, unsoundAnswers, withProposals } from '@/core/drawing/asking';
import { drawingFacts } from '@/core/drawing/drawing';
import type { AskedValue, FormatDocument } from '@/core/format/document';
import { askedValue } from '../../builders';
import { demoFacts, demoPackage } from '../demo';

const workshop = demoPackage('workshop-sheets');
const asking = (...values: AskedValue[]): FormatDocument => ({ ...workshop.format, asked: values });
const sources = {
  today: '2026-06-02',
  me: 'Ines Sundqvist',
  facts: demoFacts(workshop, 'drum-barrel', '316L'),
  properties: workshop.properties,
};

test('each key is asked once, as the drawing’s own format asks it, and in its order', () => {
  const own = asking(askedValue('b'), askedValue('a', { name: 'Ours' }));
  const other = asking(askedValue('c'), askedValue('a', { name: 'Theirs' }));
  expect(askedBy([own, other, other]).map(({ name }) => name)).toEqual(['b', 'Ours', 'c']);
  expect(askedBy([])).toEqual([]);
});

test('an empty text is no answer; no and zero are', () => {
  const all = ['a', 'b', 'c', 'd'].map((key) => askedValue(key));
  expect(unanswered(all, { a: '', b: false, c: 0 }).map(({ key }) => key)).toEqual(['a', 'd']);
});

test.each<[string, AskedValue['default'], unknown]>([
  ['today', 'today', '2026-06-02'],
  ['whoever makes it', 'me', 'Ines Sundqvist'],
  ['a fixed value', { value: 'Part drawing' }, 'Part drawing'],
  ['what a property has for the model', { property: 'part-number' }, 'KW-2201-S'],
  ['nothing where there is no such property', { property: 'gone' }, undefined],
  ['nothing', undefined, undefined],
])('what is not answered yet gets what is proposed: %s', (_, preset, value) => {
  expect(withProposals({}, [askedValue('a', { default: preset })], sources)).toEqual(
    value === undefined ? {} : { a: value },
  );
});

test('an answer that somebody gave is never proposed over', () => {
  const all = [askedValue('a', { default: 'today' }), askedValue('b', { default: 'me' })];
  expect(withProposals({ a: 'typed', kept: 'from before' }, all, sources)).toEqual({
    a: 'typed',
    b: 'Ines Sundqvist',
    kept: 'from before',
  });
});

test('a question with a key of its own alone answers its property: nothing that is kept under the property does', () => {
  const asked = [{ key: 'sign-2', property: 'approved-by' }];
  const values = (answers: Record<string, string>) =>
    drawingFacts(demoFacts(workshop), {}, { number: 'KD-1', answers, overruled: {} }, asked).drawing!.values;
  expect(values({ 'sign-2': 'Ines Sundqvist', 'approved-by': 'Somebody' })['approved-by']).toBe('Ines Sundqvist');
  expect(values({ 'approved-by': 'Somebody' })).not.toHaveProperty('approved-by');
  expect(values({ 'created-by': 'Ines Sundqvist' })['created-by']).toBe('Ines Sundqvist');
});

test('answers are checked against whatever format of the drawing asks them', () => {
  const other = asking(askedValue('load', { type: 'number', name: 'Test load' }));
  expect(unsoundAnswers([workshop.format], { load: 'heavy' }, { load: 'heavy' })).toEqual({});
  expect(unsoundAnswers([workshop.format, other], { load: 'heavy' }, {})).toEqual({
    load: expect.stringContaining('“heavy” is not a number'),
  });
});

test('who signs is never overruled, whatever the format lets be', () => {
  const { format } = workshop;
  const part = (property: string) => ({ kind: 'linked' as const, property, overrulable: true });
  const contents = [{ parts: [part('approved-by'), part('checked-by'), part('finish')] }];
  const blocks = format.blocks.map((block) => ({
    ...block,
    cells: block.cells.map((cell) => ({ ...cell, contents })),
  }));
  expect([...overrulable([{ ...format, blocks } as FormatDocument])]).toEqual(['finish']);
});
