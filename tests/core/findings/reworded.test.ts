import { verdictOf } from '@/core/findings/verdict';
import type { Composed } from '@/core/scene/compose';
import { everySheet, printedHash } from '../every-demo-sheet';
import { cases } from '../generated';
import { demoScenario } from '../scenarios';

/** What is noticed on every sheet, without a word of it. */
const noticedOn = (sheets: Map<string, Composed>) =>
  Object.fromEntries(
    [...sheets].map(([key, sheet]) => {
      const { findings } = sheet.report;
      return [
        key,
        {
          printed: printedHash(sheet),
          verdict: verdictOf(findings),
          findings: findings.map(({ code, weight, accepted, place, repair }) => ({
            code,
            weight,
            accepted,
            block: place.block,
            cell: place.cell,
            moreRows: place.moreRows,
            repair: repair?.steps,
          })),
        },
      ];
    }),
  );

/** On the main size of each format, filled from those that the most is noticed on. */
const SOME = cases({ models: ['recovery-winch', 'fairlead-roller', 'drive-shaft'] }, undefined);

test('other words change nothing: not what is printed, found, accepted or mended, nor a verdict', () => {
  const scenario = demoScenario();
  const before = noticedOn(everySheet(scenario, SOME));
  jest.isolateModules(() => {
    jest.doMock('@/core/findings/words', () => {
      const words = jest.requireActual<Record<string, unknown>>('@/core/findings/words');
      return Object.fromEntries(Object.keys(words).map((name) => [name, () => 'other words']));
    });
    const other = jest.requireActual<{ everySheet: typeof everySheet }>('../every-demo-sheet');
    const reworded = other.everySheet(scenario, SOME);
    const fits = [...reworded.values()].flatMap(({ report }) => report.cells.flatMap(({ fit }) => fit?.steps ?? []));
    expect(new Set(fits)).toEqual(new Set(['other words']));
    expect(noticedOn(reworded)).toEqual(before);
  });
});
