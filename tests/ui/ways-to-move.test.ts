import type { OpenDrawing } from '@/ui/drawings/drawing-store';
import { offeredMove, staysBehind } from '@/ui/drawings/moving/ways-to-move';

type Newer = NonNullable<OpenDrawing['formats'][number]['newer']>;

const format = (id: string, newer: Newer = []) => ({ name: 'Workshop sheets', edition: { id, number: 1 }, newer });
const released = (now: number, to: string): Newer => [{ of: 'edition', name: 'Workshop sheets', now, to }];
const openOn = (formats: ReturnType<typeof format>[], editions: (string | undefined)[]) =>
  ({
    formats,
    drawing: {
      editionId: formats[0]!.edition.id,
      sheets: editions.map((edition, i) => ({ id: `s${i}`, name: '', ...(edition && { edition }) })),
    },
  }) as unknown as OpenDrawing;

describe('the move that is offered', () => {
  test('to the newer edition of the drawing’s format, or to what is used instead of a withdrawn one', () => {
    expect(offeredMove(openOn([format('e1')], [undefined]))).toBeUndefined();
    expect(offeredMove(openOn([format('e1', released(2, 'e2'))], [undefined]))).toEqual({
      title: 'Move to edition 2',
      to: { edition: 'e2' },
    });
    const withdrawn: Newer = [
      { of: 'withdrawn', name: 'Workshop sheets', number: 1, instead: 'Inch sheets', to: 'inch' },
    ];
    expect(offeredMove(openOn([format('e1', withdrawn)], [undefined]))).toMatchObject({
      title: 'Move to Inch sheets',
      to: { edition: 'inch' },
    });
    // Nothing is used instead: there is nowhere to go.
    const gone: Newer = [{ of: 'withdrawn', name: 'Workshop sheets', number: 1 }];
    expect(offeredMove(openOn([format('e1', gone)], [undefined]))).toBeUndefined();
  });

  test('of single sheets whose own formats are newer', () => {
    const both = [format('e2'), format('e1', released(2, 'e2'))];
    expect(offeredMove(openOn(both, [undefined, 'e1']))).toEqual({
      title: 'Move sheet 2 to edition 2',
      to: { sheets: { s1: { edition: 'e2' } } },
    });
    const all = [format('e1', released(2, 'e2')), format('f1', released(4, 'f4'))];
    expect(offeredMove(openOn(all, [undefined, 'f1', 'f1']))).toEqual({
      title: 'Move to newer editions',
      to: { edition: 'e2', sheets: { s1: { edition: 'f4' }, s2: { edition: 'f4' } } },
    });
  });
});

describe('sheets that stay behind', () => {
  const { drawing } = openOn([format('e1')], [undefined, undefined, undefined, 'f1']);

  test('few of them are pinned to the edition that they have', () => {
    expect(staysBehind(drawing, { edition: 'e2' }, [])).toEqual({ edition: 'e2' });
    expect(staysBehind(drawing, { edition: 'e2' }, ['s1'])).toEqual({
      edition: 'e2',
      sheets: { s1: { edition: 'e1' } },
    });
  });

  test('when most stay, the others move alone, and the drawing keeps its edition', () => {
    expect(staysBehind(drawing, { edition: 'e2' }, ['s0', 's1', 's3'])).toEqual({ sheets: { s2: { edition: 'e2' } } });
    expect(staysBehind(drawing, { edition: 'e2' }, ['s0', 's1', 's2', 's3'])).toEqual({ sheets: {} });
  });
});
