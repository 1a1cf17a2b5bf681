import { demoOffice } from './office';
import { FAULTS } from './generated-sheets';
import { recognisedShare } from './share';

const properties = demoOffice();
const SHEETS = 40;

/** The share of cells of generated sheets that were recognised, and those that were not. */
function share(fault?: (typeof FAULTS)[number]) {
  let [found, of] = [0, 0];
  const missed: string[] = [];
  for (let seed = 1; seed <= SHEETS; seed++) {
    const one = recognisedShare(seed, properties, fault);
    found += one.found;
    of += one.of;
    missed.push(...one.missed);
  }
  return { share: found / of, missed };
}

test('clean title blocks are recognised cell by cell', () => {
  const { share: found, missed } = share();
  expect(missed.slice(0, 5)).toEqual([]);
  expect(found).toBe(1);
});

test.each(FAULTS)('with %s at least 85 of 100 cells are', (fault) => {
  const { share: found, missed } = share(fault);
  expect({ enough: found >= 0.85, missed: found >= 0.85 ? [] : missed.slice(0, 5) }).toEqual({
    enough: true,
    missed: [],
  });
});
