/**
 * `npx tsx scripts/wild-steps.ts [steps] [seed]`: the campaign of random steps that the tests do in small, as long as is wanted
 * (1,000,000 unless said).
 */
import { demoFacts, demoPackage, demoResources } from '../tests/core/demo';
import { campaign } from '../tests/core/format/wild-steps';

const [steps = 1_000_000, seed = Date.now() % 1e9] = process.argv.slice(2).map(Number);
const ROUND = 10_000;
const offices = ['workshop-sheets', 'inch-sheets'].map((id) => {
  const office = demoPackage(id);
  return { format: office.format, facts: demoFacts(office, 'recovery-winch'), resources: demoResources(office) };
});
let [accepted, refused, longest] = [0, 0, 0];
for (let done = 0, round = 0; done < steps; done += ROUND, round++) {
  const { format, ...composing } = offices[round % offices.length]!;
  const result = campaign(format, Math.min(ROUND, steps - done), seed + round, composing);
  accepted += result.accepted;
  refused += result.refused;
  longest = Math.max(longest, result.longest);
  console.log(`${done + ROUND} steps: ${accepted} accepted, ${refused} refused, the longest ${longest.toFixed(0)} ms`);
}
