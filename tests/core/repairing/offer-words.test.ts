import { noticed } from '@/core/findings/finding';
import { effectWords } from '@/core/repairing/offer-words';

const tooLong = noticed('text overflows', { text: 'GUARD', excess: 2, way: 'long', steps: [] }, { name: 'Title' });
const squeezed = noticed('text squeezed', { text: 'GUARD', steps: [] }, { name: 'Title' });
const nothing = { settles: [], brings: [], refits: [] };

test('a repair that does nothing else says so', () => {
  expect(effectWords(nothing)).toEqual(['Changes nothing else.']);
  expect(effectWords({ ...nothing, brings: [{ size: 'A3', finding: squeezed }] })).toEqual(['Changes nothing else.']);
});

test('what is the same on several sizes is said once', () => {
  const on = (size: string) => ({ size, finding: tooLong });
  expect(effectWords({ ...nothing, settles: [on('A4'), on('A3')], brings: [on('A0')] })).toEqual([
    'New on A0: Title: “GUARD” is 2 mm too long.',
    'Settled on A4 A3: Title: “GUARD” is 2 mm too long.',
  ]);
});

test('cells that are lettered otherwise are named', () => {
  const cells = ['Mass', 'Scale', 'Sheet', 'Title', 'Finish'];
  expect(
    effectWords({
      ...nothing,
      refits: [
        { size: 'A4', cells },
        { size: 'A3', cells },
        { size: 'A2', cells: ['Mass'] },
      ],
    }),
  ).toEqual(['Lettered otherwise on A4 A3: Mass, Scale, Sheet and 2 more.', 'Lettered otherwise on A2: Mass.']);
});
