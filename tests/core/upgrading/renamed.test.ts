import { renamed } from '@/core/property/names';
import { everySheet, printedHash } from '../every-demo-sheet';
import { demoScenario, version1Prints } from '../scenarios';

const printed = version1Prints();
const scenario = demoScenario();
const prints = (given: typeof scenario, only?: { models: string[] }) =>
  Object.fromEntries([...everySheet(given, only)].map(([key, sheet]) => [key, printedHash(sheet)]));

test('all properties by other names at once: nothing that is printed changes', () => {
  const properties = scenario.properties.map((property, i) => renamed(property, `Merkmal ${i}`));
  expect(prints({ ...scenario, properties })).toEqual(printed);
});

/** Each property alone is tried on the sheets of one of them. */
const MODELS = ['recovery-winch', 'fairlead-roller', 'drive-shaft'];

const alone = scenario.properties.map(({ id }, i) => [id, MODELS[i % MODELS.length]!] as const);

test.each(alone)('%s by another name changes nothing that is printed of the %s', (id, model) => {
  const properties = scenario.properties.map((one) => (one.id === id ? renamed(one, 'Quite another name') : one));
  const renamedPrints = prints({ ...scenario, properties }, { models: [model] });
  expect(Object.keys(renamedPrints)).not.toEqual([]);
  for (const [key, hash] of Object.entries(renamedPrints)) expect([key, hash]).toEqual([key, printed[key]]);
});

test('a model goes on calling a renamed property what it called it', () => {
  const mass = scenario.properties.find(({ id }) => id === 'mass')!;
  expect(renamed(mass, 'Masse')).toMatchObject({ id: 'mass', name: 'Masse', aliases: ['Mass', 'Weight', 'WT'] });
  expect(renamed(renamed(mass, 'Masse'), 'Mass').aliases).toEqual(['Masse', 'Mass', 'Weight', 'WT']);
  const owner = scenario.properties.find(({ id }) => id === 'legal-owner')!;
  expect(renamed(owner, 'Eigner').aliases).toEqual(owner.aliases);
});
