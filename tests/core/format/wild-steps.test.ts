import { demoFacts, demoPackage, demoResources } from '../demo';
import { campaign } from './wild-steps';

test.each([
  ['workshop-sheets', 1],
  ['inch-sheets', 2],
])(
  '10,000 random steps on the %s, wild ones among them, keep their promise',
  (id, seed) => {
    const office = demoPackage(id);
    const resources = demoResources(office);
    const facts = demoFacts(office, 'recovery-winch');
    const { accepted, refused } = campaign(office.format, 10_000, seed, { facts, resources }, 8);
    expect(accepted).toBeGreaterThan(2000);
    expect(refused).toBeGreaterThan(2000);
  },
  120_000,
);
