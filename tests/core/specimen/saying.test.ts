import { ModelNames } from '@/core/property/model-names';
import { saying } from '@/core/specimen/saying';
import { valueRepair } from '@/core/repairing/value-repair';
import { noticed } from '@/core/findings/finding';
import { demoPackage, demoSpecimen } from '../demo';

const names = new ModelNames(demoPackage('workshop-sheets').properties);
const said = { property: 'title', was: 'FAIRLEAD ROLLER, 3 IN FACE', value: 'ROLLER, FAIRLEAD, 3 IN FACE' };

test('a model says another title under the name that it has for it, and nothing else changes', () => {
  const roller = demoSpecimen('fairlead-roller');
  expect(saying(roller, said, names)).toEqual({
    ...roller,
    values: { ...roller.values, 'Name of part': said.value },
  });
});

test('a variant that says the old text says the new one too', () => {
  const roller = demoSpecimen('fairlead-roller');
  const variants = [{ name: 'wide', values: { Title: said.was } }];
  expect(saying({ ...roller, variants }, said, names)!.variants).toEqual([
    { name: 'wide', values: { Title: said.value } },
  ]);
});

test('a model that says it no more stays as it is', () => {
  expect(saying(demoSpecimen('pawl'), said, names)).toBeUndefined();
});

test('what mends a finding about a value of a model', () => {
  expect(valueRepair(noticed('title with a full stop', { title: 'PAWL.', better: 'PAWL' }, {}))).toEqual({
    property: 'title',
    was: 'PAWL.',
    value: 'PAWL',
  });
  const house = (texts: string[]) =>
    valueRepair(
      noticed(
        'house check',
        {
          check: 'c',
          checkName: 'C',
          property: 'finish',
          name: 'Finish',
          says: 'Red',
          demand: { kind: 'is one of', texts },
        },
        {},
      ),
    );
  expect(house(['Galvanised'])).toEqual({ property: 'finish', was: 'Red', value: 'Galvanised' });
  expect(house(['Galvanised', 'Pickled'])).toBeUndefined();
  expect(valueRepair(noticed('title without its noun', { title: 'LARGE ONE' }, {}))).toBeUndefined();
  expect(valueRepair(noticed('small letters', { text: 'a' }, {}))).toBeUndefined();
});
