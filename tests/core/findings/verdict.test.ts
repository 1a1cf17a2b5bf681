import { type Finding, noticed } from '@/core/findings/finding';
import { verdictOf } from '@/core/findings/verdict';

const steps = [{ kind: 'squeezed', to: 0.8 }] as const;
const blocks = noticed('text overflows', { text: 'T', excess: 1, way: 'long', steps: [...steps] }, {});
const warns = noticed('no value', { property: 'p', name: 'P' }, {});
const squeezed = noticed('text squeezed', { text: 'T', steps: [...steps] }, {});
const noted = noticed('older rows not shown', { rows: 2 }, {});
const outside = noticed('block outside', { width: 1, height: 1, size: 'A3', spaceWidth: 1, spaceHeight: 1 }, {});

test.each<[string, Finding[], string, string]>([
  ['nothing', [], '●', 'fits'],
  ['a note that alters no text', [noted], '●', 'fits'],
  ['a text that was altered to fit', [noted, squeezed], '▲', 'text squeezed'],
  ['a warning', [noted, warns], '▲', 'no value'],
  ['what blocks release before all else', [squeezed, warns, blocks], '■', 'text overflows'],
  ['of several that block release the first', [outside, blocks], '■', 'block outside'],
  ['what the office accepts does not count', [{ ...blocks, accepted: 'A sketch' }, squeezed], '▲', 'text squeezed'],
  ['all accepted', [{ ...warns, accepted: 'Known' }], '●', 'fits'],
])('%s', (_, findings, sign, of) => {
  expect(verdictOf(findings)).toEqual({ sign, of });
});

test('a sheet that could not be composed is the worst', () => {
  expect(verdictOf([], false)).toEqual({ sign: '■', of: 'not composed' });
});
