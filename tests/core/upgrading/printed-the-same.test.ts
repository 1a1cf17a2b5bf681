import { everySheet, printedHash } from '../every-demo-sheet';
import { demoScenario, printsOfVersion1Files, version1Prints, version1Scenario } from '../scenarios';

const printed = version1Prints();
const prints = (scenario: Parameters<typeof everySheet>[0]) =>
  Object.fromEntries([...everySheet(scenario)].map(([key, sheet]) => [key, printedHash(sheet)]));

test('every sheet of the files of version 1 prints as it did', () => {
  expect(prints(version1Scenario())).toEqual(printsOfVersion1Files());
});

test('every sheet of the demo prints as it did in version 1', () => {
  expect(prints(demoScenario())).toEqual(printed);
});
