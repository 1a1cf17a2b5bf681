import fc from 'fast-check';
import { demoFacts, demoPackage, demoResources } from '../demo';
import { cases, seeds } from '../generated';
import { campaign } from './wild-steps';

test.each(['workshop-sheets', 'inch-sheets'])(
  'random steps on the %s, wild ones among them, keep their promise',
  (id) => {
    const office = demoPackage(id);
    const composing = { resources: demoResources(office), facts: demoFacts(office, 'recovery-winch') };
    let [accepted, refused] = [0, 0];
    const runs = cases(40, 200);
    fc.assert(
      // Short and long rows of steps, so that small and large documents, and fresh ones, are all met.
      fc.property(seeds(100), (steps) => {
        const done = campaign(office.format, steps, composing, 4);
        accepted += done.accepted;
        refused += done.refused;
      }),
      { numRuns: runs, unbiased: true },
    );
    expect(accepted).toBeGreaterThan(10 * runs);
    expect(refused).toBeGreaterThan(10 * runs);
  },
);
