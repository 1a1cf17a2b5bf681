import type { Finding } from '@/core/scene/report';
import { verdictOf } from '@/core/scene/verdict';

const finding = (code: string, weight: Finding['weight'], accepted?: string): Finding => ({
  code,
  weight,
  words: code,
  ...(accepted !== undefined && { accepted }),
});
const blocks = finding('text overflows', 'blocks release');
const warns = finding('no value', 'warning');
const squeezed = finding('text squeezed', 'note');
const noted = finding('glyph from elsewhere', 'note');

test.each<[string, Finding[], string, string]>([
  ['nothing', [], '●', 'fits'],
  ['a note that alters no text', [noted], '●', 'fits'],
  ['a text that was altered to fit', [noted, squeezed], '▲', 'squeezed'],
  ['a warning before an altered text', [squeezed, warns], '▲', 'value missing'],
  ['what blocks release before all else', [squeezed, warns, blocks], '■', 'overflows'],
  ['a code without a word of its own', [finding('block outside', 'blocks release')], '■', 'block outside'],
  ['a block whose tracks are too many', [finding('tracks do not add up', 'blocks release')], '■', 'block too narrow'],
  ['what the office accepts does not count', [{ ...blocks, accepted: 'A sketch' }, squeezed], '▲', 'squeezed'],
  ['all accepted', [{ ...warns, accepted: 'Known' }], '●', 'fits'],
])('%s', (_, findings, sign, words) => {
  expect(verdictOf(findings)).toEqual({ sign, words });
});

test('a sheet that could not be composed is the worst', () => {
  expect(verdictOf([], 'The margins leave no drawing space.')).toEqual({ sign: '■', words: 'not composed' });
});
