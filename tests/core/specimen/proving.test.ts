import { ProofMemo, composeProof } from '@/core/scene/proof';
import { Prover, proofsOf } from '@/core/specimen/proving';
import { demoFacts, demoModels, demoPackage, demoResources, demoSpecimen, demoSpecimens } from '../demo';

const workshop = demoPackage('workshop-sheets');
const resources = demoResources(workshop);
const models = demoModels(workshop);
const sources = { document: workshop.format, facts: demoFacts(workshop), scale: '1:2', resources, models };

test('a specimen is proved in each of its variants, or as itself, on every size', () => {
  expect(proofsOf(demoSpecimen('pawl'), 5)).toBe(10);
  expect(proofsOf({ ...demoSpecimen('pawl'), variants: [] }, 5)).toBe(5);
  const proved = new Prover(sources).prove(demoSpecimen('pawl'));
  expect(proved.map(({ variant, sizeId }) => `${variant} ${sizeId}`)).toEqual(
    ['galvanised', '316L'].flatMap((variant) => workshop.format.sizes.map(({ id }) => `${variant} ${id}`)),
  );
  const single = new Prover(sources).prove({ ...demoSpecimen('pawl'), variants: [] });
  expect(single.every((one) => !('variant' in one))).toBe(true);
});

test('proving many one after the other finds what proving each alone does', () => {
  const prover = new Prover(sources);
  for (const specimen of demoSpecimens()) {
    const together = prover.prove(specimen);
    expect(together).toEqual(new Prover(sources).prove(specimen));
  }
});

test('what is found is what a proof of that size finds, less its notes and what is accepted', () => {
  const [first] = new Prover(sources).prove(demoSpecimen('recovery-winch'));
  const facts = demoFacts(workshop, 'recovery-winch', first!.variant);
  const request = { sizeId: first!.sizeId, scale: '1:2', show: 'values' } as const;
  const { findings } = composeProof(
    workshop.format,
    request,
    { ...facts, revisions: sources.facts.revisions },
    resources,
    new ProofMemo(),
  );
  expect(first!.findings).toEqual(findings.filter(({ weight, accepted }) => weight !== 'note' && !accepted));
});

test('a size without drawing space is not composed, and says so', () => {
  const document = { ...workshop.format, margins: { ...workshop.format.margins, left: 205 } };
  const proved = new Prover({ ...sources, document }).prove(demoSpecimen('guard'));
  const a4 = proved.find(({ sizeId }) => sizeId === 'iso-a4-portrait')!;
  expect(a4).toMatchObject({ verdict: { sign: '■', of: 'not composed' }, findings: [] });
});
